import fc from 'fast-check'
import { expect, it } from 'vitest'
import { z } from 'zod'
import { wholeNumbers } from './whole'

const pairs = {
  least: 4,
  most: 8,
  group: 2,
  short: 'pairs',
  range: [
    [0, 9],
    [-5, 5],
  ],
} as const
const schema = wholeNumbers(pairs)
const trouble = (value: unknown) => schema.safeParse(value).error?.issues[0]?.message ?? null

it.each([
  ['no list', { 0: 1 }, 'a list of numbers is expected'],
  ['too few', [1, 2], 'at least 4 numbers are expected'],
  ['too many', [1, 2, 3, 4, 1, 2, 3, 4, 1, 2], 'at most 8 numbers are expected'],
  ['half a group', [1, 2, 3, 4, 5], 'pairs'],
  ['a fraction', [1, 2, 0.5, 4], 'number 3 is no whole number'],
  ['words', [1, '2', 3, 4], 'number 2 is no whole number'],
  ['a hole', [1, 2, undefined, 4], 'number 3 is no whole number'],
  ['no number', [1, Number.NaN, 3, 4], 'number 2 is no whole number'],
  ['infinity', [1, 2, Infinity, 4], 'number 3 is no whole number'],
  ['below its range', [1, -6, 3, 4], 'number 2 is out of range'],
  ['above its range', [1, 2, 10, 4], 'number 3 is out of range'],
  ['what is right', [9, 5, 0, -5], null],
])('%s: %o → %s', (_what, value, wanted) => {
  expect(trouble(value)).toBe(wanted)
})

it('takes and refuses what Zod’s own list of numbers does', () => {
  const peer = z
    .array(z.int())
    .min(4)
    .max(8)
    .refine(values => values.length % 2 === 0)
    .refine(values => values.every((value, i) => (i % 2 ? value >= -5 && value <= 5 : value >= 0 && value <= 9)))
  fc.assert(
    fc.property(
      fc.array(fc.oneof(fc.integer({ min: -6, max: 10 }), fc.double(), fc.string()), { maxLength: 10 }),
      value => {
        expect(schema.safeParse(value).success).toBe(peer.safeParse(value).success)
      },
    ),
    { seed: 21, numRuns: 2000 },
  )
  fc.assert(
    fc.property(fc.array(fc.integer({ min: -6, max: 10 }), { minLength: 3, maxLength: 9 }), value => {
      expect(schema.safeParse(value).success).toBe(peer.safeParse(value).success)
    }),
    { seed: 22, numRuns: 2000 },
  )
})

it('looks no farther than the first fault', () => {
  let looked = 0
  const values = new Proxy([1, 0.5, ...Array.from({ length: 6 }, () => 1)], {
    get(target, key, of) {
      if (typeof key === 'string' && /^\d+$/.test(key)) looked++
      return Reflect.get(target, key, of) as unknown
    },
  })
  expect(trouble(values)).toBe('number 2 is no whole number')
  // Once for whether, once for what.
  expect(looked).toBe(4)
})

it('gives the list itself, uncopied', () => {
  const value = [1, 2, 3, 4]
  expect(schema.parse(value)).toBe(value)
})

it('is published as what it is', () => {
  expect(z.toJSONSchema(z.strictObject({ samples: schema })).properties).toEqual({
    samples: { type: 'array', minItems: 4, maxItems: 8, items: { type: 'integer', minimum: -5, maximum: 9 } },
  })
})
