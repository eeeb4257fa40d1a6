// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { placeAfter, watchChoices } from './choices-by-keys'

const MARKUP = `
  <button id="before">before</button>
  <div role="radiogroup">
    <button id="a" role="radio" aria-checked="false">a</button>
    <button id="b" role="radio" aria-checked="true">b</button>
    <button id="off" role="radio" aria-checked="false" disabled>off</button>
    <button id="c" role="radio" aria-checked="false">c</button>
  </div>
  <button id="after">after</button>`
const at = (id: string) => document.getElementById(id)!
const here = () => document.activeElement?.id
let stop: () => void
let pages = new Set<Element>()
let chosen: string[] = []

beforeEach(() => {
  document.body.innerHTML = MARKUP
  pages = new Set()
  chosen = []
  for (const each of document.querySelectorAll('[role=radio]'))
    each.addEventListener('click', () => chosen.push(each.id))
  stop = watchChoices(member => pages.has(member))
})
afterEach(() => stop())

function press(key: string, more: KeyboardEventInit = {}): KeyboardEvent {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more })
  document.activeElement!.dispatchEvent(event)
  return event
}

describe('keys of choices', () => {
  it('go on and back, round the ends, and to the ends', () => {
    expect(
      ['ArrowRight', 'ArrowDown', 'ArrowLeft', 'ArrowUp', 'Home', 'End', 'x'].map(k => placeAfter(k, 0, 3)),
    ).toEqual([1, 1, 2, 2, 0, 2, null])
    expect(placeAfter('ArrowRight', 2, 3)).toBe(0)
  })

  it('choose what they go to, past what can’t be chosen, and nobody else hears them', () => {
    at('b').focus()
    let heard = 0
    window.addEventListener('keydown', () => heard++, { once: true })
    expect(press('ArrowRight').defaultPrevented).toBe(true)
    expect([here(), chosen, heard]).toEqual(['c', ['c'], 0])
    press('ArrowRight')
    expect([here(), chosen]).toEqual(['a', ['c', 'a']])
  })

  it('are left to others: with Ctrl or Alt, taken already, meant for the page', () => {
    at('b').focus()
    press('ArrowRight', { altKey: true })
    press('ArrowRight', { ctrlKey: true })
    at('b').addEventListener('keydown', event => event.preventDefault(), { once: true })
    press('ArrowRight')
    pages.add(at('b'))
    press('ArrowRight')
    expect([here(), chosen]).toEqual(['b', []])
  })

  it('Tab leaves all of them at once, and they are stops again after it', async () => {
    at('b').focus()
    press('Tab')
    expect(['a', 'b', 'c'].map(id => at(id).getAttribute('tabindex'))).toEqual(['-1', null, '-1'])
    await new Promise(resolve => setTimeout(resolve))
    expect(['a', 'b', 'c'].map(id => at(id).getAttribute('tabindex'))).toEqual([null, null, null])
  })

  it('Tab from elsewhere comes to the one that is chosen; a touch stays where it is', async () => {
    at('before').focus()
    press('Tab')
    at('a').focus()
    expect(here()).toBe('b')
    await new Promise(resolve => setTimeout(resolve))
    at('after').focus()
    at('a').focus()
    expect(here()).toBe('a')
  })
})
