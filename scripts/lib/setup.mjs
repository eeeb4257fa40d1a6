import { bundle } from './bundle.mjs'
import { run } from './run.mjs'

/**
 * Migrates the database and, as asked, loads the demo or begins anew. It needs the kernels, and nothing of the build.
 * `code`: by which its place can be set up from now on; `backupTo`: where it is kept as it was before it is changed.
 * @param {string} databaseUrl
 * @param {string[]} [flags]
 * @param {{ quiet?: boolean, code?: string, keeperToken?: string,
 *   backupTo?: string }} [options] `keeperToken`: by a link with it the place's keeper takes a new password
 */
export async function setupDatabase(
  databaseUrl,
  flags = [],
  { quiet = false, code = '', keeperToken = '', backupTo = '' } = {},
) {
  await run(process.execPath, [await bundle('server/tools/setup.ts', 'setup'), ...flags], {
    env: {
      NUXT_DATABASE_URL: databaseUrl,
      LITTLE_EASEL_CODE: code,
      LITTLE_EASEL_KEEPER_TOKEN: keeperToken,
      LITTLE_EASEL_BACKUP_TO: backupTo,
    },
    quiet,
    todo: 'Check that DATABASE_URL is right and that its user may create tables.',
  })
}
