import { onDevice, type Size, type WindowView } from '../../sheet/view'
import type { usePlayer } from '../crit/usePlayer'

/**
 * A player's canvas laid over a sheet in its window: it shows once `lay` is called, and moves with the sheet. CSS px.
 */
export function useLaidOver(
  { player, show }: Pick<ReturnType<typeof usePlayer>, 'player' | 'show'>,
  where: () => { readonly view: WindowView; readonly size: Size },
) {
  const canvas = ref<HTMLCanvasElement>()
  const isShown = ref(false)

  function place(): void {
    if (!isShown.value) return
    const ratio = window.devicePixelRatio || 1
    const { view, size } = where()
    void player.resize(Math.round(size.width * ratio), Math.round(size.height * ratio))
    void player.look(onDevice(view, ratio))
  }
  watch(where, place)

  /** Whether there was a canvas to show it on. */
  async function lay(): Promise<boolean> {
    if (!canvas.value) return false
    await show(canvas.value.transferControlToOffscreen())
    isShown.value = true
    place()
    return true
  }
  return { canvas, isShown, lay }
}
