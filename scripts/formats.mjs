// npm run formats: writes the JSON Schemas of plan files to docs/formats.
import { runProgram } from './lib/program.mjs'

runProgram('server/tools/plan-schemas.ts', 'plan-schemas', ['docs/formats'])
