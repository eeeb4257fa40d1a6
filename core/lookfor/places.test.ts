import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { areaSchema, limitSchema, toleranceSchema } from './contract'
import { MEASURE_NAMES, placesIn, takesOwnLimit } from './index'
import { isUnplaced, onSheet, placesOf, takesLimit } from './places'

const schema = z.strictObject({
  measure: z.literal('made-up'),
  target: areaSchema,
  rungs: z.array(areaSchema).min(2),
  pair: z.tuple([z.strictObject({ what: z.string(), where: areaSchema }), z.strictObject({ what: z.string() })]),
  part: z.strictObject({ layer: z.string(), within: areaSchema.optional() }).optional(),
  numbers: z.array(z.number()),
  tolerance: limitSchema,
})

describe('places of a look-for', () => {
  it('are what the schema has for areas, at any depth', () => {
    expect([...placesOf(schema)].sort()).toEqual(['pair', 'part', 'rungs', 'target', 'where', 'within'])
  })

  it('are the known ones, over all measures', () => {
    const all = new Set(MEASURE_NAMES.flatMap(name => [...placesIn(name)]))
    expect([...all].sort()).toEqual(['areas', 'base', 'part', 'rungs', 'shape', 'target', 'to'])
    expect([...placesIn('contrast-pair')].sort()).toEqual(['areas', 'target'])
    expect([...placesIn('right-layer')]).toEqual([])
  })

  it('move with the sheet, and nothing else does', () => {
    const places = placesOf(schema)
    const settings = { target: [0, 0, 10, 0, 10, 20], numbers: [1, 2], part: { layer: 'lines', within: [4, 6] } }
    expect(onSheet(settings, places, { x: 5, y: 7, scaleX: 2, scaleY: 3 })).toEqual({
      target: [5, 7, 25, 7, 25, 67],
      numbers: [1, 2],
      part: { layer: 'lines', within: [13, 25] },
    })
  })

  it('that nobody has set are seen', () => {
    const places = placesOf(schema)
    expect(isUnplaced({ target: [0, 0, 1, 0, 1, 1], numbers: [] }, places)).toBe(false)
    expect(isUnplaced({ target: [] }, places)).toBe(true)
    expect(isUnplaced({ rungs: [[0, 0, 1, 0, 1, 1], []] }, places)).toBe(true)
    expect(isUnplaced({ pair: [{ what: 'light', where: [] }] }, places)).toBe(true)
  })
})

describe('a limit of one’s own', () => {
  it('is taken where the schema takes one', () => {
    expect(takesLimit(schema)).toBe(true)
    expect(takesLimit(z.strictObject({ tolerance: toleranceSchema }))).toBe(false)
    expect(takesLimit(z.strictObject({}))).toBe(false)
  })

  it('is taken by most measures; these know three levels or none', () => {
    expect(MEASURE_NAMES.filter(name => !takesOwnLimit(name)).sort()).toEqual([
      'closed-outline',
      'covered',
      'inside-lines',
      'layer-set-up',
      'right-layer',
      'steps-in-order',
      'tools-used',
    ])
  })
})
