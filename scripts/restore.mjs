// npm run restore -- FILE: puts a backup into an empty place.
import { resolve } from 'node:path'
import { restore } from './lib/backup.mjs'
import { takeFolder } from './lib/orphans.mjs'
import { ensureKernels, ensurePackages, requireNode } from './lib/needs.mjs'
import { withDatabase } from './lib/own-database.mjs'
import { fromRoot } from './lib/root.mjs'
import { runMain, say, Trouble } from './lib/say.mjs'

runMain(async () => {
  requireNode()
  const given = process.argv[2]
  if (!given) throw new Trouble('It is not said which file.', 'npm run restore -- FILE')
  await ensurePackages()
  await ensureKernels()
  const dataFolder = process.env.LITTLE_EASEL_DATA ?? fromRoot('.data')
  // Nobody may draw in it meanwhile.
  const folder = await takeFolder(dataFolder)
  try {
    await withDatabase(dataFolder, databaseUrl => restore({ databaseUrl, dataFolder, file: resolve(given) }))
    say('restored: start it with  npm start')
  } finally {
    folder.leave()
  }
})
