import type { DrillName } from '#core/drill'
import type { AnswerBody } from '#shared/schemas'
import type { Attempt } from './kettle'

/** The people of the demo. All invented. */
export const TEACHER = { name: 'Orla Wennick', email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' }

export interface DemoLearner {
  readonly name: string
  readonly pin: string
  readonly steady?: boolean
  /** What they drew; nothing yet when missing. */
  readonly attempt?: Attempt
  readonly handIn?: { readonly note: string; readonly answer?: AnswerBody }
}

const TABLE: readonly DemoLearner[] = [
  {
    name: 'Bram Ostley',
    pin: '4127',
    steady: true,
    attempt: { seed: 101, steps: 4 },
    handIn: { note: 'The spout was the hardest part.' },
  },
  {
    name: 'Ceri Plumtree',
    pin: '7350',
    attempt: { seed: 102, steps: 3, faults: { gap: 14, spill: true } },
    handIn: { note: 'The colour ran all over the sheet, so I coloured by hand.' },
  },
  {
    name: 'Dov Harkin',
    pin: '2986',
    attempt: { seed: 103, steps: 4, faults: { colourOnLines: true } },
    handIn: { note: '' },
  },
  { name: 'Effie Rundle', pin: '6614', attempt: { seed: 104, steps: 2, unfinished: true } },
  {
    name: 'Gil Tansey',
    pin: '1078',
    steady: true,
    attempt: { seed: 105, steps: 4, faults: { hardShading: true }, shift: [24, -14] },
    handIn: { note: 'I used the pen for the shadow, is that all right?' },
  },
  {
    name: 'Hanne Moorcroft',
    pin: '5531',
    attempt: { seed: 106, steps: 4, shift: [-22, 8] },
    handIn: {
      note: 'Done! I went over the belly many times.',
      answer: {
        marks: { closed: 'there', covered: 'there', inside: 'there', 'shade-tools': 'there', 'shade-inside': 'nearly' },
        words:
          'A round, warm kettle, Hanne. Your outline meets all the way and the belly really turns away from the lamp.',
        next: 'Leave a thin lighter strip just inside the right edge: tin throws a little light back.',
        outcome: 'accepted',
      },
    },
  },
  {
    name: 'Ivo Stannard',
    pin: '8842',
    attempt: { seed: 107, steps: 2, faults: { gap: 26, secondGap: 12 } },
    handIn: { note: 'Pouring does not work for me.' },
  },
  { name: 'Jessamy Coll', pin: '3209', attempt: { seed: 108, steps: 3, unfinished: true } },
  {
    name: 'Kit Averne',
    pin: '9465',
    attempt: { seed: 109, steps: 4, faults: { shadeOutside: true }, shift: [10, 18] },
    handIn: {
      note: '',
      answer: {
        marks: { closed: 'there', covered: 'there', 'shade-inside': 'again', 'shade-tools': 'there' },
        words: 'Good, patient brush work. The shadow has slipped off the pot on the right, so the edge looks smoky.',
        next: 'Take the hard eraser at 30 px on the shade sheet and go along the outside of the line, then hand in again.',
        outcome: 'again',
      },
    },
  },
  { name: 'Lowri Pask', pin: '7713', attempt: { seed: 110, steps: 1 } },
  { name: 'Morten Skeel', pin: '2650' },
  {
    name: 'Nessa Quill',
    pin: '4098',
    attempt: { seed: 111, steps: 4, faults: { linesOnSketch: true } },
    handIn: { note: 'I think I drew on the wrong sheet.' },
  },
]

/** They follow the four lessons that were drawn since. */
export const HARBOUR_CLASS = {
  name: 'Tuesday harbour group',
  code: 'SLIP48',
  meets: 'Tuesdays, 18:30, net loft',
  learners: [
    ['Alva Tregenna', '4471'],
    ['Benno Hask', '2208'],
    ['Cissy Rooke', '9136'],
    ['Dario Felbrigg', '5062'],
    ['Enid Marlock', '7719'],
    ['Fenn Oldacre', '3384'],
    ['Greta Sallow', '6250'],
    ['Hal Wexcombe', '1947'],
    ['Ines Dunmarsh', '8803'],
    ['Joss Penhale', '5571'],
    ['Kerra Lowestone', '2936'],
    ['Linus Brack', '6418'],
  ].map(([name, pin]) => ({ name: name!, pin: pin! })),
} as const

const SATURDAY: readonly DemoLearner[] = [
  { name: 'Otto Brandreth', pin: '1836' },
  { name: 'Pia Lindqvale', pin: '6027', attempt: { seed: 120, steps: 1, unfinished: true } },
]

export const CLASSES = [
  {
    name: 'Thursday evening table',
    code: 'KETTLE7',
    meets: 'Thursdays, 19:00, upper room of the Saltmarsh hall',
    learners: TABLE,
  },
  { name: 'Saturday beginners', code: 'PIER22', meets: 'Saturdays, 10:30, downstairs', learners: SATURDAY },
] as const

/** What hangs on the first class's Wall, and what the teacher says to it. */
export const WALL: readonly { readonly learner: string; readonly title: string; readonly words: string }[] = [
  {
    learner: 'Hanne Moorcroft',
    title: 'Warm tin',
    words: 'The belly turns away from the lamp: look how slowly it darkens.',
  },
  { learner: 'Bram Ostley', title: 'Kettle, Thursday', words: '' },
  { learner: 'Gil Tansey', title: 'Before tea', words: 'A sure outline, in three strokes.' },
]

/** Warm-ups of the harbour class, try by try. */
export const HARBOUR_TRIES: readonly (readonly [name: string, drill: DrillName, scores: readonly number[]])[] = [
  ['Alva Tregenna', 'circle-in-square', [48, 55, 52, 61, 66, 71]],
  ['Alva Tregenna', 'value-ladder', [70, 66, 74, 73]],
  ['Alva Tregenna', 'close-by-eye', [41, 58, 60]],
  ['Benno Hask', 'line-through-dots', [62, 60, 64, 63, 65]],
]

/** What the harbour class was asked for before its Tuesday, and how some did. */
export const HARBOUR_SET: {
  readonly title: string
  readonly day: string
  readonly warmUps: readonly (readonly [drill: DrillName, seed: number])[]
  readonly scores: readonly (readonly [name: string, ...scores: readonly number[]])[]
} = {
  title: 'Before the mole',
  day: '2026-11-17',
  warmUps: [
    ['line-through-dots', 301],
    ['ramp-dark', 302],
    ['match-value', 303],
  ],
  scores: [
    ['Dario Felbrigg', 58, 49, 77],
    ['Enid Marlock', 71, 62, 80],
    ['Fenn Oldacre', 44, 53],
    ['Greta Sallow', 66, 70, 69],
    ['Hal Wexcombe', 52],
  ],
}
