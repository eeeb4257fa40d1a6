// npm run test:long [-- part of a file's name …]: the tests of the core with many more random cases, and every drawing
// of the demo. Half an hour or so. The end-to-end part does more with LITTLE_EASEL_LONG=1.
import { availableParallelism } from 'node:os'
import { ensureKernels, ensurePackages, requireNode } from './lib/needs.mjs'
import { run } from './lib/run.mjs'
import { runMain } from './lib/say.mjs'

runMain(async () => {
  requireNode()
  await ensurePackages()
  await ensureKernels()
  await run(
    'npx',
    [
      'vitest',
      'run',
      '--project',
      'core',
      `--maxWorkers=${availableParallelism()}`,
      '--testTimeout=600000',
      ...process.argv.slice(2),
    ],
    { env: { LITTLE_EASEL_LONG: '1' } },
  )
})
