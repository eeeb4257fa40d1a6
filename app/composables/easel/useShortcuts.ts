import { useEventListener } from '@vueuse/core'
import { isForField } from '../../sheet/keys'
import { runShortcut, type AtEasel } from './shortcuts'

/** Keys act on the sheet unless words are being written. */
export function useShortcuts(at: AtEasel): void {
  useEventListener(window, ['keydown', 'keyup'], (event: KeyboardEvent) => {
    if (isForField(event)) return
    const press = {
      key: event.key.toLowerCase(),
      ctrl: event.ctrlKey || event.metaKey,
      shift: event.shiftKey,
      alt: event.altKey,
      isDown: event.type === 'keydown',
    }
    if (runShortcut(at, press)) event.preventDefault()
  })
}
