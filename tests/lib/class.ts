import { contentHash } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import { BEGINNERS_HAND } from '#demo/hand'
import { drawKettle, type Attempt } from '#demo/kettle'
import type { DeskView, HandInView, SlipsView } from '#shared/views'
import { Client } from './client'

/** A class of a test's own, with the kettle given to it. */
export interface OwnClass {
  readonly classId: number
  readonly plan: number
  readonly slips: SlipsView
  readonly clients: readonly Client[]
}

export async function openClass(
  url: string,
  teacher: Client,
  name: string,
  names: readonly string[],
): Promise<OwnClass> {
  const plan = (await teacher.call<DeskView>('GET', '/api/desk')).body.plans.find(
    each => each.title === 'The tin kettle',
  )!.id
  const classId = (await teacher.call<{ id: number }>('POST', '/api/classes', { name, when: '' })).body.id
  const slips = (
    await teacher.call<SlipsView>('POST', `/api/classes/${classId}/learners`, {
      learners: names.map(name => ({ name, pin: null })),
    })
  ).body
  await teacher.call('POST', `/api/plans/${plan}/give`, { classId, isGiven: true })
  const clients: Client[] = []
  for (const { name, pin } of slips.slips) clients.push(await new Client(url).learner(name, pin, slips.code))
  return { classId, plan, slips, clients }
}

/** Draws a kettle as a beginner does and hands it in. Returns the hand-in's number. */
export async function handInKettle(client: Client, plan: number, attempt: Attempt, note = ''): Promise<number> {
  const writer = 'a-writer-of-tests'
  const { id } = (await client.call<{ id: number }>('POST', '/api/drawings', { plan, afresh: true })).body
  await client.call('POST', `/api/drawings/${id}/claim`, { writer, takeOver: false })
  const { entries, engine } = drawKettle(loadKernels(), { hand: BEGINNERS_HAND, ...attempt })
  const { status } = await client.call('POST', `/api/drawings/${id}/batches`, { number: 0, from: 0, writer, entries })
  if (status !== 200) throw new Error(`the drawing was answered with ${status}`)
  return (
    await client.call<{ id: number }>('POST', `/api/drawings/${id}/hand-ins`, {
      position: entries.length,
      hash: contentHash(engine.drawing),
      note,
    })
  ).body.id
}

/** Waits until the server has looked at all of them. */
export async function examined(teacher: Client, handIns: readonly number[]): Promise<void> {
  for (const id of handIns)
    while ((await teacher.call<HandInView>('GET', `/api/hand-ins/${id}`)).body.verification === 'waiting')
      await new Promise(resolve => setTimeout(resolve, 400))
}
