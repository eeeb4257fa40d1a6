import type { InjectionKey } from 'vue'
import { edgesOfBytes, OPPOSITE, panelSheet, seamFinding, SIDES, type EdgeProfile, type Side } from '#core/mural'
import { bytesOf, isPanelPlan } from '#core/plan'
import type { Finding } from '#core/lookfor'
import type { PanelView } from '#shared/mural'
import { api } from '../../api/routes'
import type { Drawing } from './useDrawing'
import type { Lesson } from './useLesson'
import type { SheetNotice } from '../../workers/sheet/contract'

/** What is new at the neighbours is asked for so often, ms: their browsers send it no more often. */
const ASK_MS = 4000

/** A panel of a mural at the Easel: what its neighbours draw along the common edges, and how the two meet. */
export function createPanel(drawing: Drawing, lesson: Lesson) {
  /** How it meets its neighbours, as it was measured last; null: its sheet has not the panel's size. */
  const seams = shallowRef<Extract<SheetNotice, { kind: 'seams' }>['seams']>({})
  drawing.onNotice(notice => {
    if (notice.kind === 'seams') seams.value = notice.seams
  })
  const panel = shallowRef<PanelView | null>(null)
  const isShown = ref(true)
  /** By place: up to where its edges are known, and what they are. */
  const known = new Map<number, { pictured: number; edges: ReturnType<typeof edgesOfBytes> }>()
  let timer: ReturnType<typeof setTimeout> | null = null
  let isOver = false

  const sheet = computed(() => (panel.value ? panelSheet(panel.value.facts.grid) : null))
  const isPanel = computed(
    () => drawing.plan.value !== null && isPanelPlan(drawing.plan.value) && drawing.purpose.value === null,
  )

  async function ask(): Promise<void> {
    try {
      const { panel: next } = await api.panel(
        drawing.id,
        [...known].map(([place, { pictured }]) => [place, pictured] as const),
      )
      if (!next || isOver) return
      const isFirst = panel.value === null
      let isNew = isFirst
      for (const each of Object.values(next.neighbours)) {
        if (each.edges === null || each.pictured === null) continue
        known.set(each.place, { pictured: each.pictured, edges: edgesOfBytes(bytesOf(each.edges), next.facts.grid) })
        isNew = true
      }
      panel.value = next
      if (isFirst && lesson.step.value) void lesson.pinReference(lesson.step.value, next.facts.isUnder)
      if (isNew) tell(next)
    } catch {
      // The server is away: asked again in a moment. What is known stays.
    }
  }

  /** What the worker measures the seams against. */
  function tell({ facts, neighbours }: PanelView): void {
    const { width, height, own } = panelSheet(facts.grid)
    const theirs: Partial<Record<Side, EdgeProfile>> = {}
    for (const side of SIDES) {
      const edges = known.get(neighbours[side]?.place ?? -1)?.edges
      if (edges) theirs[side] = edges[OPPOSITE[side]]
    }
    void drawing.host.setPanel({ own, sheet: { width, height }, neighbours: theirs })
  }

  async function turn(): Promise<void> {
    if (document.visibilityState === 'visible') await ask()
    if (!isOver) timer = setTimeout(() => void turn(), ASK_MS)
  }
  watch(
    isPanel,
    is => {
      if (is) void turn()
    },
    { immediate: true },
  )
  onScopeDispose(() => {
    isOver = true
    if (timer) clearTimeout(timer)
  })

  const nameOf = ({ name, learner }: { name: string; learner: string | null }) =>
    learner ? `${name}, ${learner}` : `${name}, which nobody draws yet`
  /** How each edge meets its neighbour. */
  const findings = computed<(Finding & { side: Side })[]>(() => {
    const { value } = panel
    const { value: met } = seams
    if (!value || !met) return []
    return SIDES.flatMap(side => {
      const neighbour = value.neighbours[side]
      return neighbour
        ? [
            {
              side,
              lookFor: `seam ${side}`,
              ...seamFinding(side, met[side] ?? null, {
                own: panelSheet(value.facts.grid).own,
                neighbour: nameOf(neighbour),
              }),
            },
          ]
        : []
    })
  })
  /** The sheet was cut or scaled: it can't be put in as it is. */
  const isOtherSize = computed(
    () =>
      panel.value !== null &&
      (seams.value === null ||
        (sheet.value !== null &&
          (drawing.sheet.value.width !== sheet.value.width || drawing.sheet.value.height !== sheet.value.height))),
  )

  return { panel: shallowReadonly(panel), sheet, isShown, findings, isOtherSize }
}

export type PanelAtEasel = ReturnType<typeof createPanel>
export const PANEL: InjectionKey<PanelAtEasel | null> = Symbol('panel')
export const usePanel = () => inject(PANEL, null)
