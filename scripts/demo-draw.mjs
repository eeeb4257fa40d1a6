// npm run demo:draw [-- part of a name]: draws the demo's drawings anew and keeps them in demo/kept. Needed when what
// they show has changed.
import { runProgram } from './lib/program.mjs'

runProgram('demo/draw.ts', 'demo-draw')
