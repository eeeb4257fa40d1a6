import { seededRandom } from '#core/base'
import type { Kernels } from '#core/kernels'
import { lookAt, type Finding, type MeasureName } from '#core/lookfor'
import { DRAWN } from './drawn'
import { MORE } from './more'
import { TONE } from './tone'
import { CLEAR, STILL_GOOD, Trial, type Attempt } from './trial'

export const ATTEMPTS = { ...DRAWN, ...TONE, ...MORE } satisfies Partial<Record<MeasureName, Attempt>>
export type Attempted = keyof typeof ATTEMPTS
export const ATTEMPTED = Object.keys(ATTEMPTS) as Attempted[]

/** How great a fault is, from none to gross; each attempt's own is a little beside its grade. */
export const GRADES = [0, 0.25, 0.5, 0.75, 1] as const
const BESIDE = 0.1
type Verdict = Finding['verdict']

/**
 * What came of so many attempts with faults of every grade. Those in the middle are for seeing how a look-for turns:
 * either verdict is fair.
 */
export interface Truth {
  readonly measure: Attempted
  /** Verdicts for each grade. */
  readonly grades: readonly Readonly<Record<Verdict, number>>[]
  readonly good: number
  readonly clear: number
  /** Good ones that were called “not yet”. */
  readonly falseNotYet: number
  /** Good ones that were called “nearly”. */
  readonly nearly: number
  /** Clear faults that were called met. */
  readonly missed: number
  readonly cantTell: number
  /** What went wrong, for those who mend it. */
  readonly wrong: readonly string[]
}

/** One attempt, drawn and looked at. */
export function attempt(
  kernels: Kernels,
  measure: Attempted,
  seed: number,
): { readonly fault: number; readonly grade: number; readonly finding: Finding; readonly trial: Trial } {
  const trial = new Trial(kernels, seededRandom(seed))
  const grade = seed % GRADES.length
  const fault = Math.min(Math.max(GRADES[grade]! + trial.random.between(-BESIDE, BESIDE), 0), 1)
  const settings = ATTEMPTS[measure](trial, fault)
  const [finding] = lookAt(kernels, { drawing: trial.drawing, acts: trial.acts, step: 'now' }, [
    { id: measure, title: measure, settings },
  ])
  return { fault, grade, finding: finding!, trial }
}

export function truthOf(kernels: Kernels, measure: Attempted, count: number, firstSeed = 1): Truth {
  const grades = GRADES.map((): Record<Verdict, number> => ({ met: 0, nearly: 0, 'not-yet': 0, 'cant-tell': 0 }))
  const wrong: string[] = []
  for (let seed = firstSeed; seed < firstSeed + count; seed++) {
    const {
      fault,
      grade,
      finding: { verdict, sentence, figure },
    } = attempt(kernels, measure, seed)
    grades[grade]![verdict]++
    const isWrong = fault <= STILL_GOOD ? verdict !== 'met' : fault >= CLEAR && verdict === 'met'
    if (isWrong || verdict === 'cant-tell')
      wrong.push(
        `${seed} fault ${fault.toFixed(2)} → ${verdict}: ${sentence} ${figure ? `(${figure.value} ${figure.unit})` : ''}`,
      )
  }
  const sum = (which: (at: number) => boolean, verdict?: Verdict) =>
    grades.reduce(
      (all, each, i) =>
        all + (which(GRADES[i]!) ? (verdict ? each[verdict] : Object.values(each).reduce((a, b) => a + b)) : 0),
      0,
    )
  const [isGood, isClear] = [(at: number) => at < 0.5, (at: number) => at > 0.5]
  return {
    measure,
    grades,
    wrong,
    good: sum(isGood),
    clear: sum(isClear),
    falseNotYet: sum(isGood, 'not-yet'),
    nearly: sum(isGood, 'nearly'),
    missed: sum(isClear, 'met'),
    cantTell: sum(() => true, 'cant-tell'),
  }
}
