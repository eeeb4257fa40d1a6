import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gunzipSync, gzipSync } from 'node:zlib'
import mariadb, { type Connection } from 'mariadb'
import { create } from 'tar'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { restore } from '../scripts/lib/backup.mjs'
import { setupDatabase } from '../scripts/lib/setup.mjs'
import { databaseUrl } from './lib/world'

/** A place of an earlier version becomes one of this version, and nothing of it can be lost on the way. */

/** A database as the program of before left it. */
const DUMP = new URL('../server/migrations/dumps/before-0011.sql.gz', import.meta.url)
let folder = ''
let connection: Connection
const older = () => databaseUrl().replace(/\/[^/]+$/, '/older')
const backup = () => join(folder, 'before-update.tar')
const count = async (table: string) =>
  Number((await connection.query<{ n: bigint }[]>(`SELECT COUNT(*) AS n FROM older.${table}`))[0]!.n)
const databases = async () =>
  (await connection.query<{ Database: string }[]>('SHOW DATABASES')).map(each => each.Database)
const restored = (file: string) => restore({ databaseUrl: older(), dataFolder: join(folder, 'data'), file, tell() {} })

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'little-easel-upgrade-'))
  const { hostname: host, port, username: user, password } = new URL(databaseUrl())
  connection = await mariadb.createConnection({
    host,
    port: Number(port),
    user,
    password,
    multipleStatements: true,
    maxAllowedPacket: 64 * 1024 * 1024,
  })
  await connection.query('CREATE DATABASE older CHARACTER SET utf8mb4')
  await connection.query('USE older')
  await connection.query(gunzipSync(readFileSync(DUMP)).toString())
})
afterAll(async () => {
  await connection.end()
  rmSync(folder, { recursive: true, force: true })
})

describe('an update', () => {
  it('keeps what is in use as it was, before it changes it', async () => {
    const plans = await count('plans')
    await setupDatabase(older(), [], { quiet: true, backupTo: backup() })
    expect(statSync(backup()).mode & 0o777).toBe(0o600)
    expect(await count('plans')).toBe(plans)
    expect(await count('place')).toBe(1)
    // Up to date, there is nothing to be kept before.
    const again = join(folder, 'again.tar')
    await setupDatabase(older(), [], { quiet: true, backupTo: again })
    expect(existsSync(again)).toBe(false)
  })

  it('can be gone back on: the backup of the version before is restored, and brought up to date', async () => {
    const before = {
      plans: await count('plans'),
      versions: await count('plan_versions'),
      batches: await count('record_batches'),
    }
    await expect(restored(backup())).rejects.toThrow('nothing was touched')
    await connection.query('DROP DATABASE older')
    await restored(backup())
    expect(await count('plans')).toBe(before.plans)
    expect(await count('plan_versions')).toBe(before.versions)
    expect(await count('record_batches')).toBe(before.batches)
    expect(await count('place')).toBe(1)
  })
})

describe('a backup that is not for this version', () => {
  async function madeOf(name: string, set: object): Promise<string> {
    const dump = gzipSync('SELECT 1;')
    const parts = join(folder, name)
    mkdirSync(parts)
    writeFileSync(join(parts, 'database.sql.gz'), dump)
    const manifest = {
      format: 1,
      version: '9.0.0',
      madeAt: '2031-01-01T00:00:00.000Z',
      migrations: ['0001-first'],
      tables: [],
      sha256: createHash('sha256').update(dump).digest('hex'),
      ...set,
    }
    writeFileSync(join(parts, 'manifest.json'), JSON.stringify(manifest))
    const file = join(folder, `${name}.tar`)
    await create({ file, cwd: parts }, ['manifest.json', 'database.sql.gz'])
    return file
  }

  it('is refused before anything is touched: of a newer one, of another form, changed on its way', async () => {
    await connection.query('DROP DATABASE older')
    const newer = await madeOf('newer', { migrations: ['0001-first', '9999-to-come'] })
    await expect(restored(newer)).rejects.toThrow(/of a newer version \(9\.0\.0\)/)
    await expect(restored(await madeOf('form', { format: 2 }))).rejects.toThrow('of a newer version')
    await expect(restored(await madeOf('changed', { sha256: '0'.repeat(64) }))).rejects.toThrow('is no whole backup')
    await expect(restored(join(folder, 'nowhere.tar'))).rejects.toThrow('There is no')
    expect(await databases()).not.toContain('older')
  })
})
