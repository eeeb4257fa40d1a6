import { execFileSync } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { digestOf } from './digest.mjs'
import { fromRoot } from './root.mjs'

/** How the compiler is called: what it makes depends on this as on the sources. */
const OPTIONS = ['-O3', '--noAssert', '--enable', 'simd', '--runtime', 'stub', '--initialMemory', '2']

const SOURCES = 'core/kernels/assembly'
const MADE = fromRoot('core/kernels/generated/kernels.ts')

/** What the kernels are made from: sources, options and the compiler's version, as one digest. */
function digestOfSources() {
  const { assemblyscript } = JSON.parse(readFileSync(fromRoot('package.json'), 'utf8')).devDependencies
  return digestOf([SOURCES], OPTIONS.join(' '), assemblyscript)
}

/** Whether the kept kernels are made from the sources as they are. */
export function areKernelsCurrent() {
  return existsSync(MADE) && readFileSync(MADE, 'utf8').includes(`from ${digestOfSources()}`)
}

/** Compiles the sources to WebAssembly; answers its bytes. */
export function compileKernels() {
  const scratch = mkdtempSync(join(tmpdir(), 'little-easel-kernels-'))
  const binary = join(scratch, 'kernels.wasm')
  try {
    execFileSync(
      process.execPath,
      [fromRoot('node_modules/assemblyscript/bin/asc.js'), `${SOURCES}/index.ts`, ...OPTIONS, '-o', binary],
      { cwd: fromRoot('.'), stdio: ['ignore', 'inherit', 'inherit'] },
    )
    return readFileSync(binary)
  } finally {
    rmSync(scratch, { recursive: true, force: true })
  }
}

/** Writes them as a TypeScript module in base64, which is kept with the code. */
export function keepKernels(bytes) {
  mkdirSync(dirname(MADE), { recursive: true })
  writeFileSync(
    MADE,
    `/** Made by npm run kernels from core/kernels/assembly, from ${digestOfSources()}. */\n` +
      `export const KERNELS_BASE64 = '${bytes.toString('base64')}'\n`,
  )
}

/** The kernels that are kept, as bytes. */
export function keptKernels() {
  return Buffer.from(/KERNELS_BASE64 = '([^']+)'/.exec(readFileSync(MADE, 'utf8'))[1], 'base64')
}
