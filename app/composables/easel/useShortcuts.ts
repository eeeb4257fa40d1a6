import { useEventListener } from '@vueuse/core'
import { isForField } from '../../sheet/keys'
import { useComfort } from '../../stores/comfort'
import { pressOf, runShortcut, type AtEasel } from './shortcuts'

/** Keys act on the sheet unless words are being written. */
export function useShortcuts(at: AtEasel): void {
  const comforts = useComfort()
  useEventListener(window, ['keydown', 'keyup'], (event: KeyboardEvent) => {
    if (isForField(event)) return
    if (runShortcut(at, pressOf(event, comforts.comfort))) event.preventDefault()
  })
}
