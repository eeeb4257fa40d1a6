// npm test: installs what is missing and runs every check. npm test -- lint types core app e2e: only those.
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { availableParallelism, tmpdir } from 'node:os'
import { join, relative } from 'node:path'
import { ensureDebian, ensureKernels, ensurePackages, ensurePrepared, requireNode } from './lib/needs.mjs'
import { ROOT } from './lib/root.mjs'
import { together, unluckyFiles } from './lib/report.mjs'
import { exitCode, run } from './lib/run.mjs'
import { runMain, say } from './lib/say.mjs'

const PARTS = {
  lint: () => check('lint', 'npm', ['run', '--silent', 'lint']),
  borders: () =>
    check('borders', 'npx', [
      'depcruise',
      '--config',
      '.dependency-cruiser.cjs',
      'core',
      'shared',
      'server',
      'app',
      'demo',
      'bench',
      'faults',
      'shots',
      'tests',
    ]),
  types: () => check('types', 'npm', ['run', '--silent', 'types']),
  core: () => vitest('core'),
  app: () => vitest('app'),
  e2e: () => vitest('e2e'),
}

/** Test files side by side. On two cores both are used: Vitest by itself leaves one to whoever watches. */
const WORKERS = Math.min(Math.max(availableParallelism(), 2), 6)

/** Parts that only read the code: they run side by side. */
const READING = ['lint', 'borders', 'types']

runMain(async () => {
  requireNode()
  const asked = process.argv.slice(2)
  const unknown = asked.filter(name => !PARTS[name])
  if (unknown.length) throw new Error(`There is no part "${unknown[0]}". Parts: ${Object.keys(PARTS).join(', ')}`)
  const names = asked.length ? asked : Object.keys(PARTS)
  await Promise.all([ensurePackages(), names.includes('e2e') && ensureServerAndBrowser()])
  await ensureKernels()
  // Names that Nuxt finds by itself: for types they are made anew, for files may have come or gone.
  if (names.includes('types')) await run('npx', ['nuxt', 'prepare'], { quiet: true })
  else await ensurePrepared()
  const total = { passed: 0, failed: [], unsteady: [] }
  const times = []
  const one = async name => {
    say(name)
    const since = Date.now()
    const ended = await PARTS[name]()
    total.passed += ended.passed
    total.failed.push(...ended.failed)
    total.unsteady.push(...ended.unsteady)
    times.push(`${name} ${Math.round((Date.now() - since) / 1000)} s`)
  }
  await Promise.all(names.filter(name => READING.includes(name)).map(one))
  for (const name of names.filter(name => !READING.includes(name))) await one(name)
  console.log(times.join(' · '))
  list('Unsteady, passed when they were run again alone:', total.unsteady)
  list('Failed:', total.failed)
  console.log(`${total.passed} passed, ${total.failed.length} failed`)
  process.exit(total.failed.length ? 1 : 0)
})

function list(title, names) {
  if (names.length) console.log([title, ...names.map(each => `  ${each.replace(`${ROOT}/`, '')}`)].join('\n'))
}

async function ensureServerAndBrowser() {
  await ensureDebian('mariadbd', ['mariadb-server'])
  await ensureDebian('chromium', ['chromium'])
  await ensureDebian('haproxy', ['haproxy'])
  await ensureDebian('rsync', ['rsync'])
  await ensureDebian('certutil', ['libnss3-tools'])
}

async function check(name, command, args) {
  const isWell = (await exitCode(command, args)) === 0
  return { passed: isWell ? 1 : 0, failed: isWell ? [] : [name], unsteady: [] }
}

/**
 * Runs one Vitest project and counts from its own report; a run that ends badly without a failed test counts as one.
 * Files in which something failed are run again once, by themselves.
 */
async function vitest(project) {
  const first = await vitestRun(project)
  const unlucky = first.code === 0 ? [] : unluckyFiles(first.report)
  if (unlucky.length) say(`once more, alone: ${unlucky.map(each => relative(ROOT, each)).join(', ')}`)
  const second = unlucky.length ? await vitestRun(project, unlucky) : { code: first.code, report: {} }
  const ended = together(first.report, second.report)
  // Ended badly although no test failed: as bad the second time as the first.
  if (ended.failed.length === 0 && second.code !== 0) ended.failed.push(`${project} ended with ${second.code}`)
  return ended
}

async function vitestRun(project, files = []) {
  const folder = mkdtempSync(join(tmpdir(), 'little-easel-test-'))
  const file = join(folder, 'report.json')
  try {
    const code = await exitCode('npx', [
      'vitest',
      'run',
      '--project',
      project,
      `--maxWorkers=${WORKERS}`,
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${file}`,
      ...files,
    ])
    return {
      code,
      report: existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : { testResults: [] },
    }
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}
