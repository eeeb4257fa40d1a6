import { execFileSync } from 'node:child_process'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { digestOf } from './digest.mjs'
import { areKernelsCurrent } from './kernels.mjs'
import { fromRoot } from './root.mjs'
import { run } from './run.mjs'
import { say, Trouble } from './say.mjs'

export function requireNode() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major !== 20 || minor < 19) {
    throw new Trouble(
      `Little Easel needs Node 20.19 or later of the 20 line; this is ${process.versions.node}.`,
      'Install Node 20 and start again.',
    )
  }
}

const PACKAGES_STAMP = fromRoot('node_modules/.lock-stamp')

/** Whether the packages that are installed are those of the lock file. */
export const arePackagesCurrent = () =>
  existsSync(PACKAGES_STAMP) && readFileSync(PACKAGES_STAMP, 'utf8') === digestOf(['package-lock.json'])

/** npm packages, when they are missing or the lock file changed. */
export async function ensurePackages() {
  if (arePackagesCurrent()) return
  say('installing packages (a minute or two)')
  await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    todo: 'Check that the npm registry can be reached, then start again.',
  })
  writeFileSync(PACKAGES_STAMP, digestOf(['package-lock.json']))
}

/** What the build is made from; the same digest means the same build. */
const SOURCES = [
  'app',
  'core',
  'demo',
  'modules',
  'public',
  'scripts',
  'server',
  'shared',
  'nuxt.config.ts',
  'package-lock.json',
]

export const sourcesDigest = () => digestOf(SOURCES)

/**
 * The kernels: whatever runs the core needs them. They are kept with the code, and made anew when their sources change.
 */
export async function ensureKernels() {
  if (areKernelsCurrent()) return
  say('compiling the kernels')
  await run(process.execPath, ['scripts/build-kernels.mjs'])
}

/** Kernels and Nuxt's generated types: needed before lint, types and tests. */
export async function ensurePrepared() {
  await ensureKernels()
  if (!existsSync(fromRoot('.nuxt/tsconfig.json'))) await run('npx', ['nuxt', 'prepare'], { quiet: true })
}

/** The production build, when the sources changed since the last one. */
export async function ensureBuilt() {
  await ensureKernels()
  const stamp = fromRoot('.output/sources-stamp')
  const wanted = sourcesDigest()
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return
  say('building (about a minute)')
  // The tests' world builds as well: nothing of the test runner's settings goes into the build.
  await run('npx', ['nuxt', 'build'], {
    env: {
      NODE_OPTIONS: '--max-old-space-size=4096',
      NODE_ENV: 'production',
      VITEST: '',
      TEST: '',
      MODE: '',
      DEV: '',
      PROD: '',
    },
  })
  writeFileSync(stamp, wanted)
}

/** A Debian package that brings `command`; installed when root, otherwise the one line is said. */
export async function ensureDebian(command, packages) {
  if (commandPath(command)) return
  const line = `apt-get install -y --no-install-recommends ${packages.join(' ')}`
  if (process.getuid?.() !== 0) throw new Trouble(`${command} is not installed.`, `Run:  sudo ${line}`)
  say(`installing ${packages.join(', ')} from Debian's packages`)
  const env = { DEBIAN_FRONTEND: 'noninteractive' }
  const todo = `Check that Debian's packages can be reached, or run yourself:  ${line}`
  await run('apt-get', ['update', '-qq'], { env, todo })
  await run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...packages], { env, todo, quiet: true })
  if (!commandPath(command)) throw new Trouble(`${command} is still missing after the installation.`, todo)
}

/** Where a command is; system folders are searched even when they are not in PATH. */
export function commandPath(command) {
  const path = `${process.env.PATH}:/usr/sbin:/usr/local/sbin`
  try {
    return execFileSync('sh', ['-c', `command -v ${command}`], { env: { PATH: path }, encoding: 'utf8' }).trim()
  } catch {
    return null
  }
}
