import { describe, expect, expectTypeOf, it } from 'vitest'
import { z } from 'zod'
import { anyOf } from './family'

const family = {
  dot: { schema: z.strictObject({ kind: z.literal('dot'), x: z.number() }) },
  line: { schema: z.strictObject({ kind: z.literal('line'), to: z.number() }) },
}

describe('the union of a family', () => {
  it('takes every member and nothing else', () => {
    const schema = anyOf(family)
    expect(schema.parse({ kind: 'dot', x: 1 })).toEqual({ kind: 'dot', x: 1 })
    expect(schema.parse({ kind: 'line', to: 2 })).toEqual({ kind: 'line', to: 2 })
    expect(schema.safeParse({ kind: 'dot', to: 2 }).success).toBe(false)
    expect(schema.safeParse({ kind: 'ring' }).success).toBe(false)
    expectTypeOf<z.infer<typeof schema>>().toEqualTypeOf<{ kind: 'dot'; x: number } | { kind: 'line'; to: number }>()
  })
})
