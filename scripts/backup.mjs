// npm run backup [-- FILE]: a whole place as one file, with its key; also while it runs.
import { join, resolve } from 'node:path'
import { backUp } from './lib/backup.mjs'
import { backupsIn, nameAt } from './lib/backups.mjs'
import { ensurePackages, requireNode } from './lib/needs.mjs'
import { withDatabase } from './lib/own-database.mjs'
import { fromRoot } from './lib/root.mjs'
import { runMain } from './lib/say.mjs'

runMain(async () => {
  requireNode()
  await ensurePackages()
  const dataFolder = process.env.LITTLE_EASEL_DATA ?? fromRoot('.data')
  const given = process.argv[2]
  const file = given ? resolve(given) : join(backupsIn(dataFolder), nameAt('backup'))
  const made = await withDatabase(dataFolder, databaseUrl => backUp({ databaseUrl, dataFolder, file }))
  console.log(`\n  ${made.file}\n  ${Math.ceil(made.bytes / 1000)} kB, ${made.tables} tables\n`)
  console.log(
    '  Keep it where this machine is not, and where nobody else reads: everything is in it, the key as well.\n',
  )
})
