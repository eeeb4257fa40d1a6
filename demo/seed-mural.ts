import type { Kernels } from '#core/kernels'
import { showDrawing } from '#core/layers'
import { bytesOfEdges, edgesOf, panelSheet, panelsOf, seamsOfAll, type Edges } from '#core/mural'
import { LIVE_PANEL_SIDE } from '#shared/limits'
import type { Entry } from '#core/drawing'
import { livePictureOf } from '../server/jobs/picture'
import { inTransaction, type Tx } from '../server/repositories/database'
import { setLivePicture } from '../server/repositories/live'
import * as murals from '../server/repositories/murals'
import type { DrawingRow } from '../server/models'
import { makeMural } from '../server/services/murals'
import { drawPanelOf, HARBOUR_GRID, harbourMural, type PanelAttempt } from './mural'

/** Who has drawn which panel, and how. The others are free or not begun. */
const PANELS: readonly (readonly [place: number, learner: number, attempt: PanelAttempt | null])[] = [
  [0, 0, { seed: 41 }], [1, 1, { seed: 42 }], [2, 2, { seed: 43 }], [4, 3, { seed: 44 }], [5, 4, { seed: 45, sunk: 34 }], [6, 5, { seed: 46, upTo: 0.55 }], [7, 6, null],
]

interface Given {
  readonly teacherId: number
  readonly classId: number
  readonly learners: readonly { readonly id: number }[]
  readonly keep: (of: { learnerId: number, planId: number, versionId: number }, entries: readonly Entry[], endedAt: Date, tx: Tx) => Promise<DrawingRow>
  readonly endedAt: Date
}

/** Lays the class's mural out and lets some of it be drawn, with what their browsers would have sent. */
export async function seedMural(kernels: Kernels, { teacherId, classId, learners, keep, endedAt }: Given): Promise<void> {
  const mural = await harbourMural()
  const { id } = await makeMural({ kind: 'teacher', id: teacherId, name: '' }, classId, mural)
  const { planId } = (await murals.muralById(id))!
  const sheet = panelSheet(HARBOUR_GRID)
  const drawn = new Map<number, { edges: Edges, pixels: Uint8Array, entries: readonly Entry[] }>()
  for (const [place, , attempt] of PANELS) {
    if (!attempt) continue
    const { engine, entries } = drawPanelOf(kernels, mural, place, attempt)
    const pixels = showDrawing(kernels, engine.drawing)
    drawn.set(place, { pixels, entries, edges: edgesOf(pixels, sheet.width, sheet.own) })
  }
  const seams = seamsOfAll(HARBOUR_GRID, panelsOf(HARBOUR_GRID).map((_, place) => drawn.get(place)?.edges ?? null))
  for (const [place, who] of PANELS) {
    const learnerId = learners[who]!.id
    await murals.handPanel(id, place, null, learnerId)
    const own = drawn.get(place)
    if (!own) continue
    const { versionId } = (await murals.panelAt(id, place))!
    const picture = await livePictureOf(own.pixels, sheet.width, sheet.height, LIVE_PANEL_SIDE)
    await inTransaction(async (tx) => {
      const drawing = await keep({ learnerId, planId, versionId }, own.entries, new Date(endedAt.getTime() + place * 60_000), tx)
      await murals.setPanelDrawing(id, place, drawing.id, tx)
      await setLivePicture({ drawingId: drawing.id, position: own.entries.length, picture, findings: null, edges: Buffer.from(bytesOfEdges(own.edges)), seams: seams[place]! }, tx)
    })
  }
}
