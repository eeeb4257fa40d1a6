import type { useHand } from '../../stores/hand'
import type { createLooking } from '../sheet/useLooking'
import type { AtHand } from './useInHand'

/** What the keys act on. */
export interface AtEasel {
  readonly hand: Pick<
    ReturnType<typeof useHand>,
    'tools' | 'lift' | 'stepSize' | 'toggleSteadying' | 'stepWell' | 'swap' | 'isFenced'
  >
  readonly inHand: Pick<AtHand, 'key' | 'nudge' | 'choosePart' | 'undo' | 'redo'> & {
    readonly parts: Pick<AtHand['parts'], 'mode'>
    readonly sampling: Pick<AtHand['sampling'], 'isOn'>
  }
  readonly looking: Pick<ReturnType<typeof createLooking>, 'toggleTone' | 'hasRulers' | 'hasCrosshair'>
  readonly view: {
    fit(): void
    zoom(scale: number): void
    mirror(): void
    setMoving(isMoving: boolean): void
  }
  readonly canDraw: () => boolean
  readonly lookAtStep: () => void
  readonly toggleGhost: () => void
  readonly openHelp: () => void
}

/** A key that was pressed or let go. */
export interface Press {
  /** In small letters: `q`, `enter`, `arrowleft` … */
  readonly key: string
  readonly ctrl: boolean
  readonly shift: boolean
  readonly alt: boolean
  readonly isDown: boolean
}

export interface Shortcut {
  readonly id: string
  /** As it stands on the sheet of keys and in tooltips. */
  readonly shown: string
  readonly words: string
  readonly isFor: (press: Press) => boolean
  /** When it may; always, where nothing is said. */
  readonly when?: (at: AtEasel) => boolean
  /** `false`: it was not for this key after all. */
  readonly run: (at: AtEasel, press: Press) => unknown
}

const withCtrl = (test: (press: Press) => boolean) => (press: Press) => press.isDown && press.ctrl && test(press)
const bare = (press: Press) => press.isDown && !press.ctrl && !press.alt

/** One letter by itself. */
function letter(
  key: string,
  id: string,
  words: string,
  run: (at: AtEasel) => void,
  when?: (at: AtEasel) => boolean,
): Shortcut {
  const isFor = (press: Press) => bare(press) && press.key === key
  return { id, shown: key.toUpperCase(), words, isFor, run: at => run(at), ...(when && { when }) }
}

const ARROWS: Record<string, readonly [number, number]> = {
  arrowleft: [-1, 0],
  arrowright: [1, 0],
  arrowup: [0, -1],
  arrowdown: [0, 1],
}
const canDraw = (at: AtEasel) => at.canDraw()
function togglePart(at: AtEasel, mode: 'lasso' | 'move'): void {
  at.inHand.choosePart(at.inHand.parts.mode.value === mode ? null : mode)
}

/**
 * All keys on one sheet, in the rows of the sheet of keys. The handler, that sheet and the tooltips read this table.
 * The first that is for a key has it.
 */
export const SHORTCUTS: readonly (readonly Shortcut[])[] = [
  [
    {
      id: 'lift',
      shown: '1 … 9',
      words: 'lift the tool at that place on the ledge',
      isFor: press => bare(press) && /^[1-9]$/.test(press.key),
      run({ hand }, { key }) {
        const tool = hand.tools[Number(key) - 1]
        if (tool) hand.lift(tool.key)
      },
    },
  ],
  [
    letter('q', 'smaller', 'smaller', at => at.hand.stepSize(-1)),
    letter('w', 'bigger', 'bigger', at => at.hand.stepSize(1)),
  ],
  [letter('e', 'steadying', 'steadying off, and back', at => at.hand.toggleSteadying())],
  [
    letter('a', 'well-before', 'well before', at => at.hand.stepWell(-1)),
    letter('s', 'well-next', 'next well', at => at.hand.stepWell(1)),
  ],
  [letter('d', 'swap', 'to the colour before, and back', at => at.hand.swap())],
  [
    {
      id: 'undo',
      shown: 'Ctrl Z',
      words: 'undo',
      isFor: withCtrl(press => press.key === 'z' && !press.shift),
      run: at => void at.inHand.undo(),
    },
    {
      id: 'redo',
      shown: 'Ctrl Shift Z',
      words: 'redo',
      isFor: withCtrl(press => press.key === 'y' || (press.key === 'z' && press.shift)),
      run: at => void at.inHand.redo(),
    },
  ],
  [letter('f', 'fit', 'whole sheet', at => at.view.fit()), letter('r', 'full-size', '100 %', at => at.view.zoom(1))],
  [
    letter('z', 'mirror', 'mirror', at => at.view.mirror()),
    letter('x', 'values', 'values', at => at.looking.toggleTone('values')),
    letter('c', 'squint', 'squint', at => at.looking.toggleTone('squint')),
  ],
  [
    letter('v', 'rulers', 'rulers', ({ looking }) => {
      looking.hasRulers.value = !looking.hasRulers.value
    }),
    letter('b', 'crosshair', 'crosshair', ({ looking }) => {
      looking.hasCrosshair.value = !looking.hasCrosshair.value
    }),
  ],
  [
    {
      id: 'move-sheet',
      shown: 'Space held',
      words: 'move the sheet with the pointer',
      isFor: press => press.key === ' ',
      run: (at, { isDown }) => at.view.setMoving(isDown),
    },
  ],
  [
    letter('h', 'choose-part', 'choose a part by hand', at => togglePart(at, 'lasso'), canDraw),
    letter('y', 'move-part', 'move it', at => togglePart(at, 'move'), canDraw),
  ],
  [
    {
      id: 'nudge',
      shown: 'Arrows',
      words: 'move what is in hand by 1 px, with Shift 10',
      isFor: press => bare(press) && press.key in ARROWS,
      run({ inHand }, { key, shift }) {
        const [dx, dy] = ARROWS[key]!
        const by = shift ? 10 : 1
        return inHand.nudge(dx * by, dy * by)
      },
    },
  ],
  [
    {
      id: 'settle',
      shown: 'Enter',
      words: 'settle what is in hand',
      isFor: press => bare(press) && press.key === 'enter',
      run: ({ inHand }) => inHand.key('enter'),
    },
    {
      id: 'take-away',
      shown: 'Esc',
      words: 'take it away',
      isFor: press => bare(press) && press.key === 'escape',
      run: ({ inHand }) => inHand.key('escape'),
    },
  ],
  [letter('g', 'ghost', 'play the ghost, or put it away', at => at.toggleGhost())],
  [letter('t', 'look', 'look at my step', at => at.lookAtStep())],
  [
    letter('j', 'sample', 'take a colour from the sheet with the next touch', ({ inHand: { sampling } }) => {
      sampling.isOn.value = !sampling.isOn.value
    }),
  ],
  [
    letter(
      'n',
      'fence',
      'fence: strokes stay in the area in which they begin',
      ({ hand }) => {
        hand.isFenced = !hand.isFenced
      },
      canDraw,
    ),
  ],
  [
    {
      // The stack's own sheets listen to these when one of them has the focus.
      id: 'stack-move',
      shown: 'Alt ↑ · Alt ↓ · Alt →',
      words: 'move the chosen layer in the stack · into the group beside it',
      isFor: () => false,
      run: () => false,
    },
  ],
  [
    {
      id: 'help',
      shown: '?',
      words: 'this sheet',
      isFor: press => bare(press) && press.key === '?',
      run: at => at.openHelp(),
    },
  ],
]

/** A row of the sheet of keys: what is pressed, and what that does. */
export function rowOf(row: readonly Shortcut[]): { readonly keys: string; readonly words: string } {
  return { keys: row.map(each => each.shown).join(' · '), words: row.map(each => each.words).join(' · ') }
}

/** The key for something, as it is shown in a tooltip. Throws for what has no key. */
export function keyOf(id: string): string {
  const found = SHORTCUTS.flat().find(each => each.id === id)
  if (!found) throw new Error(`no key does "${id}"`)
  return found.shown
}

/** Runs what a key is for. Whether it did anything. */
export function runShortcut(at: AtEasel, press: Press): boolean {
  const found = SHORTCUTS.flat().find(each => each.isFor(press) && (each.when?.(at) ?? true))
  return found !== undefined && found.run(at, press) !== false
}
