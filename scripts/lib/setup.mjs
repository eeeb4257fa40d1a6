import { bundle } from './bundle.mjs'
import { run } from './run.mjs'

/**
 * Migrates the database and, as asked, loads the demo or begins anew. It needs the kernels, and nothing of the build.
 */
export async function setupDatabase(databaseUrl, flags = [], { quiet = false } = {}) {
  await run(process.execPath, [await bundle('server/tools/setup.ts', 'setup'), ...flags], {
    env: { NUXT_DATABASE_URL: databaseUrl },
    quiet,
    todo: 'Check that DATABASE_URL is right and that its user may create tables.',
  })
}
