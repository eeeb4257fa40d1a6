import { readdirSync, statSync, writeFileSync } from 'node:fs'
import { join, sep } from 'node:path'
import { build } from 'esbuild'
import { defineNuxtModule } from 'nuxt/kit'

/** Bundles what runs beside all pages of a device, with the list of all files of this build that it keeps there. */
export default defineNuxtModule({
  meta: { name: 'little-easel-service-worker' },
  setup(_options, nuxt) {
    if (nuxt.options.dev) return
    // Once the files are there, and before the server is told which there are.
    nuxt.hook('nitro:build:public-assets', async nitro => {
      const root = nuxt.options.rootDir
      const folder = nitro.options.output.publicDir
      const { outputFiles } = await build({
        entryPoints: [join(root, 'app/service/worker.ts')],
        bundle: true,
        minify: true,
        write: false,
        platform: 'browser',
        format: 'iife',
        target: 'es2022',
        define: { 'process.env.NODE_ENV': '"production"' },
        logLevel: 'warning',
      })
      const files = keptFiles(folder, String(nuxt.options.buildId))
      const list = `globalThis.FILES=${JSON.stringify(files)};\n`
      writeFileSync(join(folder, 'service-worker.js'), list + outputFiles[0]!.text)
    })
  },
})

/** Under `_nuxt` a name holds the digest of what it names; all else, and the shell of the pages, is of its build. */
function keptFiles(folder: string, buildId: string): { url: string; revision: string | null }[] {
  const names = readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter(name => statSync(join(folder, name)).isFile())
    .map(name => name.split(sep).join('/'))
  const kept = names.filter(
    name => !/\.(gz|br|map|woff)$/.test(name) && !name.startsWith('_nuxt/builds/') && name !== 'service-worker.js',
  )
  return [
    { url: '/', revision: buildId },
    ...kept.sort().map(name => ({ url: `/${name}`, revision: name.startsWith('_nuxt/') ? null : buildId })),
  ]
}
