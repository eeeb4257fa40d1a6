import { useTheme } from 'vuetify'
import { useComfort } from '../../stores/comfort'

/** Letters as most have them, per cent of the browser's own (main.css). */
const LETTERS = 96.875

/** Sets the whole program as whoever is here likes it. */
export function useComforts(): void {
  const store = useComfort()
  const theme = useTheme()
  watchEffect(() => {
    const { letters, hasLessMotion, isDim } = store.comfort
    const root = document.documentElement
    root.style.fontSize = letters === 100 ? '' : `${(LETTERS * letters) / 100}%`
    root.classList.toggle('still', hasLessMotion)
    const light = isDim ? 'lamp' : 'day'
    if (theme.global.name.value !== light) theme.change(light)
    // The next page begins in the same light.
    localStorage.setItem('little-easel-light', light)
  })
}

/** Whether nothing may move by itself: by the device, or by whoever is here. */
export const isStill = (): boolean =>
  matchMedia('(prefers-reduced-motion: reduce)').matches || document.documentElement.classList.contains('still')
