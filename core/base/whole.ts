import { z } from 'zod'

interface Whole {
  /** How many numbers there are. */
  readonly least: number
  readonly most: number
  /** They come in groups of so many: samples in fours, places in pairs. */
  readonly group: number
  /** What is wrong with a group that is short. */
  readonly short: string
  /** Least and greatest of each place of a group. */
  readonly range: readonly (readonly [number, number])[]
}

/**
 * A list of whole numbers. Lists of samples and of places are long: it is looked through by one loop that ends at the
 * first fault, and is not copied.
 */
export const wholeNumbers = (whole: Whole): z.ZodType<number[]> => listOfNumbers(whole, 'integer')

/** The same, of numbers that may have fractions. */
export const numbers = (whole: Whole): z.ZodType<number[]> => listOfNumbers(whole, 'number')

type Kind = 'integer' | 'number'

function listOfNumbers(whole: Whole, kind: Kind): z.ZodType<number[]> {
  const schema = z.custom<number[]>(value => troubleIn(value, whole, kind) === null, {
    error: ({ input }) => troubleIn(input, whole, kind) ?? undefined,
  })
  const [low, high] = [Math.min(...whole.range.map(([from]) => from)), Math.max(...whole.range.map(([, to]) => to))]
  // What is published of it: a check of one's own has no form in JSON Schema.
  schema._zod.toJSONSchema = () => ({
    type: 'array',
    minItems: whole.least,
    maxItems: whole.most,
    items: { type: kind, minimum: low, maximum: high },
  })
  return schema
}

/** What is wrong first; null: nothing. */
function troubleIn(value: unknown, { least, most, group, short, range }: Whole, kind: Kind): string | null {
  const fits = kind === 'integer' ? Number.isInteger : Number.isFinite
  if (!Array.isArray(value)) return 'a list of numbers is expected'
  if (value.length < least) return `at least ${least} numbers are expected`
  if (value.length > most) return `at most ${most} numbers are expected`
  if (value.length % group !== 0) return short
  for (let i = 0; i < value.length; i += group) {
    for (let k = 0; k < group; k++) {
      const number: unknown = value[i + k]
      if (typeof number !== 'number' || !fits(number))
        return `number ${i + k + 1} is no ${kind === 'integer' ? 'whole ' : ''}number`
      const [low, high] = range[k]!
      if (number < low || number > high) return `number ${i + k + 1} is out of range`
    }
  }
  return null
}
