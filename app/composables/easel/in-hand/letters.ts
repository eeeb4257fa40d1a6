import { boundsOf, wholeRect, type Point } from '#core/base'
import { useLocalStorage } from '@vueuse/core'
import { ref, shallowRef, watch } from 'vue'
import { SUBPIXELS } from '#core/brush'
import type { LetteringAct } from '#core/drawing'
import { mapped, projectiveTo } from '#core/moving'
import { handled, heldWhole, holds, middleOf, movedBy, snapOf, type Held, type SnapLine } from '#core/parts'
import { textOutlines, type LetteringFont } from '../../../sheet/fonts'
import { latestOnly } from '../../../sheet/latest-only'
import type { useHand } from '../../../stores/hand'
import { useHeldKeys } from '../../sheet/useHeldKeys'
import { freshSeed } from '../../../sheet/seeds'
import { SNAP_REACH } from '../../../sheet/snapping'
import type { SheetRemote } from '../../../workers/sheet/contract'
import { asOneAct } from './as-one-act'
import { settlingKeys, type InHand, type Touch } from './contract'
import type { Slot } from './slot'

interface Around {
  readonly layerNow: () => string | null
  readonly sheet: () => { readonly width: number; readonly height: number }
  /** What parts lie against. */
  readonly lines: () => readonly SnapLine[]
  /** A font or the like could not be had. */
  readonly onTrouble: (message: string, fix: string) => void
}

/** Letters or a signature on their way to the sheet. */
interface Writing {
  readonly is: LetteringAct['is']
  readonly text: string
  readonly layer: string
  /** As they came, px. */
  readonly outlines: readonly (readonly number[])[]
  readonly held: Held
}

/** Lettering and the signature: set on the sheet, moved, sized and turned until they are settled. */
export function createLetters(
  host: SheetRemote,
  slot: Slot,
  hand: ReturnType<typeof useHand>,
  { layerNow, sheet, lines, onTrouble }: Around,
) {
  const writing = shallowRef<Writing | null>(null)
  /** Whether the next touch of the sheet begins a text. */
  const isReady = ref(false)
  const text = ref('')
  /** Letters are solid unless the tool's strength is asked for. */
  const isSolid = ref(true)
  const font = useLocalStorage<LetteringFont>('little-easel-lettering-font', 'hand')
  const size = useLocalStorage('little-easel-lettering-size', 96)
  const keys = useHeldKeys()
  let seed = 0
  let from: Point = { x: 0, y: 0 }
  let start: Held | null = null
  let scale = 1

  function act(): LetteringAct | null {
    const { value } = writing
    const map = value && projectiveTo(value.held.box, value.held.to.points)
    if (!value || !map || value.outlines.length === 0) return null
    const outlines = value.outlines.map(points => {
      const out: number[] = []
      for (let i = 0; i < points.length; i += 2) {
        const { x, y } = mapped(map, points[i]!, points[i + 1]!)
        out.push(Math.round(x * SUBPIXELS), Math.round(y * SUBPIXELS))
      }
      return out
    })
    return {
      kind: 'lettering',
      version: 1,
      layer: value.layer,
      text: value.text,
      is: value.is,
      outlines,
      colour: [...hand.colour] as [number, number, number],
      opacity: isSolid.value ? 100 : (hand.settings?.opacity ?? 100),
      seed,
    }
  }
  const show = latestOnly(async () => {
    if (writing.value) await host.preview('letters', act())
  })

  function change(held: Held): void {
    if (writing.value) writing.value = { ...writing.value, held }
    void show()
  }

  /** Puts outlines on the sheet with their middle at a place; sized to fit it if they are too big. */
  function lay(is: LetteringAct['is'], words: string, outlines: readonly (readonly number[])[], middle: Point): void {
    const layer = layerNow()
    if (!layer) return
    seed = freshSeed()
    const box = boxOf(outlines)
    const whole = heldWhole(box)
    const at = middleOf(whole)
    writing.value = { is, text: words, layer, outlines, held: movedBy(whole, middle.x - at.x, middle.y - at.y) }
    void show()
  }

  /** As what the outlines in hand were made; behind what is typed for a moment. */
  let written = ''
  const asTyped = () => JSON.stringify([text.value, font.value, size.value])

  /** Writes the text anew as it is now, where it stands. */
  async function writeAnew(): Promise<void> {
    const { value } = writing
    if (value?.is !== 'text') return
    const typed = asTyped()
    try {
      const outlines = text.value.trim() ? await textOutlines(text.value, font.value, size.value) : []
      if (!writing.value) return
      const before = middleOf(writing.value.held)
      const { to } = writing.value.held
      if (outlines.length === 0) {
        writing.value = { ...writing.value, outlines: [], text: ' ' }
      } else {
        const box = boxOf(outlines)
        const map = projectiveTo(writing.value.held.box, to.points)!
        // The new words get the turn and size that the old ones had: from their box to where it lay.
        const old = writing.value.held.box
        const corner = (x: number, y: number) => Object.values(mapped(map, x, y))
        const points = [
          corner(old.x0, old.y0),
          corner(old.x0 + box.x1 - box.x0, old.y0),
          corner(old.x0 + box.x1 - box.x0, old.y0 + box.y1 - box.y0),
          corner(old.x0, old.y0 + box.y1 - box.y0),
        ].flat()
        const held: Held = { box, to: { kind: 'corners', points } }
        const after = middleOf(held)
        const isFirst = writing.value.outlines.length === 0
        writing.value = {
          ...writing.value,
          outlines,
          text: text.value.slice(0, 400),
          held: isFirst ? movedBy(held, before.x - after.x, before.y - after.y) : held,
        }
      }
      written = typed
      await show()
    } catch {
      onTrouble(
        'The letters of this font can’t be had just now.',
        'Try again when the server is back, or choose another font.',
      )
    }
  }
  const rewrite = latestOnly(writeAnew)
  watch([text, font, size], () => void rewrite())
  watch(
    () => [hand.colour, hand.settings?.opacity, isSolid.value],
    () => writing.value && void show(),
  )

  function begin({ place, scale: shownScale }: Touch): void {
    scale = shownScale
    from = place
    if (writing.value) {
      start = holds(writing.value.held, place) ? writing.value.held : null
      return
    }
    const layer = isReady.value && layerNow()
    if (!layer) return
    void slot.take(inHand)
    seed = freshSeed()
    written = ''
    // An empty line's box, until there are words in it.
    const { value: height } = size
    writing.value = {
      is: 'text',
      text: ' ',
      layer,
      outlines: [],
      held: heldWhole({
        x0: Math.round(place.x),
        y0: Math.round(place.y - height / 2),
        x1: Math.round(place.x + height),
        y1: Math.round(place.y + height / 2),
      }),
    }
    void rewrite()
  }

  function extend({ place }: Touch): void {
    if (!start) return
    const moved = movedBy(start, place.x - from.x, place.y - from.y)
    const { dx, dy } = keys.alt ? { dx: 0, dy: 0 } : snapOf(moved, lines(), SNAP_REACH / scale)
    change(movedBy(moved, dx, dy))
  }

  function end(): void {
    start = null
  }

  function drag(key: string, to: Point): void {
    if (writing.value)
      change(handled(writing.value.held, 'size', key, to, { isEven: !keys.shift, isCentred: keys.alt }))
  }

  function nudge(dx: number, dy: number): boolean {
    if (writing.value) change(movedBy(writing.value.held, dx, dy))
    return writing.value !== null
  }

  /** Puts them down. What was typed a moment ago is waited for; where its letters can't be had, it stays in hand. */
  async function settle(): Promise<void> {
    if (writing.value?.is === 'text' && written !== asTyped()) {
      await writeAnew()
      if (written !== asTyped()) return
    }
    await putDown()
  }
  const { settle: putDown, discard } = asOneAct(host, 'letters', act, putAway)

  function putAway(): void {
    writing.value = null
    text.value = ''
    slot.letGo(inHand)
  }

  function choose(isNext: boolean): void {
    if (writing.value) void settle()
    isReady.value = isNext
  }

  /** Stamps a signature into the bottom right corner, a sixth of the sheet wide. */
  async function sign(name: string, outlines: readonly (readonly number[])[]): Promise<void> {
    if (writing.value) await settle()
    isReady.value = false
    if (!layerNow() || !(await slot.take(inHand))) return
    const { width, height } = sheet()
    const box = boxOf(outlines)
    const by = width / 6 / Math.max(box.x1 - box.x0, 1)
    const sized = outlines.map(points => points.map(value => value * by))
    const sizedBox = boxOf(sized)
    lay('signature', name, sized, {
      x: width * 0.97 - (sizedBox.x1 - sizedBox.x0) / 2,
      y: height * 0.97 - (sizedBox.y1 - sizedBox.y0) / 2,
    })
  }

  const decide = settlingKeys({ settle, discard })
  const inHand: InHand = {
    whenReplaced: 'settle',
    begin,
    extend,
    end,
    cancel: end,
    key(key) {
      if (writing.value) return decide(key)
      if (key !== 'escape' || !isReady.value) return false
      choose(false)
      return true
    },
    nudge,
    settle,
    discard,
  }

  return { writing, isReady, text, font, size, isSolid, inHand, choose, drag, settle, discard, sign }
}
export type Letters = ReturnType<typeof createLetters>

function boxOf(outlines: readonly (readonly number[])[]) {
  const { x0, y0, x1, y1 } = wholeRect(boundsOf(outlines.flat()))
  return { x0, y0, x1: Math.max(x1, x0 + 1), y1: Math.max(y1, y0 + 1) }
}
