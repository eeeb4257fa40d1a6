// @vitest-environment node
import { describe, expect, it } from 'vitest'
import { toolSettings } from '#core/brush'
import { contentHash, replay, type DrawingRecord, type Entry } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import { examine } from './examine'

const act = (at: number, of: Extract<Entry, { type: 'act' }>['act']): Entry => ({ type: 'act', at, act: of })
const record: DrawingRecord = {
  version: 1,
  sheet: { width: 300, height: 200, paper: [250, 249, 245] },
  entries: [
    { type: 'step', at: 0, step: 'lines' },
    act(1, { kind: 'layer-add', layer: 'lines', name: 'Lines', place: 0 }),
    act(2, {
      kind: 'stroke',
      version: 2,
      layer: 'lines',
      tool: toolSettings('ink-pen', { size: 12 }),
      colour: [20, 60, 90],
      seed: 7,
      samples: [640, 640, 500, 0, 1600, 900, 700, 20, 3200, 2400, 300, 40],
    }),
  ],
}

describe('a hand-in drawn again', () => {
  it('has by the machine’s own SHA-256 the hash that its browser has by plain arithmetic', () => {
    const { hash, width, height, pixels } = examine(record, [])
    expect(hash).toBe(contentHash(replay(loadKernels(), record).drawing))
    expect([width, height, pixels.length]).toEqual([300, 200, 300 * 200 * 4])
    expect(hash).not.toBe(examine({ ...record, entries: record.entries.slice(0, 2) }, []).hash)
  })
})
