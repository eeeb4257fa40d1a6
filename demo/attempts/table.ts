import { loadKernels } from '#core/kernels'
import { ATTEMPTED, GRADES, truthOf, type Attempted } from './truth'

/*
 * How right the look-fors are, at faults of every grade. Standard tolerance: false “not yet” at most 1 %, missed clear
 * faults at most 5 %, can't tell at most 10 %.
 * Faults of the middle grade count for neither: there a look-for turns from met to not yet.
 */
const USUAL_COUNT = 120
const MOST = { falseNotYet: 0.01, missed: 0.05, cantTell: 0.1 }

const [asked, ...only] = process.argv.slice(2)
const count = Number(asked) || USUAL_COUNT
const kernels = loadKernels()
const percent = (part: number, of: number) => `${((100 * part) / Math.max(of, 1)).toFixed(1)} %`.padStart(9)
let isGood = true
console.log(
  `\n${count} attempts at each, with faults from none (0) to gross (1); up to ${GRADES[1]} they are good, from ${GRADES[3]} clear. Standard tolerance.`,
)
console.log('For each grade: met / nearly / not yet, of a hundred.\n')
console.log(
  `${'look-for'.padEnd(19)}${'false not yet'.padStart(13)}${'missed'.padStart(9)}${'can’t tell'.padStart(12)}   ${GRADES.map(each => String(each).padEnd(13)).join('')}`,
)
for (const measure of ATTEMPTED.filter(each => only.length === 0 || only.includes(each))) {
  const truth = truthOf(kernels, measure as Attempted, count)
  const { good, clear, falseNotYet, missed, cantTell, grades } = truth
  const isWithin =
    falseNotYet <= MOST.falseNotYet * good && missed <= MOST.missed * clear && cantTell <= MOST.cantTell * count
  isGood &&= isWithin
  const shares = grades.map(each => {
    const all = Object.values(each).reduce((a, b) => a + b)
    return [each.met, each.nearly, each['not-yet']]
      .map(part => Math.round((100 * part) / Math.max(all, 1)))
      .join('/')
      .padEnd(13)
  })
  console.log(
    `${measure.padEnd(19)}${percent(falseNotYet, good).padStart(13)}${percent(missed, clear)}${percent(cantTell, count).padStart(12)}   ${shares.join('')}${isWithin ? '' : ' ← beyond'}`,
  )
  if (only.length) for (const line of truth.wrong) console.log(`    ${line}`)
}
console.log(isGood ? '\nAll within: false “not yet” ≤ 1 %, missed ≤ 5 %, can’t tell ≤ 10 %.\n' : '\nSome are beyond.\n')
process.exitCode = isGood ? 0 : 1
