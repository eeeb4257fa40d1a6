import { loadKernels } from '#core/kernels'
import { ATTEMPTED, truthOf, type Attempted } from './truth'

/*
 * How right the look-for are. Standard tolerance: false “not yet” at most 1 %, missed clear faults at most 5 %, can't tell at most 10 %.
 */
const USUAL_COUNT = 120
const MOST = { falseNotYet: 0.01, missed: 0.05, cantTell: 0.1 }

const [asked, ...only] = process.argv.slice(2)
const count = Number(asked) || USUAL_COUNT
const kernels = loadKernels()
const percent = (part: number, of: number) => `${((100 * part) / Math.max(of, 1)).toFixed(1)} %`.padStart(9)
let isGood = true
console.log(`\n${count} attempts at each, half of them good, the others with a clear fault. Standard tolerance.\n`)
console.log(`${'look-for'.padEnd(20)}${'false not yet'.padStart(15)}${'missed'.padStart(10)}${'can’t tell'.padStart(12)}${'good: nearly'.padStart(14)}`)
for (const measure of ATTEMPTED.filter(each => only.length === 0 || only.includes(each))) {
  const truth = truthOf(kernels, measure as Attempted, count)
  const { good, faulty, falseNotYet, missed, cantTell, nearly } = truth
  const isWithin = falseNotYet <= MOST.falseNotYet * good && missed <= MOST.missed * faulty && cantTell <= MOST.cantTell * count
  isGood &&= isWithin
  console.log(`${measure.padEnd(20)}${percent(falseNotYet, good).padStart(15)}${percent(missed, faulty).padStart(10)}${percent(cantTell, count).padStart(12)}${percent(nearly, good).padStart(14)}${isWithin ? '' : '   ← beyond'}`)
  if (only.length) for (const line of truth.wrong) console.log(`    ${line}`)
}
console.log(isGood ? '\nAll within: false “not yet” ≤ 1 %, missed ≤ 5 %, can’t tell ≤ 10 %.\n' : '\nSome are beyond.\n')
process.exitCode = isGood ? 0 : 1
