import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { build } from 'esbuild'
import { defineNuxtModule } from 'nuxt/kit'

/**
 * Bundles what runs beside the server: its helper processes and threads.
 * They share the core and the server's own code; packages stay outside and are found as usual.
 */
export default defineNuxtModule({
  meta: { name: 'little-easel-tools' },
  setup(_options, nuxt) {
    nuxt.hook('nitro:init', nitro => {
      nitro.hooks.hook('compiled', async () => {
        const root = nuxt.options.rootDir
        const outdir = join(root, nuxt.options.dev ? '.nuxt/tools' : '.output/tools')
        mkdirSync(outdir, { recursive: true })
        await build({
          entryPoints: {
            examiner: join(root, 'server/jobs/examiner.helper.ts'),
            thread: join(root, 'server/threads/thread.worker.ts'),
          },
          outdir,
          outExtension: { '.js': '.mjs' },
          bundle: true,
          platform: 'node',
          format: 'esm',
          target: 'node20',
          packages: 'external',
          sourcemap: 'linked',
          logLevel: 'warning',
          alias: { '#core': join(root, 'core'), '#shared': join(root, 'shared'), '#demo': join(root, 'demo') },
        })
      })
    })
  },
})
