import { loadKernels } from '#core/kernels'
import { drawingsOfDemo } from './drawn'
import { KEPT, keepDrawn } from './kept'

/** npm run demo:draw [-- part of a name]: draws what the demo shows and keeps it. From the project's folder. */
async function main(asked = ''): Promise<void> {
  const kernels = loadKernels()
  const all = drawingsOfDemo().filter(({ name }) => name.includes(asked))
  if (all.length === 0) throw new Error(`The demo has no drawing with “${asked}” in its name.`)
  for (const [i, { name, draw }] of all.entries()) {
    console.log(`${i + 1} of ${all.length}: ${name}`)
    await keepDrawn(KEPT, name, await draw(kernels))
  }
}

main(process.argv[2]).catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error)
  process.exit(1)
})
