import { z } from 'zod'

/** A family: its members by name, each with the schema of its kind of thing. */
export type Family = Readonly<Record<string, { readonly schema: z.ZodType }>>
type SchemasOf<F extends Family> = readonly [F[keyof F]['schema'], ...F[keyof F]['schema'][]]

/**
 * The schema for any member of a family, tried in the order of its table: a family is written once, and its union comes
 * from it.
 */
export function anyOf<F extends Family>(family: F): z.ZodUnion<SchemasOf<F>> {
  return z.union(Object.values(family).map(member => member.schema) as unknown as SchemasOf<F>)
}
