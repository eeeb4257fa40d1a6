import { ref, shallowRef, shallowReadonly } from 'vue'
import type { HazeAct } from '#core/drawing'
import { latestOnly } from '../../../sheet/latest-only'
import { freshSeed } from '../../../sheet/seeds'
import type { SheetRemote } from '../../../workers/sheet/contract'
import { asOneAct } from './as-one-act'
import { setByCard } from './contract'
import type { Slot } from './slot'
import type { LayerNote } from '../../../workers/view/layer-news'

/** A layer and how far away it is, 0 … 100. */
export interface Far {
  readonly layer: string
  readonly name: string
  readonly distance: number
}

/** Haze: layers fade toward the sky by their distance; shown until it is kept. */
export function createHaze(
  host: SheetRemote,
  slot: Slot,
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
    if (isOpen.value) await host.preview('haze', actOf())
  })

  /** Begins with the lowest layer the farthest, the upper half near. */
  async function open(): Promise<void> {
    if (around.isReadOnly() || !(await slot.take(inHand))) return
    const layers = around.layers().filter(layer => !layer.isEmpty && !layer.isHidden && !layer.isLocked)
    seed = freshSeed()
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
  const { settle, discard } = asOneAct(host, 'haze', actOf, close)
  function close(): void {
    isOpen.value = false
    slot.letGo(inHand)
  }
  const inHand = setByCard({ settle, discard })

  return { far: shallowReadonly(far), sky: shallowReadonly(sky), isOpen, open, set, takeSky, settle, discard }
}
