import { proxy, transfer, wrap } from 'comlink'
import type { DrawingRecord, Entry } from '#core/drawing'
import PlayerWorker from '../../workers/player.worker?worker'
import type { Player, PlayerNotice } from '../../workers/player/player'
import type { LayerNote, Thumbnail } from '../../workers/view/layer-news'

/** A record played in a worker of its own. Ends with its scope. */
export function usePlayer() {
  const worker = new PlayerWorker()
  useWorkerWatch(worker)
  const player = markRaw(wrap<Player>(worker))
  const time = ref({ time: 0, length: 0, position: 0, isPlaying: false })
  const loading = ref<{ done: number; of: number } | null>(null)
  const isReady = ref(false)
  /** The sheet as it is at that time. */
  const sheet = ref({ width: 1, height: 1 })
  const layers = shallowRef<LayerNote[]>([])
  const thumbnails = shallowRef<ReadonlyMap<string, Thumbnail>>(new Map())

  function receive(notice: PlayerNotice): void {
    switch (notice.kind) {
      case 'loading':
        loading.value = notice
        break
      case 'time':
        time.value = notice
        break
      case 'sheet':
        sheet.value = { width: notice.width, height: notice.height }
        break
      case 'layers':
        layers.value = notice.layers
        break
      case 'thumbnail':
        thumbnails.value = new Map(thumbnails.value).set(notice.layer, notice)
        break
    }
  }

  async function load(record: DrawingRecord, isGhost: boolean): Promise<void> {
    isReady.value = false
    await player.load(record, isGhost, proxy(receive))
    loading.value = null
    isReady.value = true
  }

  /** More was drawn: see {@link Player.append}. */
  const append = (entries: readonly Entry[], mostMs: number) => player.append(entries, mostMs)

  const show = (canvas: OffscreenCanvas) => player.show(transfer(canvas, [canvas]))
  const stop = () => worker.terminate()
  onScopeDispose(stop)

  return {
    player,
    time: readonly(time),
    loading: readonly(loading),
    isReady: readonly(isReady),
    sheet: readonly(sheet),
    layers: shallowReadonly(layers),
    thumbnails: shallowReadonly(thumbnails),
    load,
    append,
    show,
  }
}
