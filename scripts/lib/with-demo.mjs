import { bundle } from './bundle.mjs'
import { ensureDebian, ensureKernels, ensurePackages, requireNode } from './needs.mjs'
import { run } from './run.mjs'
import { runMain, say } from './say.mjs'
import { demoWorld } from './world.mjs'

/**
 * Runs a TypeScript program of the project before the built app with a fresh demo. It finds the address in
 * LITTLE_EASEL_URL, that of the database in LITTLE_EASEL_DATABASE_URL, and the server's process in LITTLE_EASEL_PID; of
 * several all in LITTLE_EASEL_URLS and -PIDS.
 */
export function runWithDemo(entry, name, options = {}) {
  runMain(async () => {
    requireNode()
    await ensurePackages()
    await ensureDebian('chromium', ['chromium'])
    await ensureKernels()
    const program = await bundle(entry, name)
    say('a fresh demo')
    const world = await demoWorld(options)
    try {
      await run(process.execPath, ['--max-old-space-size=8192', program], {
        env: {
          LITTLE_EASEL_URL: world.urls[0],
          LITTLE_EASEL_DATABASE_URL: world.databaseUrl,
          LITTLE_EASEL_PID: String(world.pids[0]),
          LITTLE_EASEL_URLS: world.urls.join(' '),
          LITTLE_EASEL_PIDS: world.pids.join(' '),
        },
      })
    } finally {
      await world.end()
    }
  })
}
