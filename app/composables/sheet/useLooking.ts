import { injectable } from '../common/injectable'

/** How the sheet is looked at: as it is, in greys, or blurred greys as with half-closed eyes. */
export type Tone = 'colours' | 'values' | 'squint'

/** Ways of looking at a sheet that change nothing on it. */
export function createLooking() {
  const tone = ref<Tone>('colours')
  const hasRulers = ref(false)
  const hasCrosshair = ref(false)
  /** To a tone, and back to colours when it is on already. */
  function toggleTone(next: Tone): void {
    tone.value = tone.value === next ? 'colours' : next
  }
  return { tone, hasRulers, hasCrosshair, toggleTone }
}

export type Looking = ReturnType<typeof createLooking>

export const { provide: provideLooking, use: useLooking } = injectable<Looking>('way of looking')
