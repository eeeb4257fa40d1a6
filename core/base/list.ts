import { z } from 'zod'
import { firstFault } from './fault'

interface Length {
  readonly least?: number
  readonly most?: number
}

/**
 * A list of things, as `z.array` for what comes from outside: how long it is is looked at before what is in it, and it
 * ends at the first fault. (`z.array` looks at every element of a list that is a million too long, and notes a fault
 * for each.)
 */
export function listOf<S extends z.ZodType>(
  item: S,
  { least = 0, most = Infinity }: Length = {},
): z.ZodType<z.output<S>[], z.input<S>[]> {
  const given = z.custom<z.input<S>[]>(value => troubleIn(value, least, most) === null, {
    error: ({ input }) => troubleIn(input, least, most) ?? undefined,
  })
  const made = z.transform((values: z.input<S>[], context): z.output<S>[] => {
    const out: z.output<S>[] = []
    for (const [i, value] of values.entries()) {
      const parsed = item.safeParse(value)
      if (!parsed.success) {
        const { path, message } = firstFault(parsed.error)
        context.issues.push({ code: 'custom', path: [i, ...path], message, input: value })
        return z.NEVER
      }
      out.push(parsed.data)
    }
    return out
  })
  // What is published of it: a check of one's own has no form in JSON Schema.
  given._zod.toJSONSchema = made._zod.toJSONSchema = () => {
    const { $schema: _, ...items } = z.toJSONSchema(item, { io: 'input' })
    return {
      type: 'array',
      ...(least > 0 && { minItems: least }),
      ...(most < Infinity && { maxItems: most }),
      items,
    }
  }
  return z.pipe(given, made)
}

function troubleIn(value: unknown, least: number, most: number): string | null {
  if (!Array.isArray(value)) return 'a list is expected'
  if (value.length < least) return `at least ${least} ${least === 1 ? 'is' : 'are'} expected`
  return value.length > most ? `at most ${most} are expected` : null
}
