import { strFromU8, unzipSync } from 'fflate'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import type { Entry } from '#core/drawing'
import { ownPlan } from '#core/plan'
import type { DrawingView, FolioHandIn, FolioView, HandInView, ProgressView } from '#shared/views'
import { packFolio, type FolioSource } from './folio-pack'

const sheet = { width: 300, height: 200, paper: [255, 255, 255] as [number, number, number] }
const record = { version: 1 as const, sheet, entries: [{ type: 'step' as const, at: 1, step: 'own' }] }
const handIn = (id: number, attempt: number, answered = false): FolioHandIn => ({
  id,
  attempt,
  handedInAt: `2026-11-0${attempt}T10:00:00.000Z`,
  state: 'accepted',
  met: 1,
  judged: 2,
  answer: answered
    ? {
        marks: { gap: 'nearly' },
        words: 'Well seen.',
        next: 'Darker shadows.',
        outcome: 'accepted',
        pins: [{ x: 40, y: 50, words: 'Here.' }],
        sketch: record,
        criteria: [{ title: 'Care', levels: ['some', 'much'], level: 1 }],
        teacher: 'Orla Wennick',
        answeredAt: '2026-11-05T10:00:00.000Z',
      }
    : null,
})
const folio = {
  name: 'Ada',
  classId: 1,
  className: 'Table',
  askedFor: 0,
  murals: [
    {
      id: 2,
      title: 'Low tide',
      panels: 4,
      taken: 4,
      isArchived: false,
      mine: ['A1'],
      drawings: [{ id: 8, title: 'A1', position: 1, lastSeenAt: null }],
      handIns: [],
    },
  ],
  plans: [
    {
      id: 7,
      title: 'The kettle: “=tin”',
      drawing: { id: 3, title: null, position: 1, lastSeenAt: null },
      others: [{ id: 5, title: 'Second try', position: 1, lastSeenAt: null }],
      handIns: [handIn(12, 1, true), handIn(11, 1)],
    },
  ],
  own: [
    {
      plan: 9,
      title: 'Dunes',
      drawing: { id: 4, title: null, position: 0, lastSeenAt: null },
      width: 300,
      height: 200,
      handIns: [],
    },
  ],
  removed: [],
} as unknown as FolioView
const progress: ProgressView = {
  classId: 1,
  className: 'Table',
  plans: [],
  book: [],
  learners: [
    {
      id: 1,
      name: 'Ada',
      handIns: [
        {
          id: 11,
          plan: 7,
          at: '2026-11-01T10:00:00.000Z',
          attempt: 1,
          state: 'replaced',
          judged: [{ measure: 'symmetry', verdict: 'nearly' }],
        },
      ],
      tries: [{ drill: 'arcs', score: 61, triedAt: '2026-11-01T09:00:00.000Z' }],
      days: [{ day: '2026-11-01', workedMs: 90_000 }],
    },
  ],
}
const source: FolioSource = {
  drawing: async id =>
    ({ plan: ownPlan('x', sheet), entries: id !== 4 ? record.entries : [] }) as unknown as DrawingView,
  handIn: async id =>
    ({
      plan: {
        ...ownPlan('x', sheet),
        steps: [{ ...ownPlan('x', sheet).steps[0]!, lookFors: [{ id: 'gap', title: 'The outline' }] }],
      },
      record: id === 11 ? { ...record, entries: [...record.entries, ...record.entries] } : record,
    }) as unknown as HandInView,
  pictureWithOver: async () => Uint8Array.of(0x89, 0x50),
  brought: async () => null,
  picture: async ({ entries }) => (entries.length > 1 ? null : Uint8Array.of(0x89, 0x50, 0x4e, 0x47)),
}

describe('a folio as an archive', () => {
  it('holds all of it, in folders that can be told apart', async () => {
    const told: string[] = []
    const files = unzipSync(
      (await packFolio(
        folio,
        progress,
        source,
        (done, of) => told.push(`${done}/${of}`),
        () => false,
      ))!,
    )
    expect(Object.keys(files).sort()).toEqual([
      '01 the-kettle-tin/drawing 2 second-try.png',
      '01 the-kettle-tin/drawing 2 second-try.record.json',
      '01 the-kettle-tin/drawing.png',
      '01 the-kettle-tin/drawing.record.json',
      '01 the-kettle-tin/hand-in 1 (2026-11-01).record.json',
      '01 the-kettle-tin/hand-in 2 (2026-11-01) answer.txt',
      '01 the-kettle-tin/hand-in 2 (2026-11-01) drawn over.record.json',
      '01 the-kettle-tin/hand-in 2 (2026-11-01) with what was drawn over.png',
      '01 the-kettle-tin/hand-in 2 (2026-11-01).png',
      '01 the-kettle-tin/hand-in 2 (2026-11-01).record.json',
      '03 low-tide-mural/drawing a1.png',
      '03 low-tide-mural/drawing a1.record.json',
      'look-fors.csv',
      'time.csv',
      'warm-ups.csv',
    ])
    expect(told).toEqual(['0/6', '1/6', '2/6', '3/6', '4/6', '5/6', '6/6'])
    expect(JSON.parse(strFromU8(files['01 the-kettle-tin/drawing.record.json']!))).toEqual(record)
    const answer = strFromU8(files['01 the-kettle-tin/hand-in 2 (2026-11-01) answer.txt']!)
    for (const said of [
      'Well seen.',
      'Try next: Darker shadows.',
      '- The outline: nearly',
      '- Care: much (of some, much)',
      '1. at 40, 50 px: Here.',
      'Orla Wennick, 2026-11-05',
    ])
      expect(answer).toContain(said)
    expect(Papa.parse<string[]>(strFromU8(files['look-fors.csv']!)).data[1]).toEqual([
      '2026-11-01T10:00:00.000Z',
      'The kettle: “=tin”',
      '1',
      'Symmetry',
      'nearly',
    ])
    expect(Papa.parse<string[]>(strFromU8(files['time.csv']!)).data[1]).toEqual(['2026-11-01', '2'])
  })

  it('holds what drawings are drawn with, once; what can’t be had is left out', async () => {
    const bringIn = (hash: string): Entry => ({
      type: 'act',
      at: 2,
      act: {
        kind: 'bring-in',
        version: 1,
        layer: 'photo',
        picture: { hash, width: 2, height: 1 },
        to: { kind: 'corners', points: [0, 0, 32, 0, 32, 16, 0, 16] },
      },
    })
    const [here, gone] = ['ab'.repeat(32), 'cd'.repeat(32)]
    const asked: string[] = []
    const files = unzipSync(
      (await packFolio(
        folio,
        progress,
        {
          ...source,
          drawing: async () =>
            ({ plan: ownPlan('x', sheet), entries: [bringIn(here), bringIn(gone)] }) as unknown as DrawingView,
          async brought(hash) {
            asked.push(hash)
            return hash === here ? Uint8Array.of(7, 8) : null
          },
        },
        () => {},
        () => false,
      ))!,
    )
    expect([...files[`brought in/${here}.png`]!]).toEqual([7, 8])
    expect(Object.keys(files).filter(each => each.startsWith('brought in/'))).toHaveLength(1)
    expect(asked.filter(each => each === here)).toHaveLength(1)
  })

  it('can be stopped', async () => {
    let asked = 0
    expect(
      await packFolio(
        folio,
        progress,
        source,
        () => {},
        () => ++asked > 1,
      ),
    ).toBeNull()
  })
})
