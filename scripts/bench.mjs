// npm run bench: times the core and the Easel beside independent libraries, in one run.
import { runWithDemo } from './lib/with-demo.mjs'

runWithDemo('bench/index.ts', 'bench', { durable: true })
