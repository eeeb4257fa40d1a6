import { useDebounceFn } from '@vueuse/core'
import { computed, ref, shallowRef, watch, type Ref, shallowReadonly } from 'vue'
import type { BandForm, Bands } from '#core/bands'
import { LIGHTS, shadeLadder, type LightName } from '#core/colour'
import type { LineGap } from '#core/fill'
import type { Light } from '#core/layers'
import { latestOnly } from '../../sheet/latest-only'
import { newLayerId } from '../../sheet/layer-ids'
import type { Colour, useHand } from '../../stores/hand'
import type { SheetRemote } from '../../workers/sheet/contract'
import type { BordersFound, SeamsFound } from '../../workers/sheet/ladder'
import { injectable } from '../common/injectable'

/** Common practice: with at least six shades a form reads as round (no source). */
const USUAL_RUNGS = 6
/** After a stroke the sheet is looked at again once the hand rests so long, ms. */
const REST_MS = 350

interface Around {
  readonly live: Ref<string>
  readonly light: Ref<Light | null>
  /** Sets the light pin if there is none. */
  readonly needLight: () => void
  readonly layerWithPaint: () => string | null
  readonly nameOf: (layer: string) => string
  readonly placeOf: (layer: string) => number
  readonly choose: (layer: string) => void
  readonly onTrouble: (message: string, fix: string) => void
}

/**
 * Ladder shading: faint borders of bands over a shape, the shades for them, gaps in the borders that were drawn, and
 * the seams that are left.
 */
export function createBands(host: SheetRemote, hand: ReturnType<typeof useHand>, around: Around) {
  const isOpen = ref(false)
  /** Whether the faint borders are shown: they are in the way once they are drawn over. */
  const isShown = ref(true)
  const form = ref<BandForm>('cushion')
  const rungs = ref(USUAL_RUNGS)
  const lightName = ref<LightName>('warm sun')
  const base = shallowRef<Colour>([128, 128, 128])
  const bands = shallowRef<Bands | null>(null)
  /** Why no bands could be laid. */
  const trouble = ref<string | null>(null)
  const borders = shallowRef<BordersFound | null>(null)
  const seams = shallowRef<SeamsFound | null>(null)
  const watches = ref<'borders' | 'seams' | null>(null)
  let shape = ''
  /** Only its outline is drawn. */
  let isOutline = false

  const ladder = computed(() => shadeLadder([...base.value], LIGHTS[lightName.value], rungs.value))

  const lay = latestOnly(async () => {
    if (!isOpen.value || !around.light.value) return
    const { x, y, height } = around.light.value
    const answer = await host.bands(form.value, { x, y, height }, rungs.value)
    bands.value = answer.ok ? answer.bands : null
    trouble.value = answer.ok ? null : `${answer.message}. ${answer.fix}`
  })
  watch([form, rungs, around.light], () => void lay())

  async function open(): Promise<void> {
    const layer = around.layerWithPaint()
    if (!layer) return
    const begun = await host.beginLadder(layer)
    if (!begun) return
    shape = layer
    isOutline = begun.colour === null
    base.value = begun.colour ?? [...hand.colour]
    watches.value = null
    borders.value = seams.value = null
    isShown.value = true
    isOpen.value = true
    around.needLight()
    await lay()
  }
  function close(): void {
    isOpen.value = false
    bands.value = borders.value = seams.value = watches.value = null
    void host.dropLadder()
  }

  /** A layer for the borders and their fillings: right over the shape, or under it when it is an outline. */
  async function addLayer(): Promise<void> {
    const layer = newLayerId()
    around.choose(layer)
    await host.act({
      kind: 'layer-add',
      layer,
      name: `Bands of ${around.nameOf(shape)}`.slice(0, 60),
      place: around.placeOf(shape) + (isOutline ? 0 : 1),
    })
  }
  /** Lays the shades in the paint box, in order, or puts them away. */
  const isLaid = computed(() => hand.ladder.length > 0)
  const layLadder = (lies: boolean) => {
    hand.ladder = lies ? ladder.value.rungs : []
  }
  watch(ladder, () => isLaid.value && layLadder(true))

  /** Looks for open borders, or for seams, on the live layer; once more after each stroke until it is turned off. */
  async function watchFor(what: 'borders' | 'seams' | null): Promise<void> {
    watches.value = what
    borders.value = seams.value = null
    await look()
  }
  const look = latestOnly(async () => {
    if (watches.value === 'borders') {
      const found = await host.bandBorders(around.live.value, rungs.value)
      borders.value = watches.value === 'borders' ? found : null
    } else if (watches.value === 'seams') {
      const found = await host.seams(around.live.value)
      seams.value = watches.value === 'seams' ? found : null
    }
  })
  const lookOnceMore = useDebounceFn(() => look(), REST_MS)
  /** The drawing has changed. */
  function afterChange(): void {
    if (isOpen.value && watches.value) void lookOnceMore()
  }
  async function closeGap(gap: LineGap): Promise<void> {
    if (!(await host.closeGap({ ...gap }, around.live.value)))
      around.onTrouble(
        'This gap can’t be closed by itself.',
        'Draw the border on to the next line, or over the edge of the form.',
      )
  }

  return {
    isOpen,
    isShown,
    form,
    rungs,
    lightName,
    base,
    ladder,
    bands: shallowReadonly(bands),
    trouble: shallowReadonly(trouble),
    borders: shallowReadonly(borders),
    seams: shallowReadonly(seams),
    watches: shallowReadonly(watches),
    open,
    close,
    addLayer,
    isLaid,
    layLadder,
    watchFor,
    afterChange,
    closeGap,
  }
}
export type BandsInHand = ReturnType<typeof createBands>

export const { provide: provideBands, use: useBands } = injectable<BandsInHand>('ladder shading')
