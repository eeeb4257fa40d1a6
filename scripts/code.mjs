// npm run code: draws a new code by which this place can be set up; an earlier one is good no more.
import { ensureKernels, ensurePackages, requireNode } from './lib/needs.mjs'
import { withDatabase } from './lib/own-database.mjs'
import { fromRoot } from './lib/root.mjs'
import { runMain } from './lib/say.mjs'
import { setupDatabase } from './lib/setup.mjs'
import { drawSetupCode } from './lib/setup-code.mjs'

runMain(async () => {
  requireNode()
  await ensurePackages()
  await ensureKernels()
  const code = drawSetupCode()
  await withDatabase(process.env.LITTLE_EASEL_DATA ?? fromRoot('.data'), url => setupDatabase(url, [], { code }))
  console.log(
    `\n  ${code}\n\n  On the front door: “Set up your own”. If the place is set up already, it is good for nothing.\n`,
  )
})
