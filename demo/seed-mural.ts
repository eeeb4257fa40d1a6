import type { Entry } from '#core/drawing'
import { inTransaction, type Tx } from '../server/repositories/database'
import { setLivePicture } from '../server/repositories/live'
import * as murals from '../server/repositories/murals'
import type { Drawing } from '../server/repositories/drawings'
import { makeMural } from '../server/services/murals'
import { panelName, type Drawn } from './drawn'
import { harbourMural, PANELS } from './mural'

interface Given {
  readonly teacherId: number
  readonly classId: number
  readonly learners: readonly { readonly id: number }[]
  readonly kept: (name: string) => Promise<Drawn>
  readonly keep: (
    of: { learnerId: number; planId: number; versionId: number },
    entries: readonly Entry[],
    endedAt: Date,
    tx: Tx,
  ) => Promise<Drawing>
  readonly endedAt: Date
}

/** Lays the class's mural out and lets some of it be drawn, with what their browsers would have sent. */
export async function seedMural({ teacherId, classId, learners, kept, keep, endedAt }: Given): Promise<void> {
  const { id } = await makeMural({ kind: 'teacher', id: teacherId, name: '' }, classId, await harbourMural())
  const { planId } = (await murals.muralById(id))!
  for (const { place, learner, attempt } of PANELS) {
    const learnerId = learners[learner]!.id
    await murals.handPanel(id, place, null, learnerId)
    if (!attempt) continue
    const { versionId } = (await murals.panelAt(id, place))!
    const { entries, live, edges, seams } = await kept(panelName(place))
    await inTransaction(async tx => {
      const drawing = await keep(
        { learnerId, planId, versionId },
        entries!,
        new Date(endedAt.getTime() + place * 60_000),
        tx,
      )
      await murals.setPanelDrawing(id, place, drawing.id, tx)
      await setLivePicture(
        {
          drawingId: drawing.id,
          position: entries!.length,
          picture: Buffer.from(live!),
          findings: null,
          edges: Buffer.from(edges!),
          seams: seams!,
        },
        tx,
      )
    })
  }
}
