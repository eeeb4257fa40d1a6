import type { Step } from '#core/plan'
import { astray, type Astray, type Intent } from '../../sheet/astray'
import type { SheetRemote } from '../../workers/sheet/contract'
import { useNotices } from '../common/useNotices'
import type { StackInHand } from './useStack'

/** A layer whose name is not known just now. */
const OTHER = 'the other layer'

/** Says at the first stroke that it goes on the wrong layer, and moves it with one touch. */
export function createGuard(host: SheetRemote, stack: StackInHand, step: () => Step | null, isReadOnly: () => boolean) {
  const { say, dismiss } = useNotices()
  /** What was said of the last stroke: with the next one it is no longer true. */
  let said: number | null = null
  function takeBack(): void {
    if (said !== null) dismiss(said)
    said = null
  }
  /** What was said already. */
  const told = new Set<string>()
  /** The stroke under way is on the wrong layer. */
  let stray: Astray | null = null

  /**
   * The layer or mask for something that is about to be done; null when nothing could come of it. `isStroke`: it can be
   * moved afterwards.
   */
  function layerFor(intent: Intent, isStroke = false): string | null {
    stray = null
    takeBack()
    const { live, liveLayer, isMaskLive, layers } = stack
    if (!live.value || isReadOnly()) return null
    const layer = liveLayer.value
    const found = layer && astray(step(), layers.value, layer, isMaskLive.value, intent)
    if (!found) return live.value
    if (found.kind === 'stops') {
      said = say(
        found.message,
        found.fix,
        'attention',
        found.right
          ? [{ label: `Go to ${stack.nameOf(found.right, OTHER)}`, run: () => stack.choose(found.right!) }]
          : [],
      )
      return null
    }
    if (isStroke && !told.has(found.key)) stray = found
    return live.value
  }

  /** The stroke is done: now it can be moved. */
  function afterStroke(): void {
    const found = stray
    stray = null
    if (!found?.right) return
    told.add(found.key)
    const { right } = found
    said = say(found.message, found.fix, 'attention', [
      {
        label: `Move it to ${stack.nameOf(right, OTHER)}`,
        async run() {
          await host.moveLast(right)
          stack.choose(right)
        },
      },
    ])
  }

  /** A new shape hides letters. */
  function sayCovers(name: string, layer: string): void {
    said = say(`The new shape covers the letters on “${name}”.`, 'They are still there, under it.', 'attention', [
      { label: 'Put it under the letters', run: () => host.putUnder(layer) },
    ])
  }

  return {
    layerFor,
    /** For something that paints, and can't be moved afterwards. */
    layerNow: () => layerFor({ needsPaint: false, what: 'it' }),
    /** The same for what needs paint there. */
    layerWithPaint: () => layerFor({ needsPaint: true, what: 'it' }),
    afterStroke,
    sayCovers,
    forget: () => {
      stray = null
    },
  }
}
export type Guard = ReturnType<typeof createGuard>
