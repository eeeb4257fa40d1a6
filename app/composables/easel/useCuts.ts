import { computed, ref, shallowRef, watch } from 'vue'
import { toolPictures } from '#core/brush'
import { CUT_SIDE, cutMask, paperMask, PLAIN_CUT, tileable, trimmedMask, type CutSettings } from '#core/cut'
import type { PictureName } from '#core/drawing'
import type { Pixels } from '#core/kernels'
import { fittedSize, packPicture, settledPixels } from '#core/pictures'
import type { Plan } from '#core/plan'
import { base64Of } from '../../sheet/base64'
import { cutsIn, keepCut } from '../../sheet/plan-cuts'
import { useCutsStore, type Cut } from '../../stores/cuts'
import type { useHand } from '../../stores/hand'
import { keepPicture } from '../../workers/pictures/kept'
import { nameOfPicture } from '../../workers/pictures/name'
import { zlib } from '../../workers/pictures/zlib'
import type { SheetRemote } from '../../workers/sheet/contract'
import { injectable } from '../common/injectable'
import { usePictureDoor } from '../common/usePictureDoor'

/** A stamp or pattern that can be taken: one's own, or one that the plan was drawn with. */
export interface OfferedCut {
  readonly kind: Cut['kind']
  readonly name: string
  readonly picture: PictureName
  /** Null: the plan's. */
  readonly own: Cut | null
}

/** Where one is cut from. */
export type CutFrom = 'layer' | 'all' | File

interface Around {
  readonly host: SheetRemote
  readonly hand: ReturnType<typeof useHand>
  readonly plan: () => Plan | null
  readonly live: () => string
  readonly onTrouble: (message: string, fix: string) => void
}

/** Stamps and patterns of one's own: cut, kept, and brought to the sheet before they draw. */
export function createCuts({ host, hand, plan, live, onTrouble }: Around) {
  const store = useCutsStore()
  const offered = computed<readonly OfferedCut[]>(() => {
    const own = store.all.map((each): OfferedCut => ({ ...each, own: each }))
    const isOwn = (hash: string) => own.some(each => each.picture.hash === hash)
    const now = plan()
    const theirs = (now ? cutsIn(now) : []).filter(each => !isOwn(each.picture.hash))
    return [...theirs.map((each, i): OfferedCut => ({ ...each, name: `of the plan, ${i + 1}`, own: null })), ...own]
  })

  /** Has the px at the sheet before anything is drawn with them. Whether they are. */
  async function bring(picture: PictureName): Promise<boolean> {
    const own = store.all.find(each => each.picture.hash === picture.hash)
    if (own) await keepCut(own)
    if (await host.bringPicture(picture)) return true
    onTrouble(
      'The picture of this stamp or pattern is not here.',
      'Try again where there is a network, or cut it anew.',
    )
    return false
  }
  // A tool that was laid out, or fetched, may draw with one.
  watch(
    () => (hand.settings ? toolPictures(hand.settings) : []),
    pictures => pictures.forEach(each => void bring(each)),
    { immediate: true },
  )

  // --- cutting one

  const cutting = ref<Cut['kind'] | null>(null)
  const from = shallowRef<CutFrom>('layer')
  const source = shallowRef<Pixels | null>(null)
  const how = shallowRef<CutSettings>(PLAIN_CUT)
  const isReading = ref(false)
  const door = usePictureDoor()

  const mask = computed<Pixels | null>(() => {
    if (!source.value || !cutting.value) return null
    if (cutting.value === 'paper') return paperMask(source.value)
    const whole = cutMask(source.value, how.value)
    const trimmed = trimmedMask(whole)
    return trimmed && (cutting.value === 'stamp' ? trimmed : tileable(whole))
  })

  function begin(kind: Cut['kind']): void {
    cutting.value = kind
    how.value = PLAIN_CUT
    void take('layer')
  }
  async function take(what: CutFrom): Promise<void> {
    from.value = what
    isReading.value = true
    source.value = null
    try {
      source.value = what instanceof File ? await read(what) : await host.cutSource(what === 'layer' ? live() : null)
    } finally {
      isReading.value = false
    }
  }
  async function read(file: File): Promise<Pixels | null> {
    const seen = await door().read(file)
    if (!seen.ok) {
      onTrouble(`“${file.name}”: ${seen.message}`, seen.fix)
      return null
    }
    const taken = await door().take(fittedSize(seen.value, { side: CUT_SIDE, area: Infinity }))
    if (taken.ok) return taken.value
    onTrouble(`“${file.name}”: ${taken.message}`, taken.fix)
    return null
  }
  const set = (change: Partial<CutSettings>) => (how.value = { ...how.value, ...change })

  /** Keeps what was cut. Null: there is nothing. */
  async function keep(name: string): Promise<OfferedCut | null> {
    if (!mask.value || !cutting.value) return null
    const { width, height, pixels } = settledPixels({ ...mask.value, pixels: mask.value.pixels.slice() })
    const picture = { hash: await nameOfPicture({ width, height, pixels }), width, height }
    const packed = await packPicture({ width, height, pixels }, zlib)
    await keepPicture(picture, async () => packed)
    const cut: Cut = { kind: cutting.value, name: name.trim().slice(0, 30), picture, base64: base64Of(packed) }
    store.keep(cut)
    cutting.value = null
    source.value = null
    return (await bring(picture)) ? { ...cut, own: cut } : null
  }
  function leave(): void {
    cutting.value = null
    source.value = null
  }

  return { offered, bring, forget: store.forget, cutting, from, how, mask, isReading, begin, take, set, keep, leave }
}
export type Cuts = ReturnType<typeof createCuts>
export const { provide: provideCuts, use: useCuts } = injectable<Cuts>('stamps and patterns')
