import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { plainKernels, simdKernels } from '../kernels'
import { contentHash, replay, requireRecord } from './index'

/** A record as it was written with version 1 strokes, and the hash that it had then. */
const kept = JSON.parse(readFileSync(new URL('./testdata/strokes-1.json', import.meta.url), 'utf8')) as {
  hash: string
  record: unknown
}

describe('an old record', () => {
  it.each([
    ['simd', simdKernels],
    ['plain', plainKernels],
  ] as const)('of version 1 strokes is drawn as it was then, to the last bit: %s', (_name, make) => {
    expect(contentHash(replay(make(), requireRecord(kept.record)).drawing)).toBe(kept.hash)
  })
})
