import { describe, expect, it } from 'vitest'
import { PIN_PICTURES, picturesOf } from './picture-pins'

describe('a PIN of pictures', () => {
  it('has one for each digit, so that it is as hard to guess', () => {
    expect(PIN_PICTURES).toHaveLength(10)
    expect(new Set(PIN_PICTURES).size).toBe(10)
    expect(picturesOf('0482')).toEqual([PIN_PICTURES[0], PIN_PICTURES[4], PIN_PICTURES[8], PIN_PICTURES[2]])
    expect(picturesOf('7777')).toEqual(Array(4).fill(PIN_PICTURES[7]))
  })
})
