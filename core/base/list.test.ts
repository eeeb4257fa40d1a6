import { expect, it } from 'vitest'
import { z } from 'zod'
import { listOf } from './list'

const schema = listOf(z.strictObject({ name: z.string().trim().min(1), size: z.int().default(3) }), {
  least: 1,
  most: 3,
})
const issue = (value: unknown) => {
  const { error } = schema.safeParse(value)
  return error ? error.issues.map(each => `${each.path.join('.')}: ${each.message}`) : null
}
const one = { name: 'pot' }

it.each([
  ['no list', 'pot', [': a list is expected']],
  ['too short', [], [': at least 1 is expected']],
  ['too long', [one, one, one, one], [': at most 3 are expected']],
  [
    'a fault, and another after it',
    [one, { name: '' }, 5],
    ['1.name: Too small: expected string to have >=1 characters'],
  ],
  ['what is right', [one], null],
])('%s', (_what, value, wanted) => {
  expect(issue(value)).toEqual(wanted)
})

it('gives what its items become', () => {
  expect(schema.parse([{ name: ' pot ' }, { name: 'lid', size: 4 }])).toEqual([
    { name: 'pot', size: 3 },
    { name: 'lid', size: 4 },
  ])
  expect(listOf(z.int()).parse([])).toEqual([])
})

it('looks at nothing in a list that is too long', () => {
  const looked: unknown[] = []
  const item = z.custom<number>(value => looked.push(value) > 0)
  expect(listOf(item, { most: 2 }).safeParse(Array.from({ length: 1_000_000 }, () => 0)).success).toBe(false)
  expect(looked).toEqual([])
  expect(listOf(item, { most: 2 }).safeParse([7, 8]).success).toBe(true)
  expect(looked).toEqual([7, 8])
})

it('is published as a list of its items', () => {
  expect(z.toJSONSchema(listOf(z.int().min(1), { least: 1, most: 9 }), { io: 'input' })).toMatchObject({
    type: 'array',
    minItems: 1,
    maxItems: 9,
    items: { type: 'integer', minimum: 1 },
  })
})
