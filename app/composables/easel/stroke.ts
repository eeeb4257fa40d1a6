import { toRaw } from 'vue'
import { isRubbing } from '#core/brush'
import type { Follower } from '#core/guides'
import { USUAL_GAP } from '#core/plan'
import { heldTo } from '../../sheet/follow'
import { toolNameOf } from '../../sheet/tool-words'
import type { useHand } from '../../stores/hand'
import type { SheetRemote } from '../../workers/sheet/contract'
import type { Guides } from '../sheet/useGuides'
import { NO_TOUCH, type TakesTouch, type Touch } from './in-hand/contract'
import type { Guard } from './useGuard'

/** What bounds a fence, as for a pour. */
const FENCE = { tolerance: 40, borders: 'all', gap: USUAL_GAP, grow: 2 } as const

interface Around {
  readonly guard: Guard
  readonly guides: Guides
  readonly isMaskLive: () => boolean
}

/** A stroke with the tool that is lifted: held to the guides that it follows, and within its fence. */
export function createStroke(
  host: SheetRemote,
  hand: ReturnType<typeof useHand>,
  { guard, guides, isMaskLive }: Around,
): TakesTouch & { readonly isGuided: () => boolean } {
  let follower: Follower | null = null
  /** Holds the stroke under way to the guides that it follows. */
  let toGuides: (packed: readonly number[]) => number[] = packed => [...packed]
  /** A stroke along a guide that has not begun yet. */
  let waiting: { readonly start: (first: readonly number[]) => void; readonly first: readonly number[] } | null = null

  function begin({ place, packed, time, scale }: Touch): void {
    const { lifted, settings } = hand
    if (!lifted || !settings) return
    const needsPaint = settings.effect === 'erase' || isRubbing(settings)
    const layer = guard.layerFor({ needsPaint, what: `the ${toolNameOf(lifted.now).replace('-', ' ')}` }, true)
    if (!layer) return
    const echoes = guides.echoes()
    follower = guides.follower(place, scale)
    toGuides = heldTo(follower)
    const fence = hand.isFenced && !isMaskLive() ? { fence: { ...FENCE } } : {}
    const colour = [...hand.colour] as [number, number, number]
    const style = { tool: toRaw(settings), colour, ...(echoes && { echoes }), ...fence }
    const start = (first: readonly number[]) => void host.beginStroke(layer, style, first, time)
    // Along a guide it begins once it is clear which way the hand means.
    if (follower.isFree) return start(packed)
    const held = toGuides(packed)
    if (held.length > 0) return start(held)
    waiting = { start, first: packed }
  }

  function extend({ packed, time }: Touch): void {
    const held = toGuides(packed)
    if (held.length === 0) return
    if (waiting) waiting.start(held)
    else void host.extendStroke(held, time)
    waiting = null
  }

  function end(): void {
    // A dot has no way.
    waiting?.start(waiting.first)
    waiting = null
    void host.endStroke()
    guard.afterStroke()
  }

  function cancel(): void {
    waiting = null
    guard.forget()
    void host.dropStroke()
  }

  /** The stroke goes along a guide: it is as true as it is meant to be. */
  const isGuided = () => follower !== null && !follower.isFree

  return { ...NO_TOUCH, begin, extend, end, cancel, isGuided }
}
