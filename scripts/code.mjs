// npm run code: a way in for whoever looks after this place. Where it is not set up yet, a new code for that: an
// earlier one is good no more. Where it is, a link by which whoever keeps it takes a new password.
import { randomBytes } from 'node:crypto'
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
  const keeperToken = randomBytes(24).toString('base64url')
  await withDatabase(process.env.LITTLE_EASEL_DATA ?? fromRoot('.data'), url =>
    setupDatabase(url, [], { code, keeperToken }),
  )
  console.log(
    `\n  ${code}\n\n  On the front door: “Set up your own”. If the place is set up already, the code is good for nothing;`,
  )
  console.log('  the link above, after the address of the front door, lets its keeper take a new password.\n')
})
