// npm run shots: takes one picture of each main view, from a fresh demo, into docs/screenshots.
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
  const program = await bundle('shots/index.ts', 'shots')
  say('a fresh demo')
  const world = await demoWorld()
  try {
    await run(process.execPath, [program], { env: { LITTLE_EASEL_SHOTS_URL: world.url } })
  } finally {
    await world.end()
  }
})
