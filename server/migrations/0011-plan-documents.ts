import { createHash } from 'node:crypto'
import { deflateSync } from 'node:zlib'
import { QueryTypes, type QueryInterface, type Sequelize } from 'sequelize'

/**
 * Plans as tables: what a plan says is stored once under its digest, with its card in columns, its pictures and its
 * record in tables of their own. All that it needs stands here: what the program does later changes nothing of it.
 * Begun again after it was cut off, it goes on.
 */

interface PlanBefore {
  title: string
  goal: string
  level: string
  minutes: number
  sheet: unknown
  topics?: unknown[]
  warmUps?: unknown[]
  steps: {
    id: string
    title: string
    goOn?: string
    isRicher?: boolean
    lookFors: { id: string; title: string; settings: { measure: string } }[]
  }[]
  pictures?: { id: string; type: string; base64: string }[]
  demonstration: { entries: unknown[] }
}

const TABLES = [
  `CREATE TABLE IF NOT EXISTS plan_records (digest CHAR(64) CHARACTER SET ascii PRIMARY KEY, packed LONGBLOB NOT NULL)`,
  `CREATE TABLE IF NOT EXISTS plan_pictures (digest CHAR(64) CHARACTER SET ascii PRIMARY KEY, bytes LONGBLOB NOT NULL)`,
  `CREATE TABLE IF NOT EXISTS plan_documents (
    digest CHAR(64) CHARACTER SET ascii PRIMARY KEY,
    title VARCHAR(80) NOT NULL,
    goal VARCHAR(2000) NOT NULL,
    level VARCHAR(10) NOT NULL,
    minutes INT NOT NULL,
    topics TEXT NOT NULL,
    warm_ups TEXT NOT NULL,
    sheet TEXT NOT NULL,
    steps MEDIUMTEXT NOT NULL,
    body LONGTEXT NOT NULL,
    record CHAR(64) CHARACTER SET ascii NOT NULL REFERENCES plan_records (digest)
  ) CHARACTER SET utf8mb4`,
  `CREATE TABLE IF NOT EXISTS plan_document_pictures (
    document CHAR(64) CHARACTER SET ascii NOT NULL REFERENCES plan_documents (digest) ON DELETE CASCADE,
    picture CHAR(64) CHARACTER SET ascii NOT NULL REFERENCES plan_pictures (digest),
    PRIMARY KEY (document, picture)
  )`,
  'ALTER TABLE plan_versions ADD COLUMN IF NOT EXISTS digest CHAR(64) CHARACTER SET ascii NULL',
]

const PLANS_AT_FIRST = `ALTER TABLE plans ADD COLUMN IF NOT EXISTS digest CHAR(64) CHARACTER SET ascii NULL,
  ADD COLUMN IF NOT EXISTS pictured CHAR(64) CHARACTER SET ascii NULL`

const VERSIONS_AT_LAST = `ALTER TABLE plan_versions MODIFY COLUMN digest CHAR(64) CHARACTER SET ascii NOT NULL,
    ADD FOREIGN KEY (digest) REFERENCES plan_documents (digest), DROP COLUMN document`

const PLANS_AT_LAST = `ALTER TABLE plans MODIFY COLUMN digest CHAR(64) CHARACTER SET ascii NOT NULL,
    ADD FOREIGN KEY (digest) REFERENCES plan_documents (digest),
    ADD FOREIGN KEY (pictured) REFERENCES plan_pictures (digest), DROP COLUMN document, DROP COLUMN picture`

const digestOf = (data: Buffer | string) => createHash('sha256').update(data).digest('hex')

/** JSON in which the order of keys says nothing. */
function canonical(value: unknown): string {
  return JSON.stringify(value, (_, each: unknown) =>
    each !== null && typeof each === 'object' && !Array.isArray(each)
      ? Object.fromEntries(Object.entries(each).sort(([a], [b]) => (a < b ? -1 : 1)))
      : each,
  )
}

async function storeDocument(sequelize: Sequelize, json: string): Promise<string> {
  const { pictures, demonstration, ...rest } = JSON.parse(json) as PlanBefore
  const { entries, ...withoutEntries } = demonstration
  const cut = pictures?.map(({ id, type, base64 }) => {
    const bytes = Buffer.from(base64, 'base64')
    return { id, type, bytes, digest: digestOf(bytes) }
  })
  const body = {
    ...rest,
    ...(cut && { pictures: cut.map(({ id, type, digest }) => ({ id, type, digest })) }),
    demonstration: withoutEntries,
  }
  const record = digestOf(canonical(entries))
  const digest = digestOf(canonical({ body, record }))
  const put = (sql: string, replacements: unknown[]) => sequelize.query(sql, { replacements })
  await put('INSERT IGNORE INTO plan_records (digest, packed) VALUES (?, ?)', [
    record,
    deflateSync(JSON.stringify(entries)),
  ])
  for (const each of cut ?? [])
    await put('INSERT IGNORE INTO plan_pictures (digest, bytes) VALUES (?, ?)', [each.digest, each.bytes])
  const steps = rest.steps.map(({ id, title, goOn, isRicher, lookFors }) => ({
    id,
    title,
    goOn,
    isRicher,
    lookFors: lookFors.map(each => ({ id: each.id, title: each.title, measure: each.settings.measure })),
  }))
  await put(
    `INSERT IGNORE INTO plan_documents (digest, title, goal, level, minutes, topics, warm_ups, sheet, steps, body, record)
      VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      digest,
      rest.title,
      rest.goal,
      rest.level,
      rest.minutes,
      JSON.stringify(rest.topics ?? []),
      JSON.stringify(rest.warmUps ?? []),
      JSON.stringify(rest.sheet),
      JSON.stringify(steps),
      JSON.stringify(body),
      record,
    ],
  )
  for (const each of cut ?? [])
    await put('INSERT IGNORE INTO plan_document_pictures (document, picture) VALUES (?, ?)', [digest, each.digest])
  return digest
}

export const planDocuments = {
  name: '0011-plan-documents',
  async up({ context: { sequelize } }: { context: QueryInterface }): Promise<void> {
    const rows = <T extends object>(sql: string, replacements: unknown[] = []) =>
      sequelize.query<T>(sql, { replacements, type: QueryTypes.SELECT })
    const has = async (table: string, column: string) =>
      (await rows(`SHOW COLUMNS FROM ${table} LIKE ?`, [column])).length > 0
    for (const table of TABLES) await sequelize.query(table)
    if (await has('plans', 'document')) await sequelize.query(PLANS_AT_FIRST)
    for (const table of ['plans', 'plan_versions']) {
      if (!(await has(table, 'document'))) continue
      // One at a time: a plan may be large.
      for (const { id } of await rows<{ id: number }>(`SELECT id FROM ${table} WHERE digest IS NULL`)) {
        const [row] = await rows<{ document: string }>(`SELECT document FROM ${table} WHERE id = ?`, [id])
        const digest = await storeDocument(sequelize, row!.document)
        await sequelize.query(`UPDATE ${table} SET digest = ? WHERE id = ?`, { replacements: [digest, id] })
      }
    }
    if (await has('plans', 'document')) {
      const pictured = await rows<{ id: number }>('SELECT id FROM plans WHERE picture IS NOT NULL AND pictured IS NULL')
      for (const { id } of pictured) {
        const [row] = await rows<{ picture: Buffer }>('SELECT picture FROM plans WHERE id = ?', [id])
        const digest = digestOf(row!.picture)
        await sequelize.query('INSERT IGNORE INTO plan_pictures (digest, bytes) VALUES (?, ?)', {
          replacements: [digest, row!.picture],
        })
        await sequelize.query('UPDATE plans SET pictured = ? WHERE id = ?', { replacements: [digest, id] })
      }
    }
    if (await has('plan_versions', 'document')) await sequelize.query(VERSIONS_AT_LAST)
    if (await has('plans', 'document')) await sequelize.query(PLANS_AT_LAST)
    if (await has('plans', 'pictured')) await sequelize.query('ALTER TABLE plans RENAME COLUMN pictured TO picture')
  },
}
