import { useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Guide } from '#core/guides'
import type { BendKind } from '#core/moving'
import type { SnapLine } from '#core/parts'
import { newLayerId } from '../../../sheet/layer-ids'
import { mirrorLine, type Half } from '../../../sheet/mirror-half'
import type { SheetRemote } from '../../../workers/sheet/contract'
import { createChoosing, type ChoosingMode } from './choosing'
import type { TakesTouch } from './contract'
import { createHeldPart, type BroughtIn } from './held-part'
import type { Slot } from './slot'

/** What the pointer does instead of drawing. */
export type PartMode = ChoosingMode | 'move' | 'bend'

interface Around {
  /** The layer that may be painted on; null says why not. */
  readonly layerNow: () => string | null
  /** The same for what needs paint there. */
  readonly layerWithPaint: () => string | null
  readonly sheet: () => { readonly width: number; readonly height: number }
  /** What parts lie against. */
  readonly lines: () => readonly SnapLine[]
  readonly guides: () => readonly Guide[]
}

/** Choosing parts of the sheet, and moving, bending and mirroring what is painted there. */
export function createParts(host: SheetRemote, slot: Slot, { layerNow, layerWithPaint, sheet, lines, guides }: Around) {
  const mode = ref<PartMode | null>(null)
  const { touch: choosingTouch, ...choosing } = createChoosing(host, {
    layerNow,
    sheet,
    mode: () => (mode.value === 'move' || mode.value === 'bend' ? null : mode.value),
  })
  const { inHand, takeUp, bringIn, ...part } = createHeldPart(host, slot, {
    layerNow,
    sheet,
    lines,
    onAway: () => {
      if (mode.value === 'move') mode.value = null
    },
  })

  /** Pushing, swelling and pinching: a stroke that moves what it goes over. */
  const bend = useLocalStorage(
    'little-easel-bend',
    { how: 'push' as BendKind, size: 120, strength: 70 },
    { mergeDefaults: true },
  )
  const bending: TakesTouch = {
    begin({ packed, time }) {
      const layer = layerWithPaint()
      if (layer) void host.beginBend(layer, { ...bend.value }, packed, time)
    },
    extend: ({ packed, time }) => void host.extendStroke(packed, time),
    end: () => void host.endStroke(),
    cancel: () => void host.dropStroke(),
    key: () => false,
  }

  /** Who has the pointer in the mode that is chosen. Escape leaves the mode when there is nothing else to leave. */
  const touch = computed<TakesTouch | null>(() => {
    if (!mode.value) return null
    const owner = mode.value === 'move' ? inHand : mode.value === 'bend' ? bending : choosingTouch
    return { ...owner, key: pressed => owner.key(pressed) || (pressed === 'escape' && leave()) }
  })
  function leave(): true {
    mode.value = null
    return true
  }

  function choose(next: PartMode | null, layers: readonly string[] = []): void {
    if (part.held.value) void part.settle()
    choosing.putDraftAway()
    mode.value = next
    if (next === 'move') void takeUp(layers)
  }

  /** A picture from outside is in hand, as a part is. Whether it could be taken. */
  async function bring(picture: BroughtIn, pixels: Uint8Array): Promise<boolean> {
    if (part.held.value) await part.settle()
    choosing.putDraftAway()
    mode.value = 'move'
    const isTaken = await bringIn(picture, pixels)
    if (!isTaken) mode.value = null
    return isTaken
  }

  // --- what is done at once

  /** Lays what is selected of the layer, or all of it, on a layer of its own. */
  async function copyToLayer(name: string): Promise<string | null> {
    const layer = layerNow()
    if (!layer) return null
    const copy = newLayerId()
    await host.act({ kind: 'layer-copy', layer, copy, name })
    return copy
  }

  async function clearInside(): Promise<void> {
    const layer = layerNow()
    if (layer) await host.act({ kind: 'layer-clear', layer })
  }

  /** Mirrors one half of the layer onto the other. */
  async function mirrorHalf(half: Half): Promise<void> {
    const layer = layerNow()
    if (!layer) return
    const line = mirrorLine(half, sheet(), guides())
    await host.act({ kind: 'mirror-half', version: 1, layer, line })
  }

  return {
    mode,
    ...choosing,
    ...part,
    bend,
    touch,
    choose,
    /** Takes hold of several layers, or of all in a group, as one. */
    takeLayers: (layers: readonly string[]) => choose('move', layers),
    bring,
    copyToLayer,
    clearInside,
    mirrorHalf,
  }
}
export type Parts = ReturnType<typeof createParts>
