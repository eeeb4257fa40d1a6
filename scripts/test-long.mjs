// npm run test:long [-- part of a file's name …]: the tests of the core with many more random cases, every drawing of
// the demo, and the kernels compiled anew. Half an hour or so. The end-to-end part does more with LITTLE_EASEL_LONG=1.
import { availableParallelism } from 'node:os'
import { ensureKernels, ensurePackages, requireNode } from './lib/needs.mjs'
import { run } from './lib/run.mjs'
import { runMain } from './lib/say.mjs'

runMain(async () => {
  requireNode()
  await ensurePackages()
  await ensureKernels()
  const vitest = (project, ...more) =>
    run('npx', ['vitest', 'run', '--project', project, `--maxWorkers=${availableParallelism()}`, ...more], {
      env: { LITTLE_EASEL_LONG: '1' },
    })
  await vitest('core', '--testTimeout=600000', ...process.argv.slice(2))
  await vitest('app', 'scripts/lib/kernels.test.ts')
})
