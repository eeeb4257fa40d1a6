// npm run lookfors [-- attempts [look-for …]]: how right every look-for is, on attempts drawn by a made hand.
import { runProgram } from './lib/program.mjs'

runProgram('demo/attempts/table.ts', 'lookfors')
