import { readFileSync } from 'node:fs'
import { gunzipSync } from 'node:zlib'
import mariadb, { type Connection } from 'mariadb'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { ownPlan, planSchema, type Plan } from '#core/plan'
import { migrate } from '../server/migrations'
import { closeDatabase, inTransaction, openDatabase } from '../server/repositories/database'
import * as documents from '../server/repositories/plan-documents'
import * as plans from '../server/repositories/plans'
import { databaseUrl } from './lib/world'

/** Plans in the database: out of an older one, and as they are stored now. */

/** A database as the program of before left it: two lessons, a mural, a sheet, and their versions. */
const DUMP = new URL('../server/migrations/dumps/before-0011.sql.gz', import.meta.url)
const ORLA = 1

let connection: Connection
/** What every plan and every version said before. */
const before = { plans: new Map<number, Plan>(), versions: new Map<number, Plan>() }
let picture: Buffer

/** Rows of one table by number, as the numbers and texts that they are. */
const rows = (sql: string) => connection.query<Record<string, unknown>[]>(sql)
const count = async (table: string) => Number((await rows(`SELECT COUNT(*) AS n FROM ${table}`))[0]!.n)

beforeAll(async () => {
  const url = new URL(databaseUrl())
  connection = await mariadb.createConnection({
    host: url.hostname,
    port: Number(url.port),
    user: url.username,
    password: url.password,
    multipleStatements: true,
    maxAllowedPacket: 64 * 1024 * 1024,
  })
  await connection.query('CREATE DATABASE older CHARACTER SET utf8mb4')
  await connection.query('USE older')
  await connection.query(gunzipSync(readFileSync(DUMP)).toString())
  for (const [kind, table] of [
    ['plans', 'plans'],
    ['versions', 'plan_versions'],
  ] as const)
    for (const row of await rows(`SELECT id, document FROM ${table}`))
      before[kind].set(Number(row.id), JSON.parse(row.document as string) as Plan)
  picture = (await rows('SELECT picture FROM plans WHERE id = 1'))[0]!.picture as Buffer
  url.pathname = '/older'
  const sequelize = openDatabase(url.href)
  // Cut off in its middle, it goes on.
  const whole = (await rows('SELECT document FROM plan_versions WHERE id = 9'))[0]!.document
  await connection.query("UPDATE plan_versions SET document = '{' WHERE id = 9")
  await expect(migrate(sequelize)).rejects.toThrow('0011-plan-documents')
  await connection.query('UPDATE plan_versions SET document = ? WHERE id = 9', [whole])
  expect((await migrate(sequelize))[0]).toBe('0011-plan-documents')
})
afterAll(async () => {
  await closeDatabase()
  await connection.end()
})

describe('a database of before plans were tables', () => {
  it('has every plan and every version as it was', async () => {
    expect(before.plans.size).toBe(4)
    for (const [planId, plan] of before.plans)
      expect(await plans.documentFor({ planId, versionId: null }), plan.title).toEqual(plan)
    expect(before.versions.size).toBe(10)
    for (const [versionId, plan] of before.versions)
      expect(await plans.documentFor({ planId: 0, versionId }), plan.title).toEqual(plan)
  })

  it('has their cards in columns', async () => {
    const [kettle, notice] = await plans.plansOf(ORLA)
    const { steps, ...said } = before.plans.get(1)!
    expect(kettle!.facts).toMatchObject({ title: said.title, goal: said.goal, level: said.level, sheet: said.sheet })
    expect(kettle!.facts.steps.map(each => [each.id, each.title])).toEqual(steps.map(each => [each.id, each.title]))
    expect(kettle!.facts.steps.flatMap(each => each.lookFors)).toEqual(
      steps.flatMap(step => step.lookFors.map(({ id, title, settings }) => ({ id, title, measure: settings.measure }))),
    )
    expect(kettle!.revision).toBe(2)
    expect(notice!.facts.topics).toEqual(before.plans.get(5)!.topics)
    expect(notice!.facts.warmUps).toEqual(before.plans.get(5)!.warmUps)
    expect(notice!.archivedAt).not.toBeNull()
  })

  it('has the same content once', async () => {
    // The kettle’s record is that of its version, though its title was changed since; a sheet is as the mural’s.
    expect(await count('plan_documents')).toBe(13)
    expect(await count('plan_records')).toBe(3)
    expect((await plans.latestVersion(5))!.digest).toBe((await plans.planById(5))!.digest)
    expect((await plans.latestVersion(1))!.digest).not.toBe((await plans.planById(1))!.digest)
  })

  it('has the pictures as they were', async () => {
    expect(await plans.planPicture(1)).toEqual(picture)
    expect(await plans.planPicture(6)).toBeNull()
    expect(await count('plan_document_pictures')).toBe(8)
  })

  it('stores what it said as the program does now: nothing is new', async () => {
    const digests = await inTransaction(tx =>
      Promise.all([...before.plans.values()].map(plan => documents.storeDocument(plan, tx))),
    )
    const kept = await Promise.all([...before.plans.keys()].map(id => plans.planById(id)))
    expect(digests).toEqual(kept.map(each => each!.digest))
    expect(await count('plan_documents')).toBe(13)
  })

  it('may be migrated again: nothing is done twice', async () => {
    await rows("DELETE FROM migrations WHERE name = '0011-plan-documents'")
    const url = new URL(databaseUrl())
    url.pathname = '/older'
    await expect(migrate(openDatabase(url.href))).resolves.toEqual(['0011-plan-documents'])
    expect(await count('plan_documents')).toBe(13)
  })
})

describe('a plan that is stored', () => {
  const PIXEL = Buffer.from('89504e470d0a1a0a0000', 'hex')
  const made = (title: string, changes: Partial<Plan> = {}) =>
    planSchema.parse({
      ...ownPlan(title, { width: 600, height: 400, paper: [255, 255, 255] }),
      pictures: [{ id: 'one', type: 'image/png', base64: PIXEL.toString('base64') }],
      ...changes,
    })
  const add = (plan: Plan) => inTransaction(tx => plans.addPlan(ORLA, plan, PIXEL, tx))

  it('is read as it was, and shares what is the same', async () => {
    const pictures = await count('plan_pictures')
    const first = await add(made('A crab'))
    const second = await add(made('A crab'))
    const third = await add(made('A crab on a stone'))
    expect(await plans.documentFor({ planId: first.id, versionId: null })).toEqual(made('A crab'))
    expect(second.digest).toBe(first.digest)
    expect(third.digest).not.toBe(first.digest)
    expect(await count('plan_pictures')).toBe(pictures + 1)
    expect(await plans.planPicture(third.id)).toEqual(PIXEL)
  })

  it('is the same in whatever order its fields come', async () => {
    const plan = made('A buoy')
    const turned = Object.fromEntries(Object.entries(plan).reverse()) as Plan
    expect(documents.takenApart(turned).digest).toBe(documents.takenApart(plan).digest)
  })

  it('forgets what it said when it is changed, unless a version says it', async () => {
    const row = await add(made('A net'))
    const version = await plans.addVersion(row.id, 1, row.digest)
    await inTransaction(tx => plans.changePlan(row, made('A net, mended'), null, tx))
    const mended = (await plans.planById(row.id))!
    expect(mended).toMatchObject({ title: 'A net, mended', revision: 2 })
    expect((await plans.documentFor({ planId: row.id, versionId: version.id })).title).toBe('A net')
    await inTransaction(tx => plans.changePlan(mended, made('A net, mended twice'), null, tx))
    expect(await documents.factsOf([mended.digest])).toEqual(new Map())
    expect((await plans.factsFor({ planId: row.id, versionId: null })).title).toBe('A net, mended twice')
  })

  it('leaves no record and no picture behind that nobody shows', async () => {
    await documents.forgetUnused()
    const [records, pictures] = [await count('plan_records'), await count('plan_pictures')]
    const row = await add(
      made('A lantern', {
        pictures: [{ id: 'one', type: 'image/png', base64: Buffer.from('else').toString('base64') }],
      }),
    )
    expect(await count('plan_pictures')).toBe(pictures + 1)
    await inTransaction(tx => plans.changePlan(row, made('A lantern'), null, tx))
    await documents.forgetUnused()
    expect(await count('plan_pictures')).toBe(pictures)
    expect(await count('plan_records')).toBe(records)
    expect((await plans.documentFor({ planId: row.id, versionId: null })).pictures).toHaveLength(1)
  })

  it('is not forgotten while somebody takes it up', async () => {
    const row = await add(made('An oar'))
    const { digest } = row
    await inTransaction(async tx => {
      await documents.storeDocument(made('An oar'), tx)
      // Another transaction forgets it: it waits for the one that took it up.
      const forgetting = inTransaction(async other => {
        await plans.changePlan(row, made('An oar, broken'), null, other)
      })
      await plans.addVersion(row.id, 1, digest, tx)
      return { forgetting }
    }).then(({ forgetting }) => forgetting)
    expect((await documents.factsOf([digest])).get(digest)!.title).toBe('An oar')
    expect((await plans.latestVersion(row.id))!.digest).toBe(digest)
  })
})
