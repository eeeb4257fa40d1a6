import equal from 'fast-deep-equal'
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { z } from 'zod'
import { CoreError, firstFault } from '../base'
import { recordSchema } from '../drawing'
import { drawnWith } from './drawn-with'
import { planSchema, pictureSchema, type Plan } from './schema'
import { doOverlap, zipParts } from '../archive'

/**
 * A plan as a file: a zip (APPNOTE 6.3) with `plan.json`, the demonstration's record in `record.json`, pictures under
 * `pictures/`, those that the demonstration draws with under `brought/` by the hash of their px, and the JSON Schemas
 * (draft 2020-12) that describe the first two.
 */

const FORMAT = 'little-easel-plan'
export const PLAN_FILE_VERSION = 1
export const PLAN_FILE_NAME = '.easelplan.zip'

/** Bytes of a file, and of all that is in it, at most; and how many parts. */
const GREATEST_FILE = 60_000_000
const GREATEST_CONTENT = 150_000_000
const MOST_PARTS = 200

const PLAN = 'plan.json'
const RECORD = 'record.json'
const PICTURES = 'pictures/'
const BROUGHT = 'brought/'
const EXTENSIONS = { 'image/png': 'png', 'image/jpeg': 'jpg', 'image/webp': 'webp' } as const
const SCHEMA = 'plan.schema.json'
const RECORD_SCHEMA = 'record.schema.json'

const pictureFileSchema = z.strictObject({ ...pictureSchema.omit({ base64: true }).shape, file: z.string().max(100) })

/** What `plan.json` holds: the plan, but the demonstration and what the pictures show. */
const headSchema = z.strictObject({
  format: z.literal(FORMAT),
  version: z.literal(PLAN_FILE_VERSION),
  plan: z.strictObject({ ...planSchema.shape, version: z.literal(1) }).omit({ demonstration: true, pictures: true }),
  pictures: z.array(pictureFileSchema).max(120),
})

/** The two schemas as they are published. */
export function planFileSchemas(): { readonly [SCHEMA]: object; readonly [RECORD_SCHEMA]: object } {
  const options = { target: 'draft-2020-12', io: 'input' } as const
  return {
    [SCHEMA]: { title: 'A Little Easel plan', ...z.toJSONSchema(headSchema, options) },
    [RECORD_SCHEMA]: { title: 'The record of a drawing', ...z.toJSONSchema(recordSchema, options) },
  }
}

/** Px that a plan draws with, as PNG files, by their hash. */
export type BroughtFiles = ReadonlyMap<string, Uint8Array>

/**
 * Packs a plan. The same plan gives the same bytes. Throws CoreError `picture-missing` where something is not there
 * that it draws with.
 */
export function packPlan(plan: Plan, brought: BroughtFiles = new Map()): Uint8Array {
  const { demonstration, pictures = [], ...head } = plan
  const files: Record<string, Uint8Array> = {}
  const json = (value: unknown) => strToU8(`${JSON.stringify(value, null, 1)}\n`)
  const listed = pictures.map(({ id, type, base64 }) => {
    const file = `${PICTURES}${id}.${EXTENSIONS[type]}`
    files[file] = bytesOf(base64)
    return { id, type, file }
  })
  for (const { hash } of drawnWith(plan)) {
    const bytes = brought.get(hash)
    if (!bytes)
      throw new CoreError(
        'picture-missing',
        'a picture that the plan draws with is not here',
        'Try again where there is a network.',
      )
    files[`${BROUGHT}${hash}.png`] = bytes
  }
  const schemas = planFileSchemas()
  return zipSync(
    {
      [PLAN]: json({ format: FORMAT, version: PLAN_FILE_VERSION, plan: head, pictures: listed }),
      [RECORD]: strToU8(JSON.stringify(demonstration)),
      [SCHEMA]: json(schemas[SCHEMA]),
      [RECORD_SCHEMA]: json(schemas[RECORD_SCHEMA]),
      ...files,
    },
    { mtime: '1980-01-02T00:00:00', level: 6 },
  )
}

/**
 * Reads such a file. What does not fit is refused as a whole.
 * @throws CoreError `plan-file`, with the place of the fault
 */
export function readPlanFile(bytes: Uint8Array): { plan: Plan; brought: BroughtFiles } {
  const files = unpack(bytes)
  const head = requireHead(parse(files, PLAN))
  const demonstration = check(recordSchema, parse(files, RECORD), RECORD)
  const pictures = head.pictures.map(({ id, type, file }, i) => {
    const picture = files[file]
    if (!file.startsWith(PICTURES) || !picture)
      throw refused(`${PLAN}, pictures.${i}.file`, `there is no picture “${file.slice(0, 60)}” in the file`)
    if (!looksLike(type, picture)) throw refused(file, `this is no ${EXTENSIONS[type].toUpperCase()} picture`)
    return { id, type, base64: base64Of(picture) }
  })
  const plan = check(planSchema, { ...head.plan, ...(pictures.length && { pictures }), demonstration }, PLAN)
  if (!equal(plan.sheet, demonstration.sheet))
    throw refused(`${RECORD}, sheet`, 'the demonstration is drawn on another sheet than the plan’s')
  const brought = drawnWith(plan).map(({ hash }) => {
    const file = `${BROUGHT}${hash}.png`
    if (!files[file]) throw refused(file, 'the picture is missing that the plan draws with')
    return [hash, files[file]] as const
  })
  return { plan, brought: new Map(brought) }
}

function refused(place: string, why: string): CoreError {
  return new CoreError(
    'plan-file',
    `${place}: ${why}`,
    'Get the file again from whoever shared it. Nothing was stored.',
  )
}

function unpack(bytes: Uint8Array): Record<string, Uint8Array> {
  if (bytes.length > GREATEST_FILE) throw refused('the file', `it is larger than ${GREATEST_FILE / 1e6} MB`)
  const noZip = refused('the file', 'it is no zip file, or it is cut short')
  // All that can be told without unpacking comes first: nothing is made room for until then.
  const parts = zipParts(bytes)
  if (!parts) throw noZip
  if (parts.length > MOST_PARTS) throw refused('the file', `it has more than ${MOST_PARTS} parts`)
  if (doOverlap(parts)) throw refused('the file', 'parts of it lie over one another')
  if (parts.reduce((sum, each) => sum + each.size, 0) > GREATEST_CONTENT)
    throw refused('the file', `unpacked it is larger than ${GREATEST_CONTENT / 1e6} MB`)
  try {
    const files = unzipSync(bytes, {
      filter({ name }) {
        if (isClimbing(name)) throw refused(`part “${name.slice(0, 60)}”`, 'its path leads out of the file')
        return !name.endsWith('/')
      },
    })
    // Sizes were those that the file claims.
    if (Object.values(files).reduce((sum, each) => sum + each.length, 0) > GREATEST_CONTENT)
      throw refused('the file', 'unpacked it is larger than it says')
    return files
  } catch (error) {
    throw error instanceof CoreError ? error : noZip
  }
}

function isClimbing(name: string): boolean {
  return name.startsWith('/') || name.includes('\\') || /^[a-z]:/i.test(name) || name.split('/').includes('..')
}

function parse(files: Record<string, Uint8Array>, name: string): unknown {
  const file = files[name]
  if (!file) throw refused('the file', `${name} is missing: this is no plan`)
  try {
    return JSON.parse(strFromU8(file)) as unknown
  } catch {
    throw refused(name, 'it is no JSON, or it is cut short')
  }
}

function requireHead(value: unknown): z.infer<typeof headSchema> {
  const { format, version } = (value ?? {}) as { format?: unknown; version?: unknown }
  if (format !== FORMAT) throw refused(`${PLAN}, format`, 'this is no plan')
  if (typeof version === 'number' && version > PLAN_FILE_VERSION) {
    throw new CoreError(
      'plan-file',
      `${PLAN}, version: the file is of version ${version}, this program knows ${PLAN_FILE_VERSION}`,
      'Use a newer Little Easel. Nothing was stored.',
    )
  }
  return check(headSchema, value, PLAN)
}

function check<T>(schema: z.ZodType<T>, value: unknown, file: string): T {
  const parsed = schema.safeParse(value)
  if (parsed.success) return parsed.data
  const { path, message } = firstFault(parsed.error)
  throw refused([file, ...(path.length ? [path.join('.')] : [])].join(', '), message)
}

/** The first bytes of each kind (PNG 1.2 §3.1, JPEG SOI, RIFF/WEBP). */
function looksLike(type: keyof typeof EXTENSIONS, bytes: Uint8Array): boolean {
  const starts = (...values: number[]) => values.every((value, i) => bytes[i] === value)
  if (type === 'image/png') return starts(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)
  if (type === 'image/jpeg') return starts(0xff, 0xd8, 0xff)
  return starts(0x52, 0x49, 0x46, 0x46) && strFromU8(bytes.subarray(8, 12)) === 'WEBP'
}

// --- base64 (RFC 4648 §4), which the core has no platform function for

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/'
const VALUES = /* @__PURE__ */ new Map([...LETTERS].map((letter, value) => [letter, value]))

export function bytesOf(base64: string): Uint8Array {
  const text = base64.replace(/=+$/, '')
  const out = new Uint8Array(Math.floor((text.length * 3) / 4))
  let bits = 0
  let held = 0
  let at = 0
  for (const letter of text) {
    bits = ((bits << 6) | VALUES.get(letter)!) & 0xffffff
    held += 6
    if (held >= 8) {
      held -= 8
      out[at++] = (bits >> held) & 255
    }
  }
  return out
}

export function base64Of(bytes: Uint8Array): string {
  const out: string[] = []
  for (let i = 0; i < bytes.length; i += 3) {
    const [a, b, c] = [bytes[i]!, bytes[i + 1], bytes[i + 2]]
    const bits = (a << 16) | ((b ?? 0) << 8) | (c ?? 0)
    out.push(
      LETTERS[bits >> 18]! +
        LETTERS[(bits >> 12) & 63]! +
        (b === undefined ? '=' : LETTERS[(bits >> 6) & 63]!) +
        (c === undefined ? '=' : LETTERS[bits & 63]!),
    )
  }
  return out.join('')
}
