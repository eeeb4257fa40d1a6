import { useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { freshGuideId } from '../../sheet/guide-ids'
import { injectable } from '../common/injectable'
import { ECHO_ONE } from '#core/drawing'
import { echoesOf, Follower, guideAlong, guideSchema, newGuide, type Guide, type LaidGuideKind } from '#core/guides'
import type { Point } from '#core/base'
import type { Sheet } from '#core/layers'
import { snapLines, type SnapLine } from '#core/parts'

/**
 * The guides over one drawing: the learner's own, kept on this device, and those that the plan lays out
 * for the open step. No part of the drawing.
 */
export function createGuides(drawing: number) {
  const own = useLocalStorage<Guide[]>(`little-easel-guides-${drawing}`, [], {
    // What an older or broken store holds is left out rather than shown wrongly.
    serializer: { read: text => readGuides(text), write: value => JSON.stringify(value) },
  })
  /** Those of the step; what the learner changes at them lasts until the next one opens. */
  const given = ref<Guide[]>([])
  const guides = computed(() => [...given.value, ...own.value])
  /** Whether shapes and parts snap to squares, thirds, the middle and the edges. */
  const snaps = useLocalStorage('little-easel-snaps', true)
  /** Handles are on the sheet, and the pointer moves them instead of drawing. */
  const isAdjusting = ref(false)

  function add(kind: LaidGuideKind, sheet: Pick<Sheet, 'width' | 'height'>): void {
    own.value = [...own.value, newGuide(kind, freshGuideId(), sheet)]
  }
  /** A guide along ways of any form, sheet px. Whether there was one in them. */
  function addAlong(ways: readonly (readonly Point[])[]): boolean {
    const guide = guideAlong(ways, freshGuideId())
    if (guide) own.value = [...own.value, guide]
    return guide !== null
  }
  function change(id: string, set: Partial<Guide>): void {
    const changed = (list: readonly Guide[]) =>
      list.map(each => (each.id === id ? ({ ...each, ...set } as Guide) : each))
    if (isGiven(id)) given.value = changed(given.value)
    else own.value = changed(own.value)
  }
  function remove(id: string): void {
    own.value = own.value.filter(each => each.id !== id)
    if (!hasHandles()) isAdjusting.value = false
  }
  /** Lays out what the step asks for. */
  function give(next: readonly Guide[]): void {
    given.value = next.map(guide => ({ ...guide, id: `plan-${guide.id}` }))
    if (!hasHandles()) isAdjusting.value = false
  }
  /** Thirds lie where they lie. */
  const hasHandles = () => guides.value.some(each => each.kind !== 'thirds')
  const isGiven = (id: string) => given.value.some(each => each.id === id)

  return {
    guides,
    isAdjusting,
    snaps,
    add,
    addAlong,
    change,
    remove,
    give,
    isGiven,
    /** What shapes and parts lie against now. */
    snapLines: (sheet: { readonly width: number; readonly height: number }): SnapLine[] =>
      snaps.value ? snapLines(sheet, guides.value) : [],
    /** Where a stroke begun now is repeated, as an act holds it; none: undefined. */
    echoes(): [number, number, number, number, number, number][] | undefined {
      const found = echoesOf(guides.value, ECHO_ONE)
      return found.length ? found : undefined
    },
    follower: (start: { x: number; y: number }, scale: number) => new Follower(guides.value, start, scale),
  }
}

function readGuides(text: string): Guide[] {
  try {
    const parsed: unknown = JSON.parse(text)
    return Array.isArray(parsed) ? parsed.flatMap(each => guideSchema.safeParse(each).data ?? []) : []
  } catch {
    return []
  }
}

export type Guides = ReturnType<typeof createGuides>

export const { provide: provideGuides, use: useGuides } = injectable<Guides>('set of guides')
