// npm run bench: times the core and the Easel beside independent libraries, in one run.
import { runWithDemo } from './lib/with-demo.mjs'

runWithDemo('bench/index.ts', 'bench', {
  durable: true,
  // A whole school is tried with two processes, when it is asked for.
  processes: /school|soak/.test(process.env.LITTLE_EASEL_BENCH ?? '') ? 2 : 1,
})
