import { execFileSync } from 'node:child_process'
import type { Sequelize } from 'sequelize'
import { KEPT, keptDrawn } from '#demo/kept'
import { isDemoUnfinished, seedDemo } from '#demo/seed'
import { seedYear } from '#demo/year'
import { migrate, migrationNames, pendingMigrations } from '../migrations'
import { closeDatabase, inTransaction, openDatabase } from '../repositories/database'
import { addInvitation } from '../repositories/invitations'
import { Nodes, serversOf } from '../repositories/nodes'
import { countTeachers, teacherById } from '../repositories/people'
import { setCode, thePlace } from '../repositories/place'
import { digestOf } from '../utils/digest'
import { codeDigest } from '../utils/setup-code'

/**
 * Prepares a database: migrates it and, with --demo, loads the demo when it is empty; with --year a school year beside.
 * --reset drops every table first. Reads NUXT_DATABASE_URL, and the demo's drawings from the project's folder; with
 * LITTLE_EASEL_CODE that is the code by which the place can be set up from now on, with LITTLE_EASEL_KEEPER_TOKEN a
 * link with it lets its keeper take a new password, with LITTLE_EASEL_BACKUP_TO a backup
 * is written there before tables that are in use are changed.
 */
async function main(): Promise<void> {
  const url = process.env.NUXT_DATABASE_URL
  if (!url) throw new Error('NUXT_DATABASE_URL is not set')
  await createDatabase(url)
  const sequelize = openDatabase(url)
  if (process.argv.includes('--reset')) await dropTables(sequelize)
  else await backUpBefore(sequelize)
  await migrateAll(sequelize)
  const wantsDemo = process.argv.includes('--demo')
  if (wantsDemo && (await isDemoUnfinished())) {
    console.log('an earlier load of the demo was cut off: beginning anew')
    await dropTables(sequelize)
    await migrateAll(sequelize)
  }
  if (wantsDemo && (await countTeachers()) === 0) {
    const began = Date.now()
    await seedDemo(
      name => keptDrawn(KEPT, name),
      line => console.log(`demo: ${line}`),
    )
    console.log(`demo loaded in ${Math.round((Date.now() - began) / 1000)} s`)
  }
  if (process.argv.includes('--year')) {
    const began = Date.now()
    await seedYear(
      name => keptDrawn(KEPT, name),
      line => console.log(`year: ${line}`),
    )
    console.log(`year made in ${Math.round((Date.now() - began) / 1000)} s`)
  }
  const code = process.env.LITTLE_EASEL_CODE
  if (code) await setCode(codeDigest(code))
  const token = process.env.LITTLE_EASEL_KEEPER_TOKEN
  if (token) await inviteKeeper(token)
  await closeDatabase()
}

/** Whoever keeps the place takes a new password by a link that holds this: nobody here can make one for them. */
async function inviteKeeper(token: string): Promise<void> {
  const { keeperId } = await thePlace()
  const keeper = keeperId === null ? null : await teacherById(keeperId)
  if (!keeper) return
  const { name, email } = keeper
  const row = { token: digestOf(token), name, email, teacherId: keeper.id, days: 1 }
  await inTransaction(tx => addInvitation(row, tx))
  console.log(`for ${name}, who keeps the place, good once and for a day:`)
  console.log(`  /invited#${token}`)
}

async function migrateAll(sequelize: Sequelize): Promise<void> {
  for (const name of await migrate(sequelize)) console.log(`migrated ${name}`)
}

/** Before what people have is changed by a new version, it is kept as it was, and said what changes. */
async function backUpBefore(sequelize: Sequelize): Promise<void> {
  const file = process.env.LITTLE_EASEL_BACKUP_TO
  const pending = await pendingMigrations(sequelize)
  const isNew = pending.length === migrationNames().length
  if (!file || isNew || pending.length === 0 || (await countTeachers()) === 0) return
  console.log(`this version changes the tables: ${pending.join(', ')}`)
  console.log('as they are now they are kept first:')
  execFileSync(process.execPath, ['scripts/backup.mjs', file], {
    env: { ...process.env, DATABASE_URL: process.env.NUXT_DATABASE_URL },
    stdio: 'inherit',
  })
}

async function createDatabase(address: string): Promise<void> {
  const { servers, url } = serversOf(address)
  const { pathname, username, password } = new URL(url)
  const name = pathname.slice(1).replaceAll('`', '')
  const nodes = new Nodes(servers)
  const connection = await nodes.createConnection({
    user: decodeURIComponent(username),
    password: decodeURIComponent(password),
  })
  try {
    await connection.query(`CREATE DATABASE IF NOT EXISTS \`${name}\` CHARACTER SET utf8mb4`)
  } finally {
    await connection.end()
    nodes.close()
  }
}

async function dropTables(sequelize: Sequelize): Promise<void> {
  await sequelize.query('SET FOREIGN_KEY_CHECKS = 0')
  // Some versions answer names, others objects.
  const tables = (await sequelize.getQueryInterface().showAllTables()) as (string | { tableName: string })[]
  for (const table of tables) {
    await sequelize.query(`DROP TABLE IF EXISTS \`${typeof table === 'string' ? table : table.tableName}\``)
  }
  await sequelize.query('SET FOREIGN_KEY_CHECKS = 1')
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error)
  process.exit(1)
})
