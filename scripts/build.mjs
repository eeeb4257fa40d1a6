// Builds the app for production when its sources changed.
import { ensureBuilt, ensurePackages, requireNode } from './lib/needs.mjs'
import { runMain } from './lib/say.mjs'

runMain(async () => {
  requireNode()
  await ensurePackages()
  await ensureBuilt()
})
