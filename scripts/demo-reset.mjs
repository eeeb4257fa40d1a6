// npm run demo:reset: drops everything and loads the demo again. Stop the app first, or give its DATABASE_URL.
import { startDatabase } from './lib/database.mjs'
import { ensureKernels, ensurePackages, requireNode } from './lib/needs.mjs'
import { fromRoot } from './lib/root.mjs'
import { runMain, say } from './lib/say.mjs'
import { setupDatabase } from './lib/setup.mjs'

runMain(async () => {
  requireNode()
  await ensurePackages()
  await ensureKernels()
  const database = process.env.DATABASE_URL
    ? null
    : await startDatabase(process.env.LITTLE_EASEL_DATA ?? fromRoot('.data'))
  try {
    await setupDatabase(process.env.DATABASE_URL ?? database.url, ['--reset', '--demo'])
    say('the demo is as it was')
  } finally {
    await database?.stop()
  }
})
