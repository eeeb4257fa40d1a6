import type { StepFindings } from '#shared/views'
import type { ShownMark } from '../../components/sheet/SheetMarks.vue'

/** The marks of a hand-in's findings: all of them faintly told apart, or those of the one pointed at. */
export function useFindingMarks(findings: () => readonly StepFindings[]) {
  const pointedAt = ref<string | null>(null)
  const marks = computed<ShownMark[]>(() => {
    const all = findings().flatMap(each => each.findings)
    const pointed = all.find(each => each.lookFor === pointedAt.value && each.marks.length > 0)
    const shown = pointed ? [pointed] : all
    return shown.flatMap(each => each.marks.map(mark => ({ mark, isStrong: each === pointed })))
  })
  /** Where to look for a finding: its first ring; null when it has none. */
  function placeOf(lookFor: string): { x: number; y: number } | null {
    const mark = findings()
      .flatMap(each => each.findings)
      .find(each => each.lookFor === lookFor)
      ?.marks.find(each => each.kind === 'ring')
    return mark?.kind === 'ring' ? mark : null
  }
  return { marks, pointedAt, placeOf }
}
