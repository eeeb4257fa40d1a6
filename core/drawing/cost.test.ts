import { describe, expect, it } from 'vitest'
import { seededRandom } from '../base'
import { isRubbing, TOOL_IDS, toolSettings } from '../brush'
import { costOf, type Act } from './acts'
import { entryCost, recordCost } from './cost'
import { randomEntries, wanderingSamples } from './testing'

const sheet = { width: 1600, height: 1200, paper: [255, 255, 255] as [number, number, number] }
const AREA = sheet.width * sheet.height
const stroke = (set: object = {}): Act => ({
  kind: 'stroke',
  version: 2,
  layer: 'a',
  tool: toolSettings('pencil'),
  colour: [1, 2, 3],
  seed: 1,
  samples: [1600, 1600, 500, 0, 9600, 1600, 500, 30],
  ...set,
})
const pour = (set: object): Act => ({
  kind: 'pour',
  version: 2,
  layer: 'a',
  where: { kind: 'places', points: [160, 160] },
  paint: { kind: 'colour', colour: [1, 2, 3] },
  tolerance: 8,
  borders: 'this',
  gap: 0,
  grow: 0,
  seed: 1,
  ...set,
})
const cost = (act: Act, area = AREA) => costOf(act, area)

describe('what it takes to draw something again', () => {
  it.each(TOOL_IDS.map(id => [id] as const))('grows with the size, the length and the echoes of %s', id => {
    const sizes = [2, 20, 200, 600].map(size => cost(stroke({ tool: toolSettings(id, { size }) })))
    expect(sizes[3]).toBeGreaterThan(sizes[1]!)
    const tool = toolSettings(id, { size: 40 })
    const random = seededRandom(4)
    const long = wanderingSamples(random, sheet, 400)
    const [few, many] = [long.slice(0, 80), long].map(samples => cost(stroke({ tool, samples })))
    expect(many).toBeGreaterThan(2 * few!)
    const echoes = Array.from({ length: 47 }, () => [65536, 0, 0, 65536, 0, 0])
    expect(cost(stroke({ tool, samples: long, echoes }))).toBeGreaterThan(10 * many!)
  })

  it('is more where paint is rubbed than where it is laid', () => {
    const rub = TOOL_IDS.filter(id => isRubbing(toolSettings(id)))
    expect(rub.length).toBeGreaterThan(0)
    for (const id of rub) expect(cost(stroke({ tool: toolSettings(id, { size: 80 }) }))).toBeGreaterThan(cost(stroke()))
  })

  it('grows with the sheet for what goes over all of it, with gaps and with loops', () => {
    expect(cost(pour({}), 4 * AREA)).toBeGreaterThan(3 * cost(pour({})))
    expect(cost(pour({ gap: 6 }))).toBeGreaterThan(cost(pour({})))
    const loop = { kind: 'loop', points: [0, 0, 900, 0, 900, 900] }
    expect(cost(pour({ gap: 6, where: loop }))).toBeGreaterThan(cost(pour({ gap: 6 })))
    expect(cost(stroke({ fence: { tolerance: 8, borders: 'this', gap: 6, grow: 2 } }))).toBeGreaterThan(cost(stroke()))
  })

  it('is hours for a few bytes that no hand drew, and seconds for what one does', () => {
    const far = Array.from({ length: 60 }, (_, i) => [(i % 2 ? 1 : -1) * 1_599_999, i, 500, 1]).flat()
    const echoes = Array.from({ length: 47 }, () => [65536, 0, 0, 65536, 0, 0])
    const tool = toolSettings('pencil', { size: 1, spacing: 2 })
    expect(cost(stroke({ tool, samples: far, echoes }))).toBeGreaterThan(600_000)
    const entries = randomEntries(7, sheet, 300)
    expect(recordCost({ version: 1, sheet, entries })).toBeLessThan(300 * 2000)
    expect(recordCost({ version: 1, sheet, entries })).toBeCloseTo(
      entries.reduce((sum, each) => sum + entryCost(each, AREA), 0),
    )
  })

  it('is nothing for what draws nothing', () => {
    expect(entryCost({ type: 'undo', at: 5 }, AREA)).toBe(0)
    expect(entryCost({ type: 'step', at: 5, step: 'a' }, AREA)).toBe(0)
    expect(cost({ kind: 'select-none' })).toBeLessThan(1)
  })
})
