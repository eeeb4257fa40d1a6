import { run } from './run.mjs'

/** Migrates the database and, as asked, loads the demo or begins anew. */
export function setupDatabase(databaseUrl, flags = [], { quiet = false } = {}) {
  return run(process.execPath, ['.output/tools/setup.mjs', ...flags], {
    env: { NUXT_DATABASE_URL: databaseUrl }, quiet,
    todo: 'Check that DATABASE_URL is right and that its user may create tables.',
  })
}
