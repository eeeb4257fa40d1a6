import { expect, it } from 'vitest'
import { z } from 'zod'
import { faultLine } from './fault'
import { listOf } from './list'

const ball = z.strictObject({ kind: z.literal('ball'), size: z.int().min(1) })
const box = z.strictObject({
  kind: z.literal('box'),
  sides: listOf(z.int(), { least: 2 }),
  way: z.enum(['up', 'down']),
})
const told = z.discriminatedUnion('kind', [ball, box])
const any = z.union([ball, box])
const nested = z.strictObject({ things: listOf(any) })

const line = (schema: z.ZodType, value: unknown) => faultLine(schema.safeParse(value).error!)

it.each([
  [ball, { kind: 'ball', size: 0 }, /^size: Too small/],
  [ball, 5, /^Invalid input: expected object/],
  [told, { kind: 'box', sides: [1], way: 'up' }, /^sides: at least 2 are expected$/],
  [told, { kind: 'cone' }, /^kind: this is none of those that there are$/],
  [any, { kind: 'box', sides: [1], way: 'up' }, /^sides: at least 2 are expected$/],
  [any, { kind: 'ball', size: 'large' }, /^size: Invalid input: expected number/],
  [any, { kind: 'cone', size: 4 }, /^kind: this is none of those that there are$/],
  [
    nested,
    {
      things: [
        { kind: 'ball', size: 3 },
        { kind: 'box', sides: [1, 0.5], way: 'up' },
      ],
    },
    /^things\.1\.sides\.1: /,
  ],
  [nested, { things: [{ kind: 'ball', size: 3, more: 1 }] }, /^things\.0: Unrecognized key: "more"$/],
  // What one of its fields may say is no kind of thing: the field is named all the same.
  [told, { kind: 'box', sides: [1, 2], way: 'left' }, /^way: this is none of those that there are$/],
])('a fault is told with its place', (schema, value, wanted) => {
  expect(line(schema, value)).toMatch(wanted)
})
