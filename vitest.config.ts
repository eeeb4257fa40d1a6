import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'
import LongFirst from './tests/setup/long-first.ts'

const path = (to: string) => fileURLToPath(new URL(to, import.meta.url))
const alias = {
  '#core': path('./core'),
  '#shared': path('./shared'),
  '#demo': path('./demo'),
  '~': path('./app'),
}

export default defineConfig({
  plugins: [vue()],
  resolve: { alias },
  test: {
    sequence: { sequencer: LongFirst },
    projects: [
      {
        extends: true,
        // What is kept there between calls is no more than scratch memory: files share what they have loaded, and the
        // engine is warm.
        test: {
          name: 'core',
          include: ['core/**/*.test.ts', 'shared/**/*.test.ts', 'demo/**/*.test.ts'],
          testTimeout: 60_000,
          isolate: false,
        },
      },
      {
        extends: true,
        test: {
          name: 'app',
          include: ['app/**/*.test.ts', 'server/**/*.test.ts', 'scripts/**/*.test.ts'],
          testTimeout: 60_000,
        },
      },
      {
        extends: true,
        test: {
          name: 'e2e',
          include: ['tests/**/*.test.ts'],
          globalSetup: ['tests/setup/world.ts'],
          setupFiles: ['tests/setup/each.ts'],
          // Loading the core takes seconds; what a file changes in the world is in a world of its own.
          isolate: false,
          testTimeout: 240_000,
          hookTimeout: 240_000,
          // Machines are shared: what is waited for may take its time.
          expect: { poll: { timeout: 20_000 } },
        },
      },
    ],
  },
})
