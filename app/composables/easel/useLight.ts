import { computed, ref, shallowRef } from 'vue'
import { SUBPIXELS } from '#core/brush'
import type { Light, Sheet } from '#core/layers'
import { newLayerId } from '../../sheet/layer-ids'
import type { SheetRemote } from '../../workers/sheet/contract'
import { injectable } from '../common/injectable'

/** The height of a pin that was just set, degrees. */
const USUAL_HEIGHT = 35

/** The light pin, and the forms beside it. */
export function createLight(
  host: SheetRemote,
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

  /** The pin that the drawing has now. */
  const receive = (now: Light | null) => void (kept.value = now)

  return { cutShading, receive, light, isOpen, open, need, put, settle, remove }
}
export type LightPin = ReturnType<typeof createLight>

export const { provide: provideLight, use: useLight } = injectable<LightPin>('light pin')
