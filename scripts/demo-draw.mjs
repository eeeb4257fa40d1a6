// npm run demo:draw [-- part of a name]: draws the demo's drawings anew and keeps them in demo/kept. Needed when what they show has changed.
import { bundle } from './lib/bundle.mjs'
import { ensureKernels, ensurePackages, requireNode } from './lib/needs.mjs'
import { run } from './lib/run.mjs'
import { runMain } from './lib/say.mjs'

runMain(async () => {
  requireNode()
  await ensurePackages()
  await ensureKernels()
  await run(process.execPath, [await bundle('demo/draw.ts', 'demo-draw'), ...process.argv.slice(2)])
})
