// Compiles core/kernels/assembly to WebAssembly and writes it as a TypeScript module in base64.
import { compileKernels, keepKernels } from './lib/kernels.mjs'

const bytes = compileKernels()
keepKernels(bytes)
console.log(`kernels: ${bytes.length} bytes`)
