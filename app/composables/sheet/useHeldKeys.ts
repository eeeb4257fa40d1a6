import { useEventListener } from '@vueuse/core'
import { reactive } from 'vue'
import type { HeldKeys } from '../../sheet/pen'

/** Shift, Alt and Ctrl (or Cmd), as they are held just now. */
export function useHeldKeys(): Readonly<HeldKeys> {
  const held = reactive({ shift: false, alt: false, control: false })
  useEventListener(['keydown', 'keyup'], (event: KeyboardEvent) => {
    held.shift = event.shiftKey
    held.alt = event.altKey
    held.control = event.ctrlKey || event.metaKey
  })
  return held
}
