import fc from 'fast-check'
import { z } from 'zod'

/** Bodies made from a route's own schema, and bent: what a careless or a hostile page could send. */

interface Json {
  readonly type?: string
  readonly const?: unknown
  readonly enum?: readonly unknown[]
  readonly anyOf?: readonly Json[]
  readonly oneOf?: readonly Json[]
  readonly allOf?: readonly Json[]
  readonly properties?: Readonly<Record<string, Json>>
  readonly required?: readonly string[]
  readonly additionalProperties?: boolean | Json
  readonly propertyNames?: Json
  readonly items?: Json
  readonly prefixItems?: readonly Json[]
  readonly minItems?: number
  readonly maxItems?: number
  readonly minimum?: number
  readonly maximum?: number
  readonly exclusiveMinimum?: number
  readonly minLength?: number
  readonly maxLength?: number
  readonly pattern?: string
}

/** What stands at the limits of numbers, columns and alphabets. */
const ODD: readonly unknown[] = [
  null,
  true,
  0,
  -1,
  1,
  0.5,
  2 ** 31,
  2 ** 32,
  2 ** 53,
  1e308,
  -1e308,
  '',
  ' ',
  '0',
  '\0',
  '\ud800',
  '’; DROP TABLE learners; --',
  '%s %n {{7*7}} ${1}',
  '__proto__',
  'constructor',
  'ı İ ſ K é é',
  '🎨'.repeat(30),
  'x'.repeat(300),
  'x'.repeat(5000),
  '2026-02-30',
  '9999-12-31T23:59:59.999Z',
  '0000-01-01T00:00:00Z',
  [],
  {},
  [[]],
  [null],
  { __proto__: null, constructor: { prototype: { isAdmin: true } } },
  Array.from({ length: 600 }, (_, i) => i),
]
const odd = fc.constantFrom(...ODD)

const words = ({ minLength = 0, maxLength = 60 }: Json) =>
  fc.oneof(
    fc.string({ minLength, maxLength: Math.min(maxLength, minLength + 30), unit: 'grapheme' }),
    fc.integer({ min: 0, max: 25 }).map(place => 'abcdefghijklmnopqrstuvwxyz'.charAt(place).repeat(maxLength)),
  )

/** Values that a schema describes, its limits among them; what it checks beyond its form may be wrong. */
function valueOf(schema: Json): fc.Arbitrary<unknown> {
  const either = schema.anyOf ?? schema.oneOf
  if (either) return fc.oneof(...either.map(valueOf))
  if (schema.allOf) return valueOf(Object.assign({}, ...schema.allOf) as Json)
  if ('const' in schema) return fc.constant(schema.const)
  if (schema.enum) return fc.constantFrom(...schema.enum)
  const { minimum, maximum, exclusiveMinimum } = schema
  switch (schema.type) {
    case 'string':
      return schema.pattern ? fc.stringMatching(new RegExp(schema.pattern)) : words(schema)
    case 'integer': {
      const [min, max] = [minimum ?? -(2 ** 53 - 1), maximum ?? 2 ** 53 - 1]
      const near = fc.integer({ min: Math.max(min, -20), max: Math.max(Math.min(max, 20), min) })
      return fc.oneof(
        { weight: 4, arbitrary: near },
        fc.constantFrom(min, max),
        fc.maxSafeInteger().map(each => Math.min(max, Math.max(min, each))),
      )
    }
    case 'number': {
      const [min, max] = [minimum ?? exclusiveMinimum ?? -1e6, maximum ?? 1e6]
      return fc.double({ min, max, noNaN: true })
    }
    case 'boolean':
      return fc.boolean()
    case 'null':
      return fc.constant(null)
    case 'array': {
      if (schema.prefixItems) return fc.tuple(...schema.prefixItems.map(valueOf))
      const minLength = schema.minItems ?? 0
      return fc.array(valueOf(schema.items ?? {}), {
        minLength,
        maxLength: Math.min(schema.maxItems ?? 4, minLength + 3),
      })
    }
    case 'object': {
      const { properties, required = [], additionalProperties } = schema
      if (!properties)
        return fc.dictionary(words({ maxLength: 40 }), valueOf((additionalProperties as Json | undefined) ?? {}), {
          maxKeys: 3,
        })
      return fc.record(Object.fromEntries(Object.entries(properties).map(([name, each]) => [name, valueOf(each)])), {
        requiredKeys: [...required],
      })
    }
    default:
      return odd
  }
}

type Path = readonly (string | number)[]
function pathsIn(value: unknown, here: Path = []): Path[] {
  if (typeof value !== 'object' || value === null) return [here]
  return [here, ...Object.entries(value).flatMap(([name, each]) => pathsIn(each, [...here, name]))]
}

function changed(value: unknown, [first, ...rest]: Path, change: (old: unknown) => unknown): unknown {
  if (first === undefined) return change(value)
  const copy = (Array.isArray(value) ? [...(value as unknown[])] : { ...(value as object) }) as Record<string, unknown>
  copy[first] = changed(copy[first], rest, change)
  return copy
}

/** A value with one place of it bent: another value there, nothing there, something beside it, or it many times. */
const bent = (value: unknown): fc.Arbitrary<unknown> => {
  const paths = pathsIn(value)
  return fc.record({ at: fc.nat(paths.length - 1), how: fc.nat(3), other: odd }).map(({ at, how, other }) =>
    changed(value, paths[at]!, old => {
      if (how === 0) return undefined
      if (how === 1 && typeof old === 'object' && old !== null)
        return Array.isArray(old) ? [...(old as unknown[]), other] : { ...old, ['isAdmin']: other }
      if (how === 2 && Array.isArray(old)) return Array.from({ length: 1200 }, () => old[0] as unknown)
      return other
    }),
  )
}

/** So many bodies for a schema, the same each time: as it describes them, and bent. */
export function bodiesFor(schema: z.ZodType, count: number, seed: number): unknown[] {
  const described = valueOf(z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) as Json)
  return fc.sample(fc.oneof(described, described.chain(bent), { arbitrary: odd, weight: 1 }), { seed, numRuns: count })
}

/** So many bent ones of a body that is right. */
export function bentOf(value: unknown, count: number, seed: number): unknown[] {
  return fc.sample(bent(value), { seed, numRuns: count })
}
