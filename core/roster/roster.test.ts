import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../base'
import {
  cleanName,
  drawCode,
  drawPin,
  LONGEST_NAME,
  MOST_LISTED,
  nameKey,
  readRows,
  usedColumns,
  whyNoName,
} from './index'

const names = (rows: string[][], known: string[] = []) => readRows(rows, known).learners.map(each => each.name)
const reasons = (rows: string[][], known: string[] = []) =>
  readRows(rows, known).left.map(each => [each.row, each.why.split('.')[0]])

describe('a name', () => {
  it.each([
    ['  Ada   Tregear ', 'Ada Tregear'],
    ['Zo\u0065\u0308 Pell', 'Zoë Pell'],
    ['Kit\u200B Averne', 'Kit Averne'],
    ['\u202EenrevA tiK', 'enrevA tiK'],
    ['Bo\tHask', 'Bo Hask'],
    ['李 明', '李 明'],
    ['Ada 👩‍🎨', 'Ada 👩‍🎨'],
    ['Kit 🏳️‍🌈', 'Kit 🏳️‍🌈'],
    ['Bo 👩🏽‍🎨\u200D', 'Bo 👩🏽‍🎨'],
    ['\u200DNessa', 'Nessa'],
  ])('%j is kept as %j', (raw, kept) => {
    expect(cleanName(raw)).toBe(kept)
    expect(whyNoName(kept)).toBeNull()
  })

  it.each([
    ['', 'no name'],
    ['—', 'letter'],
    ['Z\uFFFDe', 'UTF-8'],
    ['=SUM(A1)', 'not look like'],
    ['<b>Ada</b>', 'not look like'],
    ['x'.repeat(LONGEST_NAME + 1), 'longer'],
  ])('%j is refused, and told why', (name, why) => {
    expect(whyNoName(name)).toContain(why)
  })

  it('is the same with other capitals, accents and spaces', () => {
    expect(nameKey('zoe  PELL')).toBe(nameKey('Zoë Pell'))
    expect(nameKey('Zoe Bell')).not.toBe(nameKey('Zoe Pell'))
  })

  it('cleaned once is clean', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), raw => {
        expect(cleanName(cleanName(raw))).toBe(cleanName(raw))
      }),
      { numRuns: 300, seed: 4 },
    )
  })
})

describe('a list', () => {
  it('of names, one a row', () => {
    expect(readRows([['Ada Tregear'], [''], ['Bo Hask', '4471']])).toMatchObject({
      learners: [
        { name: 'Ada Tregear', pin: null, row: 1 },
        { name: 'Bo Hask', pin: '4471', row: 3 },
      ],
      left: [],
    })
  })

  it('under headings, in any order, with first and last names', () => {
    expect(
      names([
        ['PIN', 'Last name', 'Mail', 'First Name'],
        ['2208', 'Hask', 'x@y.example', 'Bo'],
        ['', 'Tregear', '', 'Ada'],
      ]),
    ).toEqual(['Bo Hask', 'Ada Tregear'])
    expect(
      readRows([
        ['Learner', 'Pin'],
        ['Ada', '12'],
      ]).left[0],
    ).toMatchObject({ row: 2, text: 'Ada, 12', why: 'A PIN has four to eight digits.' })
  })

  it('with a name twice, in another spelling, or in the class already', () => {
    expect(reasons([['Zoë Pell'], ['zoe pell'], ['Ada Tregear']], ['ADA TREGEAR'])).toEqual([
      [2, 'The same name stands in row 1'],
      [3, 'Someone of this name is in the class already'],
    ])
  })

  it('with a formula, markup, nothing but signs and unreadable letters: each left out, the others taken', () => {
    const rows = [['=1+1'], ['<script>'], ['?!'], ['Z\uFFFD'], ['Ada Tregear']]
    expect(names(rows)).toEqual(['Ada Tregear'])
    expect(readRows(rows).left.map(each => each.row)).toEqual([1, 2, 3, 4])
  })

  it('longer than can be added at once', () => {
    const { learners, left } = readRows(Array.from({ length: MOST_LISTED + 3 }, (_, i) => [`Learner ${i}`]))
    expect([learners.length, left.length]).toEqual([MOST_LISTED, 3])
  })

  it('with titles above the table', () => {
    expect(
      names([
        ['Harbour school, autumn'],
        [''],
        ['Printed on Tuesday', ''],
        ['Surname', 'Forename', 'Born'],
        ['Hask', 'Bo', '2015'],
        ['Tregear', 'Ada', '2016'],
      ]),
    ).toEqual(['Bo Hask', 'Ada Tregear'])
  })

  it('with columns that nobody can tell apart is asked about: nothing is taken for a name', () => {
    const rows = [
      ['7a', 'Bo', 'Hask', 'harbour street'],
      ['7a', 'Ada', 'Tregear', 'slip lane'],
    ]
    expect(readRows(rows)).toMatchObject({ layout: { isSure: false, columns: {} }, learners: [], left: [] })
    expect(readRows(rows, [], { columns: { first: 1, last: 2 }, from: 0 }).learners.map(each => each.name)).toEqual([
      'Bo Hask',
      'Ada Tregear',
    ])
    expect(readRows(rows, [], { columns: { first: 1, last: 2 }, from: 1 }).learners.map(each => each.name)).toEqual([
      'Ada Tregear',
    ])
    expect(
      usedColumns([
        ['', 'a', ''],
        ['', '', ' '],
      ]),
    ).toEqual([1])
  })

  it('of nothing is nothing', () => {
    for (const rows of [[], [['']], [['Name', 'PIN']]]) expect(readRows(rows)).toMatchObject({ learners: [], left: [] })
  })

  it('never gives two learners who would be mixed up at the door, nor a name that is refused', () => {
    fc.assert(
      fc.property(fc.array(fc.array(fc.string({ maxLength: 12 }), { maxLength: 3 }), { maxLength: 20 }), rows => {
        const { learners } = readRows(rows)
        expect(new Set(learners.map(each => nameKey(each.name))).size).toBe(learners.length)
        for (const { name } of learners) expect(whyNoName(name)).toBeNull()
      }),
      { numRuns: 300, seed: 5 },
    )
  })
})

describe('codes and PINs drawn by lot', () => {
  const random = seededRandom(8)
  it('have no signs that are mistaken for each other, and are not guessed first', () => {
    for (let i = 0; i < 500; i++) {
      expect(drawCode(random)).toMatch(/^[ACDEFGHJKMNPQRTWXYZ234679]{6}$/)
      const pin = drawPin(random)
      expect(pin).toMatch(/^\d{4}$/)
      expect(['0000', '1111', '9999', '1234', '4321']).not.toContain(pin)
    }
  })

  it('are spread over all there are', () => {
    expect(new Set(Array.from({ length: 400 }, () => drawCode(random))).size).toBe(400)
    expect(new Set(Array.from({ length: 400 }, () => drawPin(random))).size).toBeGreaterThan(350)
  })
})
