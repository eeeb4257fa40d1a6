import type { WarmUpSetBody } from '#shared/schemas'
import type { ClassWarmUpsView, OwnWarmUpSet, Person, SetScore, WarmUpSetView } from '#shared/views'
import * as people from '../repositories/people'
import * as sets from '../repositories/warm-up-sets'
import type { DrillTry, WarmUpSet } from '../repositories/warm-up-sets'
import { notFound, requireClass } from './rights'

/** Warm-ups that a class does on a day, and how everyone did. */

const setView = ({ id, title, day, warmUps }: WarmUpSet): WarmUpSetView => ({ id, title, day, warmUps })

/** All sets of a class, and the best score of each of its learners in each warm-up of them. */
export async function classWarmUps(person: Person, classId: number): Promise<ClassWarmUpsView> {
  const { id, name } = await requireClass(person, classId)
  const [rows, learners] = await Promise.all([sets.setsOf(id), people.learnersOf([id])])
  const tries = await sets.triesOfSets(
    learners.map(each => each.id),
    rows,
  )
  return {
    classId: id,
    className: name,
    learners: learners.map(each => ({ id: each.id, name: each.name })),
    sets: rows.map(row => ({
      ...setView(row),
      scores: learners.map(learner =>
        scoresOf(
          row,
          tries.filter(each => each.learnerId === learner.id),
        ),
      ),
    })),
  }
}

function scoresOf({ warmUps }: WarmUpSet, tries: readonly DrillTry[]): SetScore[] {
  return warmUps.map(({ drill, seed }) => {
    const found = tries.filter(each => each.drill === drill && each.seed === seed)
    return found.length ? { best: Math.max(...found.map(each => each.score)), tries: found.length } : null
  })
}

/** What a learner's class is asked for, and how this learner did. */
export async function ownSets(learnerId: number): Promise<OwnWarmUpSet[]> {
  const learner = await people.learnerById(learnerId)
  if (!learner) return []
  const rows = await sets.setsOf(learner.classId)
  const tries = await sets.triesOfSets([learnerId], rows)
  return rows.map(row => ({ ...setView(row), scores: scoresOf(row, tries) }))
}

export async function makeSet(person: Person, classId: number, body: WarmUpSetBody): Promise<WarmUpSetView> {
  await requireClass(person, classId)
  return setView(await sets.addSet({ classId, ...body }))
}

async function requireSet(person: Person, id: number): Promise<WarmUpSet> {
  const row = await sets.setById(id)
  if (!row) throw notFound('set of warm-ups')
  await requireClass(person, row.classId)
  return row
}

/** Its title, its day, or what it asks. Scores of warm-ups that stay are kept. */
export async function changeSet(person: Person, id: number, body: WarmUpSetBody): Promise<WarmUpSetView> {
  const row = await requireSet(person, id)
  await sets.changeSet(id, body)
  return setView({ ...row, ...body })
}

/** The set; what was tried stays in each learner's line. */
export async function removeSet(person: Person, id: number): Promise<{ ok: true }> {
  await requireSet(person, id)
  await sets.dropSet(id)
  return { ok: true }
}
