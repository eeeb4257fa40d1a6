import { describe, expect, it } from 'vitest'
import { areKernelsCurrent, compileKernels, keptKernels } from './kernels.mjs'

describe('the kernels that are kept with the code', () => {
  it('are made from the sources as they are', () => {
    expect(areKernelsCurrent(), 'compile them: npm run kernels').toBe(true)
    expect(WebAssembly.validate(keptKernels())).toBe(true)
  })

  // It takes most of a minute: npm run test:long.
  it.runIf(process.env.LITTLE_EASEL_LONG)(
    'are what the compiler makes of them, byte for byte',
    () => expect(compileKernels().equals(keptKernels())).toBe(true),
    240_000,
  )
})
