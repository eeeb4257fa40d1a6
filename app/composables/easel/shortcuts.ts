import type { Comfort } from '#shared/comfort'
import { LETTER_KEYS, meantBy, signOf, type LetterKeyId } from '../../sheet/letter-keys'
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
  /** What its sign is for here; null: nothing, or signs are not heard. */
  readonly means: LetterKeyId | null
  /** Whether signs by themselves are heard. */
  readonly hearsSigns: boolean
  readonly ctrl: boolean
  readonly shift: boolean
  readonly alt: boolean
  readonly isDown: boolean
}

export interface Shortcut {
  readonly id: string
  /** As it stands on the sheet of keys and in tooltips; of a sign: as it is with whoever is here. */
  readonly shown: string | LetterKeyId
  readonly isSign?: boolean
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
function letter(id: LetterKeyId, run: (at: AtEasel) => void, when?: (at: AtEasel) => boolean): Shortcut {
  const isFor = (press: Press) => bare(press) && press.means === id
  return { id, shown: id, isSign: true, words: LETTER_KEYS[id].words, isFor, run: at => run(at), ...(when && { when }) }
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
      isFor: press => bare(press) && press.hearsSigns && /^[1-9]$/.test(press.key),
      run({ hand }, { key }) {
        const tool = hand.tools[Number(key) - 1]
        if (tool) hand.lift(tool.key)
      },
    },
  ],
  [letter('smaller', at => at.hand.stepSize(-1)), letter('bigger', at => at.hand.stepSize(1))],
  [letter('steadying', at => at.hand.toggleSteadying())],
  [letter('well-before', at => at.hand.stepWell(-1)), letter('well-next', at => at.hand.stepWell(1))],
  [letter('swap', at => at.hand.swap())],
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
  [letter('fit', at => at.view.fit()), letter('full-size', at => at.view.zoom(1))],
  [
    letter('mirror', at => at.view.mirror()),
    letter('values', at => at.looking.toggleTone('values')),
    letter('squint', at => at.looking.toggleTone('squint')),
  ],
  [
    letter('rulers', ({ looking }) => {
      looking.hasRulers.value = !looking.hasRulers.value
    }),
    letter('crosshair', ({ looking }) => {
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
    letter('choose-part', at => togglePart(at, 'lasso'), canDraw),
    letter('move-part', at => togglePart(at, 'move'), canDraw),
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
  [letter('ghost', at => at.toggleGhost())],
  [letter('look', at => at.lookAtStep())],
  [
    letter('sample', ({ inHand: { sampling } }) => {
      sampling.isOn.value = !sampling.isOn.value
    }),
  ],
  [
    letter(
      'fence',
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
  [letter('help', at => at.openHelp())],
]

/** Keys of whoever is here. */
type Likes = Pick<Comfort, 'hasNoLetterKeys' | 'ownKeys'>

/** How it is shown; empty where nothing is heard. */
function shownOf({ id, shown, isSign }: Shortcut, likes: Likes): string {
  if (isSign) return signOf(id as LetterKeyId, likes)?.toUpperCase() ?? ''
  return id === 'lift' && likes.hasNoLetterKeys ? '' : shown
}

/** A row of the sheet of keys: what is pressed, and what that does; null: nothing of it has a key. */
export function rowOf(
  row: readonly Shortcut[],
  likes: Likes,
): { readonly keys: string; readonly words: string } | null {
  const heard = row.filter(each => shownOf(each, likes))
  if (heard.length === 0) return null
  return {
    keys: heard.map(each => shownOf(each, likes)).join(' · '),
    words: heard.map(each => each.words).join(' · '),
  }
}

/** A key that was pressed or let go, as it is with whoever is here. */
export function pressOf(event: KeyboardEvent, likes: Likes): Press {
  const key = event.key.toLowerCase()
  return {
    key,
    means: meantBy('easel', key, likes),
    hearsSigns: !likes.hasNoLetterKeys,
    ctrl: event.ctrlKey || event.metaKey,
    shift: event.shiftKey,
    alt: event.altKey,
    isDown: event.type === 'keydown',
  }
}

/** Runs what a key is for. Whether it did anything. */
export function runShortcut(at: AtEasel, press: Press): boolean {
  const found = SHORTCUTS.flat().find(each => each.isFor(press) && (each.when?.(at) ?? true))
  return found !== undefined && found.run(at, press) !== false
}
