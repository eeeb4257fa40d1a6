import sharp from 'sharp'
import { edgesOfBytes, panelName, panelSheet, panelsOf, seamsOfAll, type Edges, type MuralGrid } from '#core/mural'
import { inTransaction } from '../repositories/database'
import * as drawings from '../repositories/drawings'
import { keepJob, type Job } from '../repositories/jobs'
import * as murals from '../repositories/murals'
import type { MissingPanel, MuralPanel } from '../repositories/murals'
import { packedRecordOf } from '../services/records'
import { TooHeavy } from './helper'
import { missingPicture } from './missing'
import type { DrawPanel } from './asked'

/** Bytes of the PNG that are stored at once. */
const PART_BYTES = 4 * 1024 * 1024

/** Somebody has stopped it. */
class Stopped extends Error {}

/**
 * Puts a mural together: each panel is drawn again from its record unless it is as it was, its own part is kept, and
 * all are joined to one PNG, which goes to the database in pieces. In memory are one panel's pixels and the panels'
 * PNGs. Answers how it ended.
 */
export async function assemble(job: Job, draw: DrawPanel): Promise<'done' | 'stopped'> {
  const mural = await murals.muralById(job.subject)
  if (!mural) return 'done'
  const { grid } = mural.facts
  const places = panelsOf(grid)
  const panels = await murals.panelsOf(mural.id)
  // Joining takes about as long as a quarter of the panels.
  const joining = Math.max(1, Math.ceil(places.length / 4))
  const whole = places.length + joining
  const tell = async (done: number) => {
    if (!(await keepJob(job, { done, whole }))) throw new Stopped()
  }
  const missing: MissingPanel[] = []
  try {
    await tell(0)
    const pictures: Buffer[] = []
    const edges: (Edges | null)[] = []
    for (const [i, panel] of panels.entries()) {
      const drawn = await drawnPanel(panel, grid, draw)
      if ('why' in drawn) missing.push({ place: panel.place, why: drawn.why })
      pictures.push('why' in drawn ? await missingPicture(grid, panelName(places[panel.place]!)) : drawn.picture)
      edges.push('why' in drawn ? null : edgesOfBytes(drawn.edges, grid))
      await tell(i + 1)
    }
    const seams = seamsOfAll(grid, edges)
    await join(mural.id, job.id, grid, pictures, share =>
      tell(places.length + Math.min(joining - 1, Math.floor(share * joining))),
    )
    await inTransaction(tx => murals.setWhole(mural.id, job.id, { missing, seams }, tx))
    await keepJob(job, { done: whole, whole })
    return 'done'
  } catch (error) {
    await murals.dropParts(mural.id, job.id)
    if (!(error instanceof Stopped)) throw error
    return 'stopped'
  }
}

/** A panel's own part as a PNG, and its edges; or why there is none. */
async function drawnPanel(
  panel: MuralPanel,
  grid: MuralGrid,
  draw: DrawPanel,
): Promise<{ picture: Buffer; edges: Buffer } | { why: MissingPanel['why'] }> {
  if (panel.learnerId === null || panel.drawingId === null)
    return { why: panel.learnerId === null ? 'free' : 'not-drawn' }
  const drawing = await drawings.drawingById(panel.drawingId)
  if (!drawing || drawing.position === 0) return { why: 'not-drawn' }
  const known = panel.pictured === drawing.position ? await murals.panelPut(panel.muralId, panel.place) : null
  if (known) return known
  const { own } = panelSheet(grid)
  const record = await packedRecordOf(drawing, drawing.position)
  const drawn = await draw({ kind: 'panel', record, own, sheet: panelSheet(grid) }).catch((error: unknown) => {
    // One panel that can't be drawn again does not keep the others from being joined.
    if (error instanceof TooHeavy) return { why: 'too-heavy' } as const
    throw error
  })
  if (drawn.why) return { why: drawn.why }
  const put = { picture: Buffer.from(drawn.picture), edges: Buffer.from(drawn.edges) }
  await murals.setPanelPut(panel.muralId, panel.place, { ...put, pictured: drawing.position })
  return put
}

/** Joins the panels and stores the PNG as it comes. `pictures`: one a panel, row by row. */
async function join(
  muralId: number,
  run: number,
  grid: MuralGrid,
  pictures: readonly Buffer[],
  tell: (share: number) => Promise<void>,
): Promise<void> {
  const total = pictures.reduce((sum, each) => sum + each.length, 0)
  let [number, stored, waiting, held] = [0, 0, [] as Buffer[], 0]
  const flush = async () => {
    const bytes = Buffer.concat(waiting)
    ;[waiting, held] = [[], 0]
    stored += bytes.length
    await murals.addPart(muralId, run, number++, bytes)
    await tell(Math.min(1, stored / total))
  }
  for await (const chunk of joined(grid, pictures)) {
    waiting.push(chunk)
    held += chunk.length
    if (held >= PART_BYTES) await flush()
  }
  if (held) await flush()
}

/** The panels side by side as one PNG, a stream of it. */
export function joined({ columns }: Pick<MuralGrid, 'columns'>, pictures: readonly Buffer[]): AsyncIterable<Buffer> {
  return sharp([...pictures], { join: { across: columns }, limitInputPixels: false }).png({ compressionLevel: 6 })
}
