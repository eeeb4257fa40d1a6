import sharp from 'sharp'
import { CoreError } from '#core/base'
import {
  checkGrid,
  neighbourOf,
  panelName,
  panelPlan,
  panelSheet,
  panelsOf,
  SIDES,
  type MuralGrid,
  type Panel,
} from '#core/mural'
import { base64Of, ownPlan, type Plan, type PlanPicture } from '#core/plan'
import type { MuralCard, MuralFacts, MuralView, NewMural, PanelCard, PanelView } from '#shared/mural'
import type { Person } from '#shared/views'
import { inTransaction, type Tx } from '../repositories/database'
import * as drawings from '../repositories/drawings'
import * as handIns from '../repositories/handins'
import * as jobs from '../repositories/jobs'
import * as live from '../repositories/live'
import * as murals from '../repositories/murals'
import type { Mural, MuralPanel } from '../repositories/murals'
import * as people from '../repositories/people'
import type { Learner } from '../repositories/people'
import * as plans from '../repositories/plans'
import { pictureKind } from '../utils/picture'
import { Refused } from '../utils/refuse'
import { classIdOf, requireClass, requireMembers, requireOwnDrawing } from './rights'
import { requireRoomForDrawing } from './room'

/** Murals: one picture of a class, every learner a part of it. */

type Teacher = Extract<Person, { kind: 'teacher' }>
type LearnerPerson = Extract<Person, { kind: 'learner' }>

/** Murals of a class at most. */
const MOST = 60
/** The longer side of the picture as it is kept, and of each panel's cut of it, px. */
const LONGEST = 4000
const LONGEST_CUT = 900
/** A mural at most, px: what can be put together in the memory that a server has. */
const MOST_PX = 130_000_000

const notFound = () => new Refused('not-found', 'There is no such mural.', 'Go back and choose another.')

/** A mural of one's own class. */
async function requireMural(person: Person, id: number): Promise<Mural> {
  const mural = await murals.muralById(id)
  if (!mural) throw notFound()
  if (person.kind === 'teacher') await requireClass(person, mural.classId)
  else if ((await classIdOf(person)) !== mural.classId)
    throw new Refused('not-yours', 'This mural is another class’s.', 'Go back to your own pages.')
  else if (mural.archivedAt !== null)
    throw new Refused('not-yours', 'This mural was put away.', 'What you drew is kept. Ask your teacher.')
  return mural
}

async function requirePanel(person: Person, id: number, place: number): Promise<{ mural: Mural; panel: MuralPanel }> {
  const mural = await requireMural(person, id)
  const panel = await murals.panelAt(id, place)
  if (!panel) throw new Refused('not-found', 'The mural has no such panel.', 'Choose one of its panels.')
  return { mural, panel }
}

function checkSize(grid: MuralGrid): void {
  try {
    checkGrid(grid)
  } catch (error) {
    if (error instanceof CoreError) throw new Refused('malformed', error.message, error.fix)
    throw error
  }
  const px = grid.columns * grid.width * grid.rows * grid.height
  if (px > MOST_PX)
    throw new Refused(
      'too-big',
      `The whole would have ${Math.round(px / 1e6)} million px.`,
      `Make the panels smaller: ${MOST_PX / 1e6} million px can be put together.`,
    )
}

/** Lays a mural out: the picture is cut, and each panel gets its own sheet. Throws Refused `too-big`. */
export async function makeMural(
  person: Teacher,
  classId: number,
  { facts, palette, picture }: NewMural,
): Promise<{ id: number }> {
  await requireClass(person, classId)
  checkSize(facts.grid)
  if ((await murals.muralsOf(classId)).length >= MOST)
    throw new Refused('too-big', `This class has ${MOST} murals already.`, 'Go on with one of them.')
  const { grid } = facts
  const panels = panelsOf(grid)
  const whole = picture === null ? null : await fittedPicture(Buffer.from(picture, 'base64'), grid)
  const terms = { ...facts, palette }
  const documents: Plan[] = []
  for (const panel of panels) documents.push(panelPlan(grid, terms, panel, whole && (await cutFor(whole, grid, panel))))
  const { width, height } = panelSheet(grid)
  return inTransaction(async tx => {
    const plan = await plans.addMuralPlan(
      person.id,
      { ...ownPlan(facts.title, { width, height, paper: [255, 255, 255] }), palette },
      tx,
    )
    const versions: number[] = []
    for (const [i, document] of documents.entries())
      versions.push((await plans.addOwnVersion(plan.id, i + 1, document, tx)).id)
    const mural = await murals.addMural(
      {
        classId,
        planId: plan.id,
        facts,
        picture:
          whole &&
          (await sharp(whole.pixels, { raw: { ...whole, channels: 3 } })
            .webp({ quality: 88 })
            .toBuffer()),
      },
      versions,
      tx,
    )
    return { id: mural.id }
  })
}

interface Whole {
  readonly pixels: Buffer
  readonly width: number
  readonly height: number
}

/** The picture as large as its panels' cuts need it, filling the mural: what is beyond its shape is cut off. */
async function fittedPicture(bytes: Buffer, { columns, rows, width, height }: MuralGrid): Promise<Whole> {
  const by = Math.min(1, LONGEST_CUT / Math.max(width, height), LONGEST / Math.max(columns * width, rows * height))
  const size = {
    width: Math.max(1, Math.round(columns * width * by)),
    height: Math.max(1, Math.round(rows * height * by)),
  }
  try {
    if (!pictureKind(bytes)) throw new Error('no picture')
    const { data } = await sharp(bytes, { limitInputPixels: MOST_PX })
      .rotate()
      .flatten({ background: '#fff' })
      .toColourspace('srgb')
      .resize({ ...size, fit: 'cover' })
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true })
    return { pixels: data, ...size }
  } catch {
    throw new Refused('malformed', 'The picture can’t be read.', 'Choose a PNG, JPEG or WebP.')
  }
}

/** A panel's cut with its bleed; beyond the mural's edge the picture's last row goes on. */
async function cutFor(
  { pixels, width, height }: Whole,
  grid: MuralGrid,
  { own }: Panel,
): Promise<Omit<PlanPicture, 'id'>> {
  const by = width / (grid.columns * grid.width)
  const at = (value: number) => Math.round(value * by)
  const [x0, y0, x1, y1] = [
    at(own.x0 - grid.bleed),
    at(own.y0 - grid.bleed),
    at(own.x1 + grid.bleed),
    at(own.y1 + grid.bleed),
  ]
  const [left, top, right, bottom] = [Math.max(x0, 0), Math.max(y0, 0), Math.min(x1, width), Math.min(y1, height)]
  const bytes = await sharp(pixels, { raw: { width, height, channels: 3 } })
    .extract({ left, top, width: Math.max(right - left, 1), height: Math.max(bottom - top, 1) })
    .extend({ left: left - x0, top: top - y0, right: x1 - right, bottom: y1 - bottom, extendWith: 'copy' })
    .webp({ quality: 84 })
    .toBuffer()
  return { type: 'image/webp', base64: base64Of(bytes) }
}

export async function archiveMural(person: Teacher, id: number, isArchived: boolean): Promise<{ ok: true }> {
  await requireMural(person, id)
  await murals.archiveMural(id, isArchived)
  return { ok: true }
}

/** The murals of a class; a learner sees those that are not put away. */
export async function muralCards(classId: number, withArchived: boolean): Promise<MuralCard[]> {
  return (await muralsAndPanels(classId, withArchived)).map(each => each.card)
}

async function muralsAndPanels(
  classId: number,
  withArchived: boolean,
): Promise<{ card: MuralCard; grid: MuralGrid; panels: MuralPanel[] }[]> {
  const rows = (await murals.muralsOf(classId)).filter(each => withArchived || each.archivedAt === null)
  const panels = await murals.panelsOfMurals(rows.map(each => each.id))
  return rows.map(({ id, facts, archivedAt }) => {
    const own = panels.filter(each => each.muralId === id)
    const card = {
      id,
      title: facts.title,
      panels: own.length,
      taken: own.filter(each => each.learnerId !== null).length,
      isArchived: archivedAt !== null,
    }
    return { card, grid: facts.grid, panels: own }
  })
}

/** The murals that a learner's class draws, with the names of the learner's own panels. */
export async function muralsFor({
  id,
  classId,
}: Pick<Learner, 'id' | 'classId'>): Promise<(MuralCard & { mine: string[]; drawings: number[] })[]> {
  return (await muralsAndPanels(classId, false)).map(({ card, grid, panels }) => {
    const all = panelsOf(grid)
    return {
      ...card,
      mine: panels.filter(each => each.learnerId === id).map(each => panelName(all[each.place]!)),
      drawings: panels.flatMap(each => (each.learnerId === id && each.drawingId !== null ? [each.drawingId] : [])),
    }
  })
}

export async function muralView(person: Person, id: number): Promise<MuralView> {
  const mural = await requireMural(person, id)
  const schoolClass = (await people.classById(mural.classId))!
  const places = panelsOf(mural.facts.grid)
  const rows = await murals.panelRows(id)
  const learners = person.kind === 'teacher' ? await people.learnersOf([mural.classId]) : []
  return {
    id,
    classId: mural.classId,
    className: schoolClass.name,
    facts: mural.facts,
    hasPicture: await murals.hasPicture(id),
    isArchived: mural.archivedAt !== null,
    panels: rows.map((row): PanelCard => ({
      place: row.place,
      name: panelName(places[row.place]!),
      learner:
        row.learnerId === null
          ? null
          : {
              id: row.learnerId,
              name: row.learner ?? '',
              isMe: person.kind === 'learner' && person.id === row.learnerId,
            },
      drawing:
        row.drawingId === null || row.position === null
          ? null
          : {
              id: row.drawingId,
              position: row.position,
              pictured: row.livePictured,
              lastStrokeAt: row.lastSeenAt?.toISOString() ?? null,
              handIn: row.handIn,
            },
      seams: murals.seamsOf(row),
    })),
    learners: learners.map(each => ({ id: each.id, name: each.name })),
    assembly: await assemblyOf(mural, rows),
  }
}

async function assemblyOf(mural: Mural, rows: readonly murals.PanelRow[]): Promise<MuralView['assembly']> {
  const job = await jobs.latestJob('mural', mural.id)
  const whole = mural.assembledAt
  return {
    state: job?.state ?? 'none',
    done: job?.done ?? 0,
    of: job?.whole ?? 0,
    whole: whole
      ? {
          at: whole.toISOString(),
          missing: mural.missing ?? [],
          isOld: rows.some(each => each.lastSeenAt !== null && each.lastSeenAt > whole),
        }
      : null,
  }
}

// --- who draws what

/**
 * A learner takes a free panel, or gives one back on which nothing is drawn yet.
 * Throws Refused `not-yours` or `panel-taken`.
 */
export async function takePanel(
  person: LearnerPerson,
  id: number,
  place: number,
  isTaken: boolean,
): Promise<{ ok: true }> {
  const { mural, panel } = await requirePanel(person, id, place)
  if (!mural.facts.isPicked)
    throw new Refused('not-yours', 'In this mural the teacher gives the panels.', 'Ask your teacher for another one.')
  if (isTaken) {
    return inTransaction(async tx => {
      // One after the other: whoever takes several at once gets one.
      await people.lockLearner(person.id, tx)
      const own = await openPanelOf(person.id, id, tx)
      if (own)
        throw new Refused(
          'panel-taken',
          `You have panel ${own} already.`,
          'Hand it in, or give it back; then take another.',
        )
      if (!(await murals.handPanel(id, place, null, person.id, tx)))
        throw new Refused('panel-taken', 'Someone else was quicker: this panel is taken.', 'Choose another one.')
      return { ok: true }
    })
  }
  if (panel.learnerId !== person.id)
    throw new Refused('not-yours', 'This panel is not yours.', 'You can give back your own only.')
  if (await isDrawn(panel))
    throw new Refused(
      'panel-taken',
      'Something is drawn on it already.',
      'Ask your teacher if somebody else should go on.',
    )
  await murals.handPanel(id, place, person.id, null)
  return { ok: true }
}

/** The name of a learner's panel that was not handed in yet; null: there is none. */
async function openPanelOf(learnerId: number, muralId: number, tx: Tx): Promise<string | null> {
  const own = (await murals.panelsOf(muralId, tx)).filter(each => each.learnerId === learnerId)
  const drawn = own.flatMap(each => each.drawingId ?? [])
  const handed = new Set((await handIns.handInHeadsOf(drawn, tx)).map(each => each.drawingId))
  const open = own.find(each => each.drawingId === null || !handed.has(each.drawingId))
  if (!open) return null
  return panelName(panelsOf((await murals.muralById(muralId))!.facts.grid)[open.place]!)
}

async function isDrawn({ drawingId }: MuralPanel): Promise<boolean> {
  return drawingId !== null && ((await drawings.drawingById(drawingId))?.position ?? 0) > 1
}

/**
 * The teacher gives a panel to a learner, or makes it free. What was drawn stays with who drew it.
 * Throws Refused `panel-taken`.
 */
export async function givePanel(
  person: Teacher,
  id: number,
  place: number,
  learnerId: number | null,
): Promise<{ ok: true }> {
  const { mural, panel } = await requirePanel(person, id, place)
  if (learnerId !== null) await requireMembers(mural.classId, [learnerId])
  if (panel.learnerId !== learnerId && !(await murals.handPanel(id, place, panel.learnerId, learnerId)))
    throw new Refused('panel-taken', 'Someone has just taken this panel.', 'Look at the mural again.')
  return { ok: true }
}

/** Gives the free panels out: to those with the fewest first, in the order of the list. Throws Refused `malformed`. */
export async function sharePanels(person: Teacher, id: number): Promise<{ given: number }> {
  const mural = await requireMural(person, id)
  const learners = await people.learnersOf([mural.classId])
  if (learners.length === 0)
    throw new Refused('malformed', 'There is nobody in the class yet.', 'Add learners in the Register.')
  const panels = await murals.panelsOf(id)
  const count = new Map(learners.map(each => [each.id, panels.filter(one => one.learnerId === each.id).length]))
  let given = 0
  for (const { place } of panels.filter(each => each.learnerId === null)) {
    const next = learners.reduce((a, b) => (count.get(b.id)! < count.get(a.id)! ? b : a))
    if (!(await murals.handPanel(id, place, null, next.id))) continue
    count.set(next.id, count.get(next.id)! + 1)
    given++
  }
  return { given }
}

/** The learner's sheet for an own panel; laid out at the first time. */
export async function openPanel(person: LearnerPerson, id: number, place: number): Promise<{ id: number }> {
  const { mural } = await requirePanel(person, id, place)
  return inTransaction(async tx => {
    const panel = (await murals.lockPanel(id, place, tx))!
    if (panel.learnerId !== person.id)
      throw new Refused(
        'not-yours',
        'This panel is not yours.',
        mural.facts.isPicked ? 'Take it first, if it is free.' : 'Ask your teacher for it.',
      )
    if (panel.drawingId !== null) return { id: panel.drawingId }
    // Who had it before and gets it back goes on with what was drawn.
    const before = await drawings.drawingForVersion(person.id, panel.versionId, tx)
    if (!before) await requireRoomForDrawing(person.id, tx)
    const drawing =
      before ??
      (await drawings.addDrawing({ learnerId: person.id, planId: mural.planId, versionId: panel.versionId }, tx))
    await murals.setPanelDrawing(id, place, drawing.id, tx)
    return { id: drawing.id }
  })
}

/**
 * A panel as its drawer sees it: the neighbours and their edges, those only that are newer than `known` (by place).
 * Null: the drawing is no panel.
 */
export async function panelView(
  person: Person,
  drawingId: number,
  known: ReadonlyMap<number, number>,
): Promise<PanelView | null> {
  await requireOwnDrawing(person, drawingId)
  const panel = await murals.panelOfDrawing(drawingId)
  if (!panel) return null
  const mural = (await murals.muralById(panel.muralId))!
  const { grid } = mural.facts
  const all = panelsOf(grid)
  const own = all[panel.place]!
  const sides = SIDES.flatMap(side => {
    const next = neighbourOf(grid, own, side)
    return next ? [{ side, place: next.row * grid.columns + next.column, name: panelName(next) }] : []
  })
  const rows = sides.length
    ? await murals.edgeRows(
        mural.id,
        sides.map(each => each.place),
      )
    : []
  const neighbours = Object.fromEntries(
    sides.map(({ side, place, name }) => {
      const row = rows.find(each => each.place === place)
      const isNew = row?.edges && known.get(place) !== row.pictured
      return [
        side,
        {
          place,
          name,
          learner: row?.learner ?? null,
          pictured: row?.pictured ?? null,
          edges: isNew ? row.edges!.toString('base64') : null,
        },
      ]
    }),
  )
  return {
    mural: mural.id,
    title: mural.facts.title,
    place: panel.place,
    name: panelName(own),
    facts: mural.facts,
    neighbours,
  }
}

// --- pictures

/** Throws Refused `not-found`. */
export async function muralPicture(person: Person, id: number): Promise<Buffer> {
  await requireMural(person, id)
  const bytes = await murals.muralPicture(id)
  if (!bytes) throw new Refused('not-found', 'This mural has no picture.', 'It is drawn on a bare grid.')
  return bytes
}

/** What is drawn of a panel, as its browser sent it last: the whole class may look. Throws Refused `not-found`. */
export async function panelPicture(person: Person, id: number, place: number): Promise<Buffer> {
  const { panel } = await requirePanel(person, id, place)
  const bytes = panel.drawingId === null ? null : await live.livePicture(panel.drawingId)
  if (!bytes) throw new Refused('not-found', 'Nothing is drawn on this panel yet.', 'Look again later.')
  return bytes
}

// --- put together

export async function assembleMural(person: Teacher, id: number): Promise<{ ok: true }> {
  const { classId } = await requireMural(person, id)
  const job = await jobs.latestJob('mural', id)
  if (job?.state !== 'waiting' && job?.state !== 'running') {
    const drawn = (await murals.panelsOf(id)).flatMap(each => each.drawingId ?? [])
    const costMs = (await drawings.drawingsById(drawn)).reduce((sum, each) => sum + each.costMs, 0)
    await jobs.addJob({ kind: 'mural', subject: id, asker: `teacher ${person.id}`, classId, costMs })
  }
  return { ok: true }
}

export async function stopAssembly(person: Teacher, id: number): Promise<{ ok: true }> {
  await requireMural(person, id)
  await jobs.stopJobs('mural', id)
  return { ok: true }
}

export interface WholeMural {
  readonly title: string
  readonly facts: MuralFacts
  /** The PNG in its pieces, read as they are asked for. */
  readonly parts: AsyncIterable<Buffer>
}

/** Throws Refused `not-found`. */
export async function wholeMural(person: Person, id: number): Promise<WholeMural> {
  const mural = await requireMural(person, id)
  const { run } = mural
  if (run === null) throw new Refused('not-found', 'This mural was not put together yet.', 'Put it together first.')
  const numbers = await murals.partNumbers(id, run)
  async function* parts(): AsyncIterable<Buffer> {
    for (const number of numbers) {
      const bytes = await murals.part(id, run!, number)
      if (!bytes) throw new Error('a newer assembly has replaced this one')
      yield bytes
    }
  }
  return { title: mural.facts.title, facts: mural.facts, parts: parts() }
}

/** The panels of the assembled mural, one after the other. Throws Refused `not-found`. */
export async function wholePanels(
  person: Person,
  id: number,
): Promise<{ facts: MuralFacts; panel: (place: number) => Promise<Buffer | null> }> {
  const mural = await requireMural(person, id)
  if (mural.assembledAt === null)
    throw new Refused('not-found', 'This mural was not put together yet.', 'Put it together first.')
  const without = new Set((mural.missing ?? []).map(each => each.place))
  return { facts: mural.facts, panel: async place => (without.has(place) ? null : murals.panelPicture(id, place)) }
}
