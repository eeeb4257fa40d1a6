import { expect, it } from 'vitest'
import { bytesInWords } from './bytes-words'

it.each([
  [0, '0 B'],
  [999, '999 B'],
  [1000, '1.0 kB'],
  [9940, '9.9 kB'],
  [9960, '10 kB'],
  [999_600, '1.0 MB'],
  [1_234_567_890, '1.2 GB'],
  [77_000_000_000_000, '77 TB'],
  [5e16, '50000 TB'],
])('%i bytes are said as %s', (bytes, words) => {
  expect(bytesInWords(bytes)).toBe(words)
})
