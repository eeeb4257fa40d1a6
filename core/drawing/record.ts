import { z } from 'zod'
import { CoreError, faultLine, listOf } from '../base'
import { actSchema } from './acts'
import { sheetSchema } from './sheet'

/** Ms since the record began. */
const at = z.int().min(0).max(Number.MAX_SAFE_INTEGER)

/**
 * One line of a record. `prepare` lays out what a step needs (its layers); undo leaves it standing.
 * `aided`: the program did it for somebody who asked for it. `step` says which step of the plan was opened, `meant`
 * that something a look-for found is so on purpose (or, after all,
 * not). Nothing is ever taken out of a record.
 */
export const entrySchema = z.discriminatedUnion('type', [
  z.strictObject({ type: z.literal('act'), at, act: actSchema, aided: z.literal(true).optional() }),
  z.strictObject({ type: z.literal('prepare'), at, act: actSchema }),
  z.strictObject({ type: z.literal('undo'), at }),
  z.strictObject({ type: z.literal('redo'), at }),
  z.strictObject({ type: z.literal('step'), at, step: z.string().min(1).max(60) }),
  z.strictObject({
    type: z.literal('meant'),
    at,
    step: z.string().min(1).max(60),
    lookFor: z.string().min(1).max(60),
    isMeant: z.boolean(),
  }),
])
export type Entry = z.infer<typeof entrySchema>

export const RECORD_VERSION = 1

/** How many numbers of samples and places an entry holds: what makes records large. */
export function numbersIn(entry: Entry): number {
  if (entry.type !== 'act' && entry.type !== 'prepare') return 0
  let sum = 0
  for (const value of Object.values(entry.act) as unknown[])
    if (Array.isArray(value)) for (const each of value as unknown[]) sum += Array.isArray(each) ? each.length : 1
  return sum
}

/** The ordered log of every act on a sheet. */
export const recordSchema = z.strictObject({
  version: z.literal(RECORD_VERSION),
  sheet: sheetSchema,
  entries: listOf(entrySchema),
})
export type DrawingRecord = z.infer<typeof recordSchema>

/** Checks what came from outside. Throws CoreError `record-version` or `record-malformed`. */
export function requireRecord(value: unknown): DrawingRecord {
  const version = (value as { version?: unknown } | null)?.version
  if (typeof version === 'number' && version > RECORD_VERSION) {
    throw new CoreError(
      'record-version',
      `the record is of version ${version}, this program knows ${RECORD_VERSION}`,
      'Use a newer Little Easel.',
    )
  }
  const parsed = recordSchema.safeParse(value)
  if (parsed.success) return parsed.data
  throw new CoreError(
    'record-malformed',
    `record: ${faultLine(parsed.error)}`,
    'Get the record again from where it was kept.',
  )
}
