// Compiles core/kernels/assembly to WebAssembly and writes it as a TypeScript module in base64.
import { execFileSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

const root = join(dirname(fileURLToPath(import.meta.url)), '..')
const scratch = mkdtempSync(join(tmpdir(), 'little-easel-kernels-'))
const binary = join(scratch, 'kernels.wasm')

try {
  execFileSync(
    process.execPath,
    [
      join(root, 'node_modules/assemblyscript/bin/asc.js'),
      'core/kernels/assembly/index.ts',
      '-O3',
      '--noAssert',
      '--enable',
      'simd',
      '--runtime',
      'stub',
      '--initialMemory',
      '2',
      '-o',
      binary,
    ],
    { cwd: root, stdio: ['ignore', 'inherit', 'inherit'] },
  )
  const out = join(root, 'core/kernels/generated/kernels.ts')
  mkdirSync(dirname(out), { recursive: true })
  const base64 = readFileSync(binary).toString('base64')
  writeFileSync(
    out,
    `/** Made by scripts/build-kernels.mjs from core/kernels/assembly. */\nexport const KERNELS_BASE64 = '${base64}'\n`,
  )
  console.log(`kernels: ${readFileSync(binary).length} bytes`)
} finally {
  rmSync(scratch, { recursive: true, force: true })
}
