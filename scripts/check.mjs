// npm run check: the quick part of the tests while working, lint and unit tests of what is not committed. Types take
// minutes: npm run types.
import { execFileSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { ensurePackages, ensurePrepared, requireNode } from './lib/needs.mjs'
import { ROOT } from './lib/root.mjs'
import { exitCode } from './lib/run.mjs'
import { runMain, say } from './lib/say.mjs'

const LINTED = /\.(ts|vue|mjs|cjs)$/
const LINT_CACHE = ['--cache', '--cache-strategy', 'content', '--cache-location', 'node_modules/.cache/eslint/']

runMain(async () => {
  requireNode()
  await ensurePackages()
  await ensurePrepared()
  const files = changedFiles().filter(file => LINTED.test(file) && existsSync(file))
  const since = Date.now()
  const parts = {
    lint: () => (files.length ? exitCode('npx', ['eslint', '--max-warnings', '0', ...LINT_CACHE, ...files]) : 0),
    'unit tests': () =>
      exitCode('npx', ['vitest', 'run', '--project', 'core', '--project', 'app', '--changed', '--passWithNoTests']),
  }
  const failed = []
  await Promise.all(
    Object.entries(parts).map(async ([name, run]) => {
      if ((await run()) !== 0) failed.push(name)
      say(`${name} · ${Math.round((Date.now() - since) / 1000)} s`)
    }),
  )
  console.log(failed.length ? `Not in order: ${failed.join(', ')}` : `In order: ${files.length} changed files.`)
  process.exit(failed.length ? 1 : 0)
})

/** Changed or new since the last commit. */
function changedFiles() {
  const git = args => execFileSync('git', args, { cwd: ROOT, encoding: 'utf8' }).split('\n').filter(Boolean)
  return [...new Set([...git(['diff', '--name-only', 'HEAD']), ...git(['ls-files', '--others', '--exclude-standard'])])]
}
