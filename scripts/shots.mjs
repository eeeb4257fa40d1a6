// npm run shots: takes one picture of each main view, from a fresh demo, into docs/screenshots.
import { runWithDemo } from './lib/with-demo.mjs'

runWithDemo('shots/index.ts', 'shots')
