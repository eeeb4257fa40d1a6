import type { Remote } from 'comlink'
import { computed, ref, shallowRef } from 'vue'
import { SUBPIXELS } from '#core/brush'
import { FARTHEST_SHADOW, type CastShadowAct } from '#core/drawing'
import type { Light, Sheet } from '#core/layers'
import { lightFrom } from '#core/light'
import { newLayerId } from '../sheet/layer-ids'
import { latestOnly } from '../sheet/latest-only'
import type { SheetHost } from '../workers/sheet/host'

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

/** The height of a pin that was just set, degrees. */
const USUAL_HEIGHT = 35

/** The light pin, the forms beside it, and the shadow that a layer casts. */
export function createLight(
  host: Remote<SheetHost>,
  around: {
    readonly sheet: () => Sheet
    readonly layerWithPaint: () => string | null
    readonly nameOf: (layer: string) => string
  },
) {
  /** As the drawing has it. */
  const kept = shallowRef<Light | null>(null)
  /** While it is moved. */
  const draft = shallowRef<Light | null>(null)
  const light = computed(() => draft.value ?? kept.value)
  const isOpen = ref(false)
  const shadow = shallowRef<ShadowSet | null>(null)
  /** The middle of the paint that casts it, sheet px. */
  let middle = { x: 0, y: 0 }

  /** Shows the pin, and what the light does. */
  function open(): void {
    isOpen.value = true
    need()
  }
  /** Sets a pin at the upper left if there is none. */
  function need(): void {
    if (light.value) return
    const { width, height } = around.sheet()
    put({ x: Math.round(width * 0.12), y: Math.round(height * 0.12), height: USUAL_HEIGHT })
    void settle()
  }
  function put(next: Light): void {
    draft.value = next
    if (shadow.value) void show()
  }
  async function settle(): Promise<void> {
    const { value } = draft
    if (!value) return
    const px = (each: number) => Math.round(each * SUBPIXELS)
    await host.act({
      kind: 'light-pin',
      version: 1,
      light: { x: px(value.x), y: px(value.y), height: Math.round(value.height) },
    })
    draft.value = null
  }
  async function remove(): Promise<void> {
    draft.value = null
    isOpen.value = false
    if (kept.value) await host.act({ kind: 'light-pin', version: 1, light: null })
  }

  /** Where the shadow goes: away from the pin. Null: the pin is on the form, or there is none. */
  const thrown = computed(() => {
    if (!light.value) return null
    const [x, y] = lightFrom(light.value, middle)
    return Math.hypot(x, y) < 0.02 ? null : { x: -x / Math.hypot(x, y), y: y / Math.hypot(x, y) }
  })

  function actOf(): CastShadowAct | null {
    const { value } = shadow
    if (!value) return null
    const way = thrown.value ?? { x: Math.cos((value.turn * Math.PI) / 180), y: Math.sin((value.turn * Math.PI) / 180) }
    const px = (each: number) => Math.min(Math.max(Math.round(each * value.length), -FARTHEST_SHADOW), FARTHEST_SHADOW)
    return {
      kind: 'cast-shadow',
      version: 1,
      from: value.from,
      layer: value.layer,
      name: value.name,
      colour: [34, 32, 58],
      dark: value.dark,
      dx: px(way.x),
      dy: px(way.y),
      sigma: Math.round(value.soft * 10),
      opacity: value.opacity,
      seed: value.seed,
    }
  }
  const show = latestOnly(async () => {
    const act = actOf()
    if (act) await host.showUnsettled(act)
  })

  async function beginShadow(): Promise<void> {
    await dropShadow()
    const from = around.layerWithPaint()
    if (!from) return
    const box = await host.paintBox(from)
    if (!box) return
    middle = { x: (box.x0 + box.x1) / 2, y: (box.y0 + box.y1) / 2 }
    const size = Math.min(box.x1 - box.x0, box.y1 - box.y0)
    shadow.value = {
      from,
      layer: newLayerId(),
      name: `Shadow of ${around.nameOf(from)}`.slice(0, 60),
      length: Math.round(size * 0.18),
      turn: 45,
      soft: Math.max(2, Math.round(size * 0.03)),
      dark: 85,
      opacity: 45,
      seed: crypto.getRandomValues(new Uint32Array(1))[0]!,
    }
    await show()
  }
  function setShadow(part: Partial<ShadowSet>): void {
    if (!shadow.value) return
    shadow.value = { ...shadow.value, ...part }
    void show()
  }
  async function keepShadow(): Promise<void> {
    const act = actOf()
    shadow.value = null
    if (act) await host.act(act)
  }
  async function dropShadow(): Promise<void> {
    if (!shadow.value) return
    shadow.value = null
    await host.showUnsettled(null)
  }

  /** A layer for shadow shapes over the live one, clipped to it. Returns its id; null when there is no colour. */
  async function cutShading(): Promise<string | null> {
    const from = around.layerWithPaint()
    if (!from) return null
    const layer = newLayerId()
    await host.act({
      kind: 'cut-shading',
      version: 1,
      from,
      layer,
      name: `Shade on ${around.nameOf(from)}`.slice(0, 60),
    })
    return layer
  }

  return {
    cutShading,
    kept,
    light,
    isOpen,
    shadow,
    thrown,
    open,
    need,
    put,
    settle,
    remove,
    beginShadow,
    setShadow,
    keepShadow,
    dropShadow,
  }
}
export type LightInHand = ReturnType<typeof createLight>
