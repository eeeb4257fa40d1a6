import { describe, expect, it } from 'vitest'
import { ref } from 'vue'
import { USUAL } from '#shared/comfort'
import { meantBy } from '../../sheet/letter-keys'
import { pressOf, rowOf, runShortcut, SHORTCUTS, type AtEasel, type Press } from './shortcuts'

/** An Easel that notes what is done to it. */
function easel(more: { readonly takesKeys?: boolean; readonly isReadOnly?: boolean } = {}) {
  const done: string[] = []
  const note =
    (what: string) =>
    (...words: unknown[]) =>
      void done.push([what, ...words].join(' '))
  const hand = {
    tools: [{ key: 'pen' }, { key: 'brush' }],
    isFenced: false,
    lift: note('lift'),
    stepSize: note('size'),
    toggleSteadying: note('steadying'),
    stepWell: note('well'),
    swap: note('swap'),
  }
  const at = {
    hand,
    inHand: {
      parts: { mode: ref<string | null>(null) },
      sampling: { isOn: ref(false) },
      key: (key: string) => (more.takesKeys ? (note('in hand')(key), true) : false),
      nudge: (dx: number, dy: number) => (more.takesKeys ? (note('nudge')(dx, dy), true) : false),
      choosePart: note('part'),
      undo: note('undo'),
      redo: note('redo'),
    },
    looking: { toggleTone: note('tone'), hasRulers: ref(false), hasCrosshair: ref(false) },
    view: { fit: note('fit'), zoom: note('zoom'), mirror: note('mirror'), setMoving: note('moving') },
    canDraw: () => !more.isReadOnly,
    lookAtStep: note('look'),
    toggleGhost: note('ghost'),
    openHelp: note('help'),
  }
  return { at: at as unknown as AtEasel, raw: at, done }
}
const press = (key: string, more: Partial<Press> = {}): Press => ({
  key,
  means: meantBy('easel', key, USUAL),
  hearsSigns: true,
  ctrl: false,
  shift: false,
  alt: false,
  isDown: true,
  ...more,
})

describe('keys on the sheet', () => {
  it('do one thing each: no key is for two', () => {
    const keys = ['1', '9', ...'qweasdfrgtzxcyhvbjn?', ' ', 'enter', 'escape', 'arrowup', 'arrowleft']
    for (const key of keys)
      for (const ctrl of [false, true]) {
        const found = SHORTCUTS.flat().filter(each => each.isFor(press(key, { ctrl })))
        expect(found.length, `${ctrl ? 'Ctrl ' : ''}${key}: ${found.map(each => each.id).join()}`).toBeLessThan(2)
      }
    const ids = SHORTCUTS.flat().map(each => each.id)
    expect(new Set(ids).size).toBe(ids.length)
  })

  it.each([
    ['2', {}, 'lift brush'],
    ['q', {}, 'size -1'],
    ['w', {}, 'size 1'],
    ['a', {}, 'well -1'],
    ['z', {}, 'mirror'],
    ['z', { ctrl: true }, 'undo'],
    ['z', { ctrl: true, shift: true }, 'redo'],
    ['y', { ctrl: true }, 'redo'],
    ['y', {}, 'part move'],
    ['h', {}, 'part lasso'],
    ['r', {}, 'zoom 1'],
    ['x', {}, 'tone values'],
    [' ', {}, 'moving true'],
    [' ', { isDown: false }, 'moving false'],
    ['?', { shift: true }, 'help'],
  ] as const)('%j with %j: %s', (key, more, does) => {
    const { at, done } = easel()
    expect(runShortcut(at, press(key, more))).toBe(true)
    expect(done).toEqual([does])
  })

  it('are let alone with Ctrl or Alt, when they come up again, and where they mean nothing', () => {
    const { at, done } = easel()
    for (const each of [
      press('q', { ctrl: true }),
      press('q', { alt: true }),
      press('q', { isDown: false }),
      press('ö'),
    ])
      expect(runShortcut(at, each)).toBe(false)
    expect(done).toEqual([])
  })

  it('Enter, Escape and arrows are for what is in hand, and for nobody when nothing is', () => {
    const full = easel({ takesKeys: true })
    for (const key of ['enter', 'escape']) expect(runShortcut(full.at, press(key))).toBe(true)
    expect(runShortcut(full.at, press('arrowdown', { shift: true }))).toBe(true)
    expect(full.done).toEqual(['in hand enter', 'in hand escape', 'nudge 0 10'])
    const empty = easel()
    for (const key of ['enter', 'escape', 'arrowdown']) expect(runShortcut(empty.at, press(key))).toBe(false)
  })

  it('a mode is put away by the key that chose it; a fence and a sampling are switched', () => {
    const { at, raw, done } = easel()
    raw.inHand.parts.mode.value = 'lasso'
    runShortcut(at, press('h'))
    expect(done).toEqual(['part '])
    runShortcut(at, press('j'))
    runShortcut(at, press('n'))
    expect([raw.inHand.sampling.isOn.value, raw.hand.isFenced]).toEqual([true, true])
  })

  it('what changes the drawing has no key where it is only looked at', () => {
    const { at, done } = easel({ isReadOnly: true })
    for (const key of ['h', 'y', 'n']) expect(runShortcut(at, press(key))).toBe(false)
    expect(done).toEqual([])
    expect(runShortcut(at, press('f'))).toBe(true)
  })

  it('stand in the sheet of keys row by row', () => {
    const rowWith = (id: string) => SHORTCUTS.find(row => row.some(each => each.id === id))!
    expect(rowOf(rowWith('smaller'), USUAL)).toEqual({ keys: 'Q · W', words: 'smaller · bigger' })
    expect(rowOf(rowWith('smaller'), { ...USUAL, ownKeys: { smaller: '-' } })!.keys).toBe('- · W')
    expect(rowOf(rowWith('undo'), USUAL)!.keys).toBe('Ctrl Z · Ctrl Shift Z')
  })

  it('of one sign are heard by nobody who wants none, and stand on no sheet; the others go on', () => {
    const none = { ...USUAL, hasNoLetterKeys: true }
    const pressed = (key: string, more: Partial<KeyboardEvent> = {}) =>
      pressOf({ key, type: 'keydown', ...more } as KeyboardEvent, none)
    const { at, done } = easel()
    for (const key of ['Q', 'g', '?', '2']) expect(runShortcut(at, pressed(key)), key).toBe(false)
    expect(runShortcut(at, pressed('z', { ctrlKey: true }))).toBe(true)
    expect(done).toEqual(['undo'])
    const rows = SHORTCUTS.map(row => rowOf(row, none)).filter(row => row !== null)
    expect(rows.length).toBeGreaterThan(3)
    for (const { keys } of rows) expect(keys).toMatch(/Ctrl|Alt|Space|Arrows|Enter/)
  })
})
