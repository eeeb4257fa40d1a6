import { seededRandom } from '#core/base'
import type { Kernels } from '#core/kernels'
import { lookAt, type Finding, type MeasureName } from '#core/lookfor'
import { DRAWN } from './drawn'
import { MORE } from './more'
import { TONE } from './tone'
import { Trial, type Attempt } from './trial'

export const ATTEMPTS = { ...DRAWN, ...TONE, ...MORE } satisfies Partial<Record<MeasureName, Attempt>>
export type Attempted = keyof typeof ATTEMPTS
export const ATTEMPTED = Object.keys(ATTEMPTS) as Attempted[]

/** What came of so many attempts, half of them good. */
export interface Truth {
  readonly measure: Attempted
  readonly good: number
  readonly faulty: number
  /** Good ones that were called “not yet”. */
  readonly falseNotYet: number
  /** Good ones that were called “nearly”. */
  readonly nearly: number
  /** Faulty ones that were called met. */
  readonly missed: number
  readonly cantTell: number
  /** What went wrong, for those who mend it. */
  readonly wrong: readonly string[]
}

/** One attempt, drawn and looked at. */
export function attempt(kernels: Kernels, measure: Attempted, seed: number): { readonly isGood: boolean, readonly finding: Finding, readonly trial: Trial } {
  const trial = new Trial(kernels, seededRandom(seed))
  const isGood = seed % 2 === 0
  const settings = ATTEMPTS[measure](trial, isGood)
  const [finding] = lookAt({ drawing: trial.drawing, acts: trial.acts, step: 'now' }, [{ id: measure, title: measure, settings }])
  return { isGood, finding: finding!, trial }
}

export function truthOf(kernels: Kernels, measure: Attempted, count: number, firstSeed = 1): Truth {
  const truth = { measure, good: 0, faulty: 0, falseNotYet: 0, nearly: 0, missed: 0, cantTell: 0, wrong: [] as string[] }
  for (let seed = firstSeed; seed < firstSeed + count; seed++) {
    const { isGood, finding: { verdict, sentence, figure } } = attempt(kernels, measure, seed)
    if (isGood) truth.good++
    else truth.faulty++
    const isWrong = isGood ? verdict === 'not-yet' : verdict === 'met'
    if (verdict === 'cant-tell') truth.cantTell++
    else if (isGood && verdict === 'not-yet') truth.falseNotYet++
    else if (isGood && verdict === 'nearly') truth.nearly++
    else if (!isGood && verdict === 'met') truth.missed++
    if (isWrong || verdict === 'cant-tell' || (isGood && verdict === 'nearly')) truth.wrong.push(`${seed} ${isGood ? 'good' : 'faulty'} → ${verdict}: ${sentence} ${figure ? `(${figure.value} ${figure.unit})` : ''}`)
  }
  return truth
}
