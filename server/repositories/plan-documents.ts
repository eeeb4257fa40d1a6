import { promisify } from 'node:util'
import { deflate, inflate } from 'node:zlib'
import { LRUCache } from 'lru-cache'
import { drawnWith, type Plan } from '#core/plan'
import {
  PlanDocumentModel,
  PlanDocumentPictureModel,
  PlanPictureModel,
  PlanRecordModel,
  type PlanBody,
  type PlanDocument,
} from '../models'
import { digestOf } from '../utils/digest'
import { command, inTransaction, type Tx } from './database'
import { useInPlanRecord } from './paint'
import { every } from './values'

/**
 * What plans say, by its digest: the same content is stored once and never changed. A document's pictures and the
 * entries of its demonstration lie in tables of their own, its card in columns.
 */

const pack = promisify(deflate) as (data: Buffer) => Promise<Buffer>
const unpack = promisify(inflate) as (data: Buffer) => Promise<Buffer>

/** What is known of a plan without loading it. */
export type PlanFacts = Omit<PlanDocument, 'body' | 'record'>

const FACTS = { exclude: ['body', 'record'] }

/** JSON in which the order of keys says nothing. */
function canonical(value: unknown): string {
  return JSON.stringify(value, (_, each: unknown) =>
    each !== null && typeof each === 'object' && !Array.isArray(each)
      ? Object.fromEntries(Object.entries(each).sort(([a], [b]) => (a < b ? -1 : 1)))
      : each,
  )
}

/** A plan taken apart as it is stored. Pure: shapes and digests only. */
export function takenApart(plan: Plan) {
  const { pictures, demonstration, ...rest } = plan
  const { entries, ...record } = demonstration
  const bytes = new Map((pictures ?? []).map(each => [each.id, Buffer.from(each.base64, 'base64')]))
  const body: PlanBody = {
    ...rest,
    ...(pictures && { pictures: pictures.map(({ id, type }) => ({ id, type, digest: digestOf(bytes.get(id)!) })) }),
    demonstration: record,
  }
  const recordDigest = digestOf(canonical(entries))
  return {
    digest: digestOf(canonical({ body, record: recordDigest })),
    body,
    entries,
    record: recordDigest,
    pictures: (body.pictures ?? []).map(({ id, digest }) => ({ digest, bytes: bytes.get(id)! })),
  }
}

/**
 * Stores what a plan says, where it is not stored yet; answers its digest. Until the transaction ends nobody forgets
 * it.
 */
export async function storeDocument(plan: Plan, transaction: Tx): Promise<string> {
  const { digest, body, entries, record, pictures } = takenApart(plan)
  const once = { transaction, ignoreDuplicates: true }
  const known = { attributes: ['digest'], transaction, lock: transaction.LOCK.SHARE }
  if (await PlanDocumentModel.findByPk(digest, known)) return digest
  // A plan whose words change keeps its record and its pictures: they are not packed and sent again.
  const isKnown = (await PlanRecordModel.findByPk(record, known)) !== null
  if (!isKnown) {
    const packed = await pack(Buffer.from(JSON.stringify(entries)))
    await PlanRecordModel.bulkCreate([{ digest: record, packed }], once)
  }
  // Steps may lay out other stamps than the record was stored with.
  await useInPlanRecord(
    record,
    drawnWith(isKnown ? { steps: plan.steps } : plan).map(each => each.hash),
    transaction,
  )
  const shown = new Map(pictures.map(each => [each.digest, each]))
  for (const row of await PlanPictureModel.findAll({ where: { digest: [...shown.keys()] }, ...known }))
    shown.delete(row.digest)
  for (const picture of shown.values()) await PlanPictureModel.bulkCreate([picture], once)
  const { title, goal, level, minutes, topics = [], warmUps = [], sheet, steps } = body
  await PlanDocumentModel.bulkCreate(
    [
      {
        digest,
        title,
        goal,
        level,
        minutes,
        topics,
        warmUps,
        sheet,
        steps: steps.map(({ id, title: name, goOn, isRicher, lookFors }) => ({
          id,
          title: name,
          goOn,
          isRicher,
          lookFors: lookFors.map(each => ({ id: each.id, title: each.title, measure: each.settings.measure })),
        })),
        body,
        record,
      },
    ],
    once,
  )
  await PlanDocumentPictureModel.bulkCreate(
    [...new Set(pictures.map(each => each.digest))].map(picture => ({ document: digest, picture })),
    once,
  )
  return digest
}

/** Plans that were read lately, with about as many characters of JSON as they are. */
const keptDocuments = new LRUCache<string, { readonly plan: Plan; readonly size: number }>({
  maxSize: 8_000_000,
  sizeCalculation: each => each.size,
})

/** The plan as it was stored. Nobody changes it: others read the same one. */
export async function readDocument(digest: string, transaction?: Tx): Promise<Plan> {
  const kept = keptDocuments.get(digest)
  if (kept) return kept.plan
  const read = await readAnew(digest, transaction)
  keptDocuments.set(digest, read)
  return read.plan
}

async function readAnew(digest: string, transaction?: Tx): Promise<{ plan: Plan; size: number }> {
  const { body, record } = (await PlanDocumentModel.findByPk(digest, {
    attributes: ['body', 'record'],
    transaction,
  }))!.get({ plain: true })
  const [{ packed }, pictures] = await Promise.all([
    PlanRecordModel.findByPk(record, { transaction }).then(row => row!),
    body.pictures
      ? PlanPictureModel.findAll({ where: { digest: body.pictures.map(each => each.digest) }, transaction })
      : [],
  ])
  const bytes = new Map(pictures.map(each => [each.digest, each.bytes]))
  const entries = (await unpack(packed)).toString()
  const shown = body.pictures?.map(each => ({
    id: each.id,
    type: each.type,
    base64: bytes.get(each.digest)!.toString('base64'),
  }))
  const plan = {
    ...body,
    ...(shown && { pictures: shown }),
    demonstration: { ...body.demonstration, entries: JSON.parse(entries) as Plan['demonstration']['entries'] },
  } as Plan
  return { plan, size: 10_000 + entries.length + (shown ?? []).reduce((sum, each) => sum + each.base64.length, 0) }
}

/** Facts that were read lately. What is stored under a digest never changes, so every process may keep it. */
const keptFacts = new LRUCache<string, PlanFacts>({ max: 2000 })

/** What is known of these without loading them, by digest. */
export async function factsOf(digests: readonly string[], transaction?: Tx): Promise<ReadonlyMap<string, PlanFacts>> {
  const known = new Map(digests.map(each => [each, keptFacts.get(each)]))
  const wanted = [...known].flatMap(([digest, facts]) => (facts ? [] : [digest]))
  if (wanted.length > 0) {
    const rows = await every(PlanDocumentModel.findAll({ where: { digest: wanted }, attributes: FACTS, transaction }))
    for (const row of rows) {
      known.set(row.digest, row)
      keptFacts.set(row.digest, row)
    }
  }
  return new Map([...known].filter((each): each is [string, PlanFacts] => each[1] !== undefined))
}

/** Which of these are kept, by digest. */
export async function keptPictures(digests: readonly string[]): Promise<ReadonlySet<string>> {
  if (digests.length === 0) return new Set()
  const rows = await PlanPictureModel.findAll({ where: { digest: [...digests] }, attributes: ['digest'] })
  return new Set(rows.map(each => each.digest))
}

/** Stores a picture by itself; answers its digest. */
export async function storePicture(bytes: Buffer, transaction: Tx): Promise<string> {
  const digest = digestOf(bytes)
  await PlanPictureModel.bulkCreate([{ digest, bytes }], { transaction, ignoreDuplicates: true })
  return digest
}

export async function readPicture(digest: string): Promise<Buffer> {
  return (await PlanPictureModel.findByPk(digest, { attributes: ['bytes'] }))!.bytes
}

/** The small one of a picture: as it is kept, or made of the whole one by `make` and kept. */
export async function readCardPicture(digest: string, make: (whole: Buffer) => Promise<Buffer>): Promise<Buffer> {
  const kept = (await PlanPictureModel.findByPk(digest, { attributes: ['cardBytes'] }))?.cardBytes
  if (kept) return kept
  const cardBytes = await make(await readPicture(digest))
  await PlanPictureModel.update({ cardBytes }, { where: { digest } })
  return cardBytes
}

const IS_UNUSED = `NOT EXISTS (SELECT 1 FROM plans p WHERE p.digest = plan_documents.digest)
    AND NOT EXISTS (SELECT 1 FROM plan_versions v WHERE v.digest = plan_documents.digest)`

const UNUSED = [
  `DELETE FROM plan_documents WHERE ${IS_UNUSED}`,
  'DELETE FROM plan_records WHERE NOT EXISTS (SELECT 1 FROM plan_documents d WHERE d.record = plan_records.digest)',
  `DELETE FROM plan_pictures WHERE NOT EXISTS (SELECT 1 FROM plan_document_pictures d
    WHERE d.picture = plan_pictures.digest)
    AND NOT EXISTS (SELECT 1 FROM plans p WHERE p.picture = plan_pictures.digest)`,
]

/**
 * Forgets what no plan and no version says any more, with records and pictures that nobody shows. What is taken up
 * again at the same moment is held by its foreign key: then this is refused (SequelizeForeignKeyConstraintError), and
 * does for the next time.
 */
export async function forgetUnused(): Promise<void> {
  for (const statement of UNUSED) await inTransaction(tx => command(statement, {}, tx))
}

/** Forgets one document if nothing says it any more. Its record and its pictures wait for {@link forgetUnused}. */
export async function forgetDocument(digest: string, transaction: Tx): Promise<void> {
  await command(`DELETE FROM plan_documents WHERE digest = :digest AND ${IS_UNUSED}`, { digest }, transaction)
}
