// npm run formats: writes the JSON Schemas of plan files to docs/formats.
import { bundle } from './lib/bundle.mjs'
import { ensurePackages, requireNode } from './lib/needs.mjs'
import { run } from './lib/run.mjs'
import { runMain } from './lib/say.mjs'

runMain(async () => {
  requireNode()
  await ensurePackages()
  await run(process.execPath, [await bundle('server/tools/plan-schemas.ts', 'plan-schemas'), 'docs/formats'])
})
