import { computed, shallowRef, watch, type Ref, shallowReadonly } from 'vue'
import { FARTHEST_SHADOW, type CastShadowAct } from '#core/drawing'
import type { Light } from '#core/layers'
import { lightFrom } from '#core/light'
import { latestOnly } from '../../../sheet/latest-only'
import { newLayerId } from '../../../sheet/layer-ids'
import { freshSeed } from '../../../sheet/seeds'
import type { SheetRemote } from '../../../workers/sheet/contract'
import { asOneAct } from './as-one-act'
import { setByCard } from './contract'
import type { Slot } from './slot'

/** A cast shadow while it is set. */
export interface ShadowSet {
  readonly from: string
  readonly layer: string
  readonly name: string
  /** How far it is thrown, px. */
  readonly length: number
  /** Where it goes when there is no light pin, or the pin is on the form: degrees clockwise from the right. */
  readonly turn: number
  readonly soft: number
  readonly dark: number
  readonly opacity: number
  readonly seed: number
}

interface Around {
  readonly light: Ref<Light | null>
  readonly layerWithPaint: () => string | null
  readonly nameOf: (layer: string) => string
}

/** The shadow that a layer casts: set by a card, shown meanwhile, kept as a layer of its own under the form. */
export function createShadow(host: SheetRemote, slot: Slot, { light, layerWithPaint, nameOf }: Around) {
  const shadow = shallowRef<ShadowSet | null>(null)
  /** The middle of the paint that casts it, sheet px. */
  let middle = { x: 0, y: 0 }

  /** Where the shadow goes: away from the pin. Null: the pin is on the form, or there is none. */
  const thrown = computed(() => {
    if (!light.value) return null
    const [x, y] = lightFrom(light.value, middle)
    return Math.hypot(x, y) < 0.02 ? null : { x: -x / Math.hypot(x, y), y: y / Math.hypot(x, y) }
  })

  function actOf(): CastShadowAct | null {
    const { value } = shadow
    if (!value) return null
    const turn = (value.turn * Math.PI) / 180
    const direction = thrown.value ?? { x: Math.cos(turn), y: Math.sin(turn) }
    const px = (each: number) => Math.min(Math.max(Math.round(each * value.length), -FARTHEST_SHADOW), FARTHEST_SHADOW)
    return {
      kind: 'cast-shadow',
      version: 1,
      from: value.from,
      layer: value.layer,
      name: value.name,
      colour: [34, 32, 58],
      dark: value.dark,
      dx: px(direction.x),
      dy: px(direction.y),
      sigma: Math.round(value.soft * 10),
      opacity: value.opacity,
      seed: value.seed,
    }
  }
  const show = latestOnly(async () => {
    const act = actOf()
    if (act) await host.preview('shadow', act)
  })

  watch(light, () => shadow.value && void show())

  async function begin(): Promise<void> {
    if (shadow.value) await discard()
    if (!(await slot.take(inHand))) return
    const from = layerWithPaint()
    const box = from && (await host.paintBox(from))
    if (!box) return slot.letGo(inHand)
    // Put away while that was looked for.
    if (slot.held.value !== inHand) return
    middle = { x: (box.x0 + box.x1) / 2, y: (box.y0 + box.y1) / 2 }
    const size = Math.min(box.x1 - box.x0, box.y1 - box.y0)
    shadow.value = {
      from,
      layer: newLayerId(),
      name: `Shadow of ${nameOf(from)}`.slice(0, 60),
      length: Math.round(size * 0.18),
      turn: 45,
      soft: Math.max(2, Math.round(size * 0.03)),
      dark: 85,
      opacity: 45,
      seed: freshSeed(),
    }
    await show()
  }
  function set(part: Partial<ShadowSet>): void {
    if (!shadow.value) return
    shadow.value = { ...shadow.value, ...part }
    void show()
  }
  const { settle, discard } = asOneAct(host, 'shadow', actOf, putAway)
  function putAway(): void {
    shadow.value = null
    slot.letGo(inHand)
  }
  const inHand = setByCard({ settle, discard })

  return { shadow: shallowReadonly(shadow), thrown, begin, set, settle, discard }
}
export type ShadowInHand = ReturnType<typeof createShadow>
