// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { tieError } from './tied-errors'

beforeEach(() => {
  document.body.innerHTML = `
    <input id="outside">
    <form><input id="code" value="KETTLE7"><input id="name" aria-describedby="hint" value=""><input type="checkbox" id="tick">
    <p id="line">Fill in your name.</p></form>`
})
const at = (id: string) => document.getElementById(id)!
const ties = (id: string) => [at(id).getAttribute('aria-invalid'), at(id).getAttribute('aria-describedby')]

describe('what went wrong', () => {
  it('is tied to the fields that are empty, beside what describes them already', () => {
    const untie = tieError(at('line'))
    expect(ties('name')).toEqual(['true', 'hint line'])
    expect(['code', 'tick', 'outside'].map(ties)).toEqual([
      [null, null],
      [null, null],
      [null, null],
    ])
    untie()
    expect(ties('name')).toEqual([null, 'hint'])
  })

  it('is tied to all words of the form when none is empty', () => {
    ;(at('name') as HTMLInputElement).value = 'Morten'
    tieError(at('line'))
    expect([ties('code'), ties('name'), ties('tick')]).toEqual([
      ['true', 'line'],
      ['true', 'hint line'],
      [null, null],
    ])
  })

  it('is tied to nothing where there is no form', () => {
    document.body.innerHTML = '<input id="code"><p id="line"></p>'
    tieError(at('line'))()
    expect(ties('code')).toEqual([null, null])
  })
})
