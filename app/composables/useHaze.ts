import type { Remote } from 'comlink'
import { ref, shallowRef } from 'vue'
import type { HazeAct } from '#core/drawing'
import { latestOnly } from '../sheet/latest-only'
import type { SheetHost } from '../workers/sheet/host'
import type { LayerNote } from '../workers/view/layer-news'

/** A layer and how far away it is, 0 … 100. */
export interface Far {
  readonly layer: string
  readonly name: string
  readonly distance: number
}

/** Haze: layers fade toward the sky by their distance; shown until it is kept. */
export function createHaze(
  host: Remote<SheetHost>,
  around: {
    readonly layers: () => readonly LayerNote[]
    readonly colour: () => readonly [number, number, number]
    readonly isReadOnly: () => boolean
  },
) {
  const far = shallowRef<readonly Far[]>([])
  const sky = ref<[number, number, number]>([214, 222, 232])
  const isOpen = ref(false)
  let seed = 0

  function actOf(): HazeAct | null {
    const layers = far.value
      .filter(each => each.distance > 0)
      .map(({ layer, distance }) => ({ layer, share: distance }))
    return isOpen.value && layers.length ? { kind: 'haze', version: 1, sky: [...sky.value], layers, seed } : null
  }
  const show = latestOnly(async () => {
    await host.showUnsettled(actOf())
  })

  /** Begins with the lowest layer the farthest, the upper half near. */
  function open(): void {
    if (around.isReadOnly()) return
    const layers = around.layers().filter(layer => !layer.isEmpty && !layer.isHidden && !layer.isLocked)
    seed = crypto.getRandomValues(new Uint32Array(1))[0]!
    far.value = layers
      .map(({ id, name }, i) => ({
        layer: id,
        name,
        distance: Math.max(0, Math.round(45 * (1 - (2 * i) / Math.max(layers.length, 2)))),
      }))
      .reverse()
    isOpen.value = true
    void show()
  }
  function set(layer: string, distance: number): void {
    far.value = far.value.map(each => (each.layer === layer ? { ...each, distance } : each))
    void show()
  }
  function takeSky(): void {
    sky.value = [...around.colour()]
    void show()
  }
  async function keep(): Promise<void> {
    const act = actOf()
    isOpen.value = false
    if (act) await host.act(act)
    else await host.showUnsettled(null)
  }
  async function drop(): Promise<void> {
    if (!isOpen.value) return
    isOpen.value = false
    await host.showUnsettled(null)
  }
  return { far, sky, isOpen, open, set, takeSky, keep, drop }
}
