import { ensureDebian, ensureKernels, ensurePackages } from './needs.mjs'
import { setupDatabase } from './setup.mjs'

/**
 * Steps to a database, for `runSteps`. `start`: starts its server, nothing where another one is used; `url`: where it
 * is then; `isOwn`: an empty one stays empty, else the demo is loaded; `code`, `backupTo`: see
 * {@link setupDatabase}.
 */
export function demoSteps({ start, url, isOwn = false, code, backupTo }) {
  return {
    packages: { run: ensurePackages },
    'the database server': { run: async () => start && ensureDebian('mariadbd', ['mariadb-server']) },
    kernels: { after: ['packages'], run: ensureKernels },
    'the database': { after: ['the database server', 'packages'], run: async () => start?.() },
    // It needs nothing of the build.
    [isOwn ? 'the tables' : 'the demo']: {
      after: ['the database', 'kernels'],
      run: () => setupDatabase(url(), isOwn ? [] : ['--demo'], { code, backupTo }),
    },
  }
}
