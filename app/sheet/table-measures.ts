import type { Verdict } from '#core/lookfor'
import { medianOf } from '#core/base'
import type { TableRow } from '#shared/views'
import { spanInWords } from './standing-words'

type HandedIn = NonNullable<TableRow['handIn']>

const percent = (share: number) => `${Math.round(100 * share)} %`
const judged = ({ verdicts }: HandedIn) =>
  Object.values(verdicts).filter((each): each is Exclude<Verdict, 'cant-tell'> => each !== 'cant-tell')

/** What a hand-in can be sorted by: its number (null while it is not known), and how that is said. */
export const TABLE_MEASURES = {
  met: {
    title: 'look-fors met',
    of: hand => (judged(hand).length ? judged(hand).filter(each => each === 'met').length / judged(hand).length : null),
    say: percent,
  },
  time: {
    title: 'time drawn',
    of: ({ measures }) => measures && measures.steps.reduce((sum, each) => sum + each.tookMs, 0),
    say: spanInWords,
  },
  acts: { title: 'acts', of: ({ measures }) => measures && measures.acts, say: value => String(Math.round(value)) },
  undone: {
    title: 'undone',
    of: ({ measures }) =>
      measures && (measures.acts + measures.undone > 0 ? measures.undone / (measures.acts + measures.undone) : 0),
    say: percent,
  },
  painted: { title: 'painted share of the sheet', of: ({ measures }) => measures && measures.painted, say: percent },
  lightness: {
    title: 'middle lightness',
    of: ({ measures }) => measures?.ladder[4] ?? null,
    say: value => `L* ${Math.round(value)}`,
  },
  range: {
    title: 'range of values',
    of: ({ measures }) => (measures?.ladder.length ? measures.ladder.at(-1)! - measures.ladder[0]! : null),
    say: value => `${Math.round(value)} L*`,
  },
} as const satisfies Record<
  string,
  { title: string; of: (hand: HandedIn) => number | null; say: (value: number) => string }
>
export type TableMeasure = keyof typeof TABLE_MEASURES

/** The class's median of a measure, in words; null where nothing is known. */
export function medianInWords(rows: readonly TableRow[], measure: TableMeasure): string | null {
  const { of, say } = TABLE_MEASURES[measure]
  const values = rows.flatMap(({ handIn }) => (handIn ? (of(handIn) ?? []) : []))
  return values.length ? say(medianOf(values)) : null
}
