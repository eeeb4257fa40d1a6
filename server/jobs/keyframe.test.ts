// @vitest-environment node
import { describe, expect, it } from 'vitest'
import { contentHash, replay, type DrawingRecord } from '#core/drawing'
import { randomEntries } from '#core/drawing/testing'
import { loadKernels } from '#core/kernels'
import { examine } from './examine'
import { packed, unpacked } from './keyframe'

const kernels = loadKernels()
const sheet = { width: 420, height: 300, paper: [250, 249, 245] as [number, number, number] }
const recordOf = (seed: number, count = 60): DrawingRecord => ({
  version: 1,
  sheet,
  entries: randomEntries(seed, sheet, count),
})
const LONG_MS = 60_000

describe('a drawing that was drawn before', () => {
  it.each([3, 8, 21, 34])('goes on to the same picture, undone or not (record %i)', async seed => {
    const record = recordOf(seed)
    const whole = examine(record, [])
    for (const position of [20, 45]) {
      const { drawing } = replay(kernels, { ...record, entries: record.entries.slice(0, position) })
      const kept = { position, hash: contentHash(drawing), packed: (await packed(drawing, LONG_MS))! }
      const read = await unpacked(kept)
      expect(read!.layers.map(each => each.name)).toEqual(drawing.layers.map(each => each.name))
      expect(read!.selection).toEqual(drawing.selection)
      const { hash, pixels, measures } = examine(record, [], { position, drawing: read! })
      expect(hash).toBe(whole.hash)
      expect(Buffer.from(pixels).equals(whole.pixels)).toBe(true)
      expect(measures).toEqual(whole.measures)
    }
  })

  it('is what is drawn on from: what was done before it is not done again', async () => {
    const record = recordOf(5)
    const other = replay(kernels, recordOf(6, 20)).drawing
    const all = { position: record.entries.length, drawing: other }
    expect(examine(record, [], all).hash).toBe(contentHash(other))
  })

  it('is not taken up where it is not what it was', async () => {
    const { drawing } = replay(kernels, recordOf(3))
    const bytes = (await packed(drawing, LONG_MS))!
    const hash = contentHash(drawing)
    expect(await unpacked({ position: 1, hash, packed: bytes })).not.toBeNull()
    expect(await unpacked({ position: 1, hash: '0'.repeat(64), packed: bytes })).toBeNull()
    expect(await unpacked({ position: 1, hash, packed: bytes.subarray(0, bytes.length >> 1) })).toBeNull()
    expect(await unpacked({ position: 1, hash, packed: Buffer.from('nothing of it') })).toBeNull()
  })

  it('is not kept where drawing it again takes hardly longer', async () => {
    expect(await packed(replay(kernels, recordOf(3)).drawing, 200)).toBeNull()
  })
})
