import { bundle } from './bundle.mjs'
import { ensureKernels, ensurePackages, requireNode } from './needs.mjs'
import { run } from './run.mjs'
import { runMain } from './say.mjs'

/** Runs a TypeScript program of the project by itself, with what it was asked for on the command line. */
export function runProgram(entry, name, asked = process.argv.slice(2)) {
  runMain(async () => {
    requireNode()
    await ensurePackages()
    await ensureKernels()
    await run(process.execPath, [await bundle(entry, name), ...asked])
  })
}
