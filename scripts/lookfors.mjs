// npm run lookfors [-- attempts [look-for …]]: how right every look-for is, on attempts drawn by a made hand.
import { bundle } from './lib/bundle.mjs'
import { ensurePackages, requireNode } from './lib/needs.mjs'
import { run } from './lib/run.mjs'
import { runMain } from './lib/say.mjs'

runMain(async () => {
  requireNode()
  await ensurePackages()
  await run(process.execPath, [await bundle('demo/attempts/table.ts', 'lookfors'), ...process.argv.slice(2)])
})
