// npm run bench: times the core and the Easel beside independent libraries, in one run.
import { bundle } from './lib/bundle.mjs'
import { ensureBuilt, ensureDebian, ensurePackages, requireNode } from './lib/needs.mjs'
import { run } from './lib/run.mjs'
import { runMain, say } from './lib/say.mjs'
import { demoWorld } from './lib/world.mjs'

runMain(async () => {
  requireNode()
  await ensurePackages()
  await ensureDebian('chromium', ['chromium'])
  await ensureBuilt()
  const program = await bundle('bench/index.ts', 'bench')
  say('a fresh demo')
  const world = await demoWorld()
  try {
    await run(process.execPath, ['--max-old-space-size=8192', program], { env: { LITTLE_EASEL_BENCH_URL: world.url } })
  } finally {
    await world.end()
  }
})
