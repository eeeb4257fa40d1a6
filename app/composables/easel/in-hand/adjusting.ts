import { useDebounceFn } from '@vueuse/core'
import { computed, ref, shallowRef, toRaw, shallowReadonly } from 'vue'
import { PLAIN_ADJUSTMENTS, type Adjustment, type AdjustmentKind } from '#core/adjust'
import type { AdjustAct } from '#core/drawing'
import { latestOnly } from '../../../sheet/latest-only'
import { freshSeed } from '../../../sheet/seeds'
import type { SheetRemote } from '../../../workers/sheet/contract'
import { setByCard } from './contract'
import type { Slot } from './slot'

/** The full picture is made when a slider has rested so long, ms. */
const REST_MS = 280

/** Adjusting the paint of a layer: shown on the sheet while a slider is moved, settled as one act. */
export function createAdjusting(host: SheetRemote, slot: Slot, layerWithPaint: () => string | null) {
  const how = shallowRef<Adjustment | null>(null)
  const layer = ref<string | null>(null)
  /** How far the full picture is, 0 … 1; null: no work. */
  const share = ref<number | null>(null)
  const isSettling = ref(false)
  const tones = shallowRef<readonly number[]>([])
  let seed = 0

  const kind = computed<AdjustmentKind | null>(() => how.value?.kind ?? null)

  function actOf(): AdjustAct | null {
    return how.value && layer.value
      ? { kind: 'adjust', version: 1, layer: layer.value, how: structuredClone(toRaw(how.value)), seed }
      : null
  }

  const showSmall = latestOnly(async () => {
    const act = actOf()
    if (act) await host.preview('adjusting', act)
  })
  const refine = useDebounceFn(async () => {
    const act = actOf()
    if (act && !isSettling.value) await host.refineAdjustment(act)
  }, REST_MS)

  async function show(): Promise<void> {
    await showSmall()
    await refine()
  }

  /** Begins an adjustment of the live layer; another adjustment is discarded for it. `set`: what it begins with. */
  async function choose(next: AdjustmentKind, set: Partial<Adjustment> = {}): Promise<void> {
    await discard()
    if (!(await slot.take(inHand))) return
    layer.value = layerWithPaint()
    if (!layer.value) return slot.letGo(inHand)
    seed = freshSeed()
    how.value = { ...PLAIN_ADJUSTMENTS[next], ...set } as Adjustment
    tones.value = next === 'levels' || next === 'curves' || next === 'threshold' ? await host.tones(layer.value) : []
    await show()
  }

  function set(part: Partial<Record<string, unknown>>): void {
    if (!how.value) return
    how.value = { ...how.value, ...part } as Adjustment
    void show()
  }

  /** While it is settled, whoever wants that as well waits for the same. */
  let settling: Promise<void> | null = null
  const settle = (): Promise<void> =>
    (settling ??= settleNow().finally(() => {
      settling = null
    }))

  async function settleNow(): Promise<void> {
    const act = actOf()
    if (!act) return
    isSettling.value = true
    try {
      if (!(await host.settleAdjustment(act))) return
      how.value = null
      slot.letGo(inHand)
    } finally {
      isSettling.value = false
    }
  }

  /** Leaves the drawing as it was. */
  async function discard(): Promise<void> {
    if (!how.value) return
    how.value = null
    slot.letGo(inHand)
    await host.stopWork()
    await host.dropPreview('adjusting')
  }
  const inHand = setByCard({ settle, discard })

  return {
    how,
    kind,
    layer: shallowReadonly(layer),
    share: shallowReadonly(share),
    /** How far the work in the worker is, 0 … 1; null: none is under way. */
    tellShare: (now: number | null) => void (share.value = now),
    isSettling: shallowReadonly(isSettling),
    tones,
    choose,
    set,
    settle,
    discard,
    stop: () => host.stopWork(),
  }
}
export type AdjustInHand = ReturnType<typeof createAdjusting>
