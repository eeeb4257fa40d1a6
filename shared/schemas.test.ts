import { describe, expect, it } from 'vitest'
import { toolSettings } from '#core/brush'
import { BATCH_ENTRIES } from './limits'
import {
  answerSchema,
  batchSchema,
  claimSchema,
  handInSchema,
  idSchema,
  learnerSignInSchema,
  teacherSignInSchema,
} from './schemas'

const writer = 'a-writer-of-tests'
const step = { type: 'step', at: 0, step: 'one' }
const takes = (schema: { safeParse: (value: unknown) => { success: boolean } }, value: unknown) =>
  schema.safeParse(value).success

describe('what comes to the server', () => {
  it.each<[unknown, boolean]>([
    ['7', true],
    [7, true],
    ['0', false],
    ['-1', false],
    ['1.5', false],
    ['kettle', false],
    ['', false],
    [null, false],
  ])('an id of %j: %s', (value, isTaken) => {
    expect(takes(idSchema, value)).toBe(isTaken)
  })

  it('a learner’s code is taken in small letters and with blanks round it', () => {
    expect(learnerSignInSchema.parse({ code: ' kettle7 ', name: ' Bram Ostley ', pin: '4127' })).toEqual({
      code: 'KETTLE7',
      name: 'Bram Ostley',
      pin: '4127',
    })
  })

  it.each([
    { code: 'K-7', name: 'A', pin: '1234' },
    { code: 'KETTLE7', name: ' ', pin: '1234' },
    { code: 'KETTLE7', name: 'A', pin: '123' },
    { code: 'KETTLE7', name: 'A', pin: '12a4' },
    { code: 'KETTLE7', name: 'A', pin: '1234', role: 'teacher' },
    { code: 'KETTLE7', name: 'A'.repeat(61), pin: '1234' },
  ])('a learner’s sign-in is not: %j', value => {
    expect(takes(learnerSignInSchema, value)).toBe(false)
  })

  it.each([
    { email: 'orla', password: 'x' },
    { email: 'orla@saltmarsh.example', password: '' },
    { email: 'orla@saltmarsh.example' },
  ])('a teacher’s sign-in is not: %j', value => {
    expect(takes(teacherSignInSchema, value)).toBe(false)
  })

  it.each<[string, object, boolean]>([
    ['as it should be', {}, true],
    ['with no entries', { entries: [] }, false],
    ['with as many entries as allowed', { entries: Array.from({ length: BATCH_ENTRIES }, () => step) }, true],
    ['with one more', { entries: Array.from({ length: BATCH_ENTRIES + 1 }, () => step) }, false],
    ['numbered below nothing', { number: -1 }, false],
    ['from half an entry', { from: 0.5 }, false],
    ['of a writer with an odd name', { writer: 'A!' }, false],
    ['with an entry of no kind', { entries: [{ type: 'wish', at: 0 }] }, false],
    ['with a time before the beginning', { entries: [{ type: 'undo', at: -1 }] }, false],
  ])('a batch %s', (_what, set, isTaken) => {
    expect(takes(batchSchema, { number: 0, from: 0, writer, entries: [step], ...set })).toBe(isTaken)
  })

  const stroke = {
    kind: 'stroke',
    version: 2,
    layer: 'a',
    tool: toolSettings('chalk'),
    colour: [1, 2, 3],
    seed: 1,
    samples: [16, 16, 500, 0],
  }
  const shape = {
    kind: 'shape',
    version: 1,
    layer: 'a',
    form: 'box',
    outline: [0, 0, 160, 0, 160, 160],
    line: null,
    fill: { colour: [1, 2, 3], opacity: 50 },
    seed: 1,
  }
  it.each<[string, object, boolean]>([
    ['a stroke of today', stroke, true],
    ['a stroke of a version to come', { ...stroke, version: 3 }, false],
    [
      'a stroke with a tip that there is not',
      { ...stroke, tool: { ...toolSettings('chalk'), tip: { kind: 'claw' } } },
      false,
    ],
    ['a stroke steadied more than there is', { ...stroke, tool: toolSettings('chalk', { steadying: 11 }) }, false],
    ['a stroke with a half steadying', { ...stroke, tool: toolSettings('chalk', { steadying: 2.5 }) }, false],
    ['a stroke that says it was made true', { ...stroke, trued: 'circle' }, true],
    ['a stroke made into something odd', { ...stroke, trued: 'heart' }, false],
    ['a stroke with an echo', { ...stroke, echoes: [[-65536, 0, 0, 65536, 6553600, 0]] }, true],
    [
      'a stroke with too many echoes',
      { ...stroke, echoes: Array.from({ length: 48 }, () => [65536, 0, 0, 65536, 0, 0]) },
      false,
    ],
    ['a stroke with an echo cut short', { ...stroke, echoes: [[65536, 0, 0]] }, false],
    ['a filled shape', shape, true],
    ['a shape of neither line nor fill', { ...shape, fill: null }, false],
    ['a shape of half a place', { ...shape, outline: [0, 0, 160] }, false],
    ['a shape filled with nothing', { ...shape, fill: { colour: [1, 2, 3], opacity: 0 } }, false],
    ['a shape of no form', { ...shape, form: 'heart' }, false],
  ])('%s', (_what, act, isTaken) => {
    expect(takes(batchSchema, { number: 0, from: 0, writer, entries: [{ type: 'act', at: 5, act }] })).toBe(isTaken)
  })

  it.each<[object, boolean]>([
    [{ position: 4, hash: 'a'.repeat(64), note: '' }, true],
    [{ position: 0, hash: 'a'.repeat(64), note: '' }, false],
    [{ position: 4, hash: 'A'.repeat(64), note: '' }, false],
    [{ position: 4, hash: 'a'.repeat(63), note: '' }, false],
    [{ position: 4, hash: 'a'.repeat(64), note: 'x'.repeat(1001) }, false],
  ])('a hand-in %j: %s', (value, isTaken) => {
    expect(takes(handInSchema, value)).toBe(isTaken)
  })

  it('an answer needs words, and keeps only marks that there are', () => {
    const answer = { marks: { closed: 'there' }, words: ' Good. ', next: '', outcome: 'accepted' }
    expect(answerSchema.parse(answer).words).toBe('Good.')
    expect(takes(answerSchema, { ...answer, words: '  ' })).toBe(false)
    expect(takes(answerSchema, { ...answer, marks: { closed: 'splendid' } })).toBe(false)
    expect(takes(claimSchema, { writer, takeOver: 'yes' })).toBe(false)
  })
})
