import type { CritKit, GivenAnswer } from '#shared/schemas'
import type { AnswerView, Person } from '#shared/views'
import { inTransaction } from '../repositories/database'
import * as handIns from '../repositories/handins'
import type { Answer } from '../repositories/handins'
import * as people from '../repositories/people'
import { Refused } from '../utils/refuse'
import { note } from './audit'
import { requireHandIn } from './rights'
import { now } from '../utils/clock'

type Teacher = Extract<Person, { kind: 'teacher' }>

export async function answerView(answer: Answer): Promise<AnswerView> {
  const { marks, words, next, outcome, answeredAt, teacherId, pins, sketch, criteria } = answer
  const teacher = (await people.teacherById(teacherId))?.name ?? ''
  return {
    marks,
    words,
    next,
    outcome,
    pins: pins ?? [],
    sketch,
    criteria: criteria ?? [],
    teacher,
    answeredAt: answeredAt.toISOString(),
  }
}

/**
 * Returns a hand-in with marks and words. An answer can be written again; one that was given meanwhile in another place
 * is not written over without being seen.
 */
export async function answerHandIn(person: Teacher, id: number, { seen, ...body }: GivenAnswer): Promise<{ ok: true }> {
  const { learner, schoolClass } = await requireHandIn(person, id)
  await inTransaction(async tx => {
    await handIns.lockHandIn(id, tx)
    const known = await handIns.lockAnswer(id, tx)
    if (seen !== undefined && (known?.answeredAt.toISOString() ?? null) !== seen) {
      const who = known ? ((await people.teacherById(known.teacherId))?.name ?? 'someone') : 'someone'
      throw new Refused(
        'already-answered',
        `${who} answered this hand-in meanwhile, in another place.`,
        'Load the page again to see that answer; what you wrote is still here until then.',
      )
    }
    await handIns.setAnswer({ handInId: id, teacherId: person.id, answeredAt: now(), ...body }, tx)
  })
  await note('answered', { who: person.name, classId: schoolClass.id, about: `${learner.name}: ${body.outcome}` })
  return { ok: true }
}

const EMPTY_KIT: CritKit = { phrases: [], criteria: [] }

/** What this teacher keeps for answering. */
export async function critKit(person: Teacher): Promise<CritKit> {
  return (await people.teacherById(person.id))?.critKit ?? EMPTY_KIT
}

export async function keepCritKit(person: Teacher, kit: CritKit): Promise<CritKit> {
  await people.setCritKit(person.id, kit)
  return kit
}
