import { mkdirSync } from 'node:fs'
import { fromRoot } from './root.mjs'

/** Bundles a TypeScript program of the project for Node and returns the file; packages stay outside. */
export async function bundle(entry, name) {
  const { build } = await import('esbuild')
  const outfile = fromRoot('node_modules/.cache/little-easel', `${name}.mjs`)
  mkdirSync(fromRoot('node_modules/.cache/little-easel'), { recursive: true })
  await build({
    entryPoints: [fromRoot(entry)],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    logLevel: 'warning',
    alias: { '#core': fromRoot('core'), '#shared': fromRoot('shared'), '#demo': fromRoot('demo') },
  })
  return outfile
}
