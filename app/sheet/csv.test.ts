import { describe, expect, it } from 'vitest'
import { csvFile, csvOf } from './csv'

describe('tables to take out', () => {
  it('say that they are UTF-8, in whatever letters', () => {
    const bytes = csvFile([['Name'], ['שרה לוי 👩‍🎨']])
    expect([...bytes.subarray(0, 3)]).toEqual([0xef, 0xbb, 0xbf])
    expect(new TextDecoder().decode(bytes)).toBe('Name\r\nשרה לוי 👩‍🎨\r\n')
  })

  it('hold no formulas', () => {
    expect(csvOf([['=1+1', '-5', 'Ada']])).toBe(`"'=1+1","'-5",Ada\r\n`)
  })
})
