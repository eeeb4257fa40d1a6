// npm run demo -- year: adds a school year to the demo, to see and to measure what a hall is like that has used the
// program for long. Stop the app first, or give its DATABASE_URL.
import { startDatabase } from './lib/database.mjs'
import { ensureKernels, ensurePackages, requireNode } from './lib/needs.mjs'
import { fromRoot } from './lib/root.mjs'
import { runMain, say, Trouble } from './lib/say.mjs'
import { setupDatabase } from './lib/setup.mjs'

const KINDS = ['year']

runMain(async () => {
  requireNode()
  const [kind] = process.argv.slice(2)
  if (!kind || !KINDS.includes(kind)) throw new Trouble('Say what is to be added to the demo.', 'npm run demo -- year')
  await ensurePackages()
  await ensureKernels()
  const database = process.env.DATABASE_URL
    ? null
    : await startDatabase(process.env.LITTLE_EASEL_DATA ?? fromRoot('.data'))
  try {
    await setupDatabase(process.env.DATABASE_URL ?? database.url, ['--demo', '--year'])
    say('the school year is there')
  } finally {
    await database?.stop()
  }
})
