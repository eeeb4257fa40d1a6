import type { Point } from '#core/base'

/** One touch of the sheet as it goes on. */
export interface Touch {
  /** Where the hand is, sheet px. */
  readonly place: Point
  /** All samples since the last call, packed. */
  readonly packed: readonly number[]
  /** When the pointer moved, ms since the epoch. */
  readonly time: number
  /** Px on the screen for one of the sheet. */
  readonly scale: number
}

/** What follows a touch of the sheet from its beginning to its end. */
export interface TakesTouch {
  begin(touch: Touch): void
  extend(touch: Touch): void
  end(): void
  /** It was no touch after all: a second finger came down. */
  cancel(): void
  /** Whether it did something with `enter`, `escape` …; if not, the key is somebody else's. */
  key(key: string): boolean
}

/** Follows a touch and does nothing: for what takes none, and to begin from. */
export const NO_TOUCH: TakesTouch = {
  begin: () => {},
  extend: () => {},
  end: () => {},
  cancel: () => {},
  key: () => false,
}

/**
 * Something that is in hand and not settled yet: it is shown, and nothing of it is in the record. The slot owns at most
 * one (`slot.ts`); a stroke is what happens when the slot is empty.
 */
export interface InHand extends TakesTouch {
  /** What becomes of it when something else is taken in hand. */
  readonly whenReplaced: 'settle' | 'discard'
  /** A touch of the sheet is not for it: strokes go on while it waits. */
  readonly letsStrokesThrough?: boolean
  /** Only its owner can decide about it now: it is not settled by itself, but asked about. */
  needsWord?(): boolean
  /** Puts it on the sheet. Where that can't be done, it stays in hand. */
  settle(): Promise<void>
  /** Takes it away; the drawing is as it was. */
  discard(): Promise<void>
  /** Moves it by so many sheet px. Whether that can be done to it. */
  nudge(dx: number, dy: number): boolean
}

/** What settles something, and what takes it away, as keys do it. */
export function settlingKeys(held: Pick<InHand, 'settle' | 'discard'>): (key: string) => boolean {
  return key => {
    if (key !== 'enter' && key !== 'escape') return false
    void (key === 'enter' ? held.settle() : held.discard())
    return true
  }
}

/** In hand, and set by a card or a bar: the next touch of the sheet comes after it, and not into it. */
export function setByCard(held: Pick<InHand, 'settle' | 'discard'>): InHand {
  return {
    ...NO_TOUCH,
    ...held,
    whenReplaced: 'settle',
    begin: () => void held.settle(),
    key: settlingKeys(held),
    nudge: () => false,
  }
}
