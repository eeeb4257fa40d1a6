import { ensureDebian, ensureKernels, ensurePackages } from './needs.mjs'
import { setupDatabase } from './setup.mjs'

/**
 * Steps to a database with the demo in it, for `runSteps`. `start`: starts its server, nothing where another one is
 * used; `url`: where it is then.
 */
export function demoSteps({ start, url }) {
  return {
    packages: { run: ensurePackages },
    'the database server': { run: async () => start && ensureDebian('mariadbd', ['mariadb-server']) },
    kernels: { after: ['packages'], run: ensureKernels },
    'the database': { after: ['the database server', 'packages'], run: async () => start?.() },
    // It needs nothing of the build.
    'the demo': { after: ['the database', 'kernels'], run: () => setupDatabase(url(), ['--demo']) },
  }
}
