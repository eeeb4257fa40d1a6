import type { DeskView, HandInView, SlipsView } from '#shared/views'
import { ScriptedLearner } from './learner'
import { PageLearner } from './page-learner'
import { Patient, type Counts } from './patient'

/*
 * The people of a campaign of faults: a class that draws and hands in, and its teacher who answers and speaks to all,
 * before a cluster that is broken all the time (`scripts/faults.mjs`). In the end they say what is wrong.
 */

interface Go {
  readonly url: string
  readonly learners: number
  readonly hasBrowser: boolean
  readonly seed: number
}

export interface Report {
  readonly acts: number
  readonly drawings: number
  readonly handIns: number
  readonly answers: number
  readonly words: number
  readonly cutOff: number
  readonly strokesByHand: number
  readonly tabs: number
  readonly counts: Counts
  readonly wrong: readonly string[]
}

const wait = (ms: number) => new Promise(resolve => setTimeout(resolve, ms))
/** Between two things that the teacher does, ms. */
const TEACHER_MS = 2500
/** A hand-in that nobody has looked at by then is stuck, ms; and words that nobody has heard. */
const STUCK_MS = 300_000
const HEARD_MS = 60_000

let isStopped = false
const stop = new Promise<void>(resolve => {
  process.on('message', (message: { stop?: boolean }) => {
    if (!message.stop) return
    isStopped = true
    resolve()
  })
})

async function live({ url, learners: count, hasBrowser, seed }: Go): Promise<Report> {
  const counts: Counts = { asked: 0, again: 0, longestMs: 0 }
  const teacher = new Patient(url, counts, Math.random)
  await teacher.patiently('POST', '/api/session/teacher', {
    email: 'orla@saltmarsh.example',
    password: 'kettle-and-lamp',
  })
  const plan = (await teacher.get<DeskView>('/api/desk')).plans.find(each => each.title === 'The tin kettle')!.id
  const classId = (await teacher.patiently<{ id: number }>('POST', '/api/classes', { name: 'In a gale', when: '' }))
    .body.id
  const names = Array.from({ length: count + 1 }, (_, i) => `Learner ${i + 1}`)
  const { code, slips } = (
    await teacher.patiently<SlipsView>('POST', `/api/classes/${classId}/learners`, {
      learners: names.map(name => ({ name, pin: null })),
    })
  ).body
  await teacher.patiently('POST', `/api/plans/${plan}/give`, { classId, isGiven: true })

  const people = slips
    .slice(0, count)
    .map(({ name, pin }, i) => new ScriptedLearner({ url, name, pin, code, plan, seed: seed + i }, counts))
  const last = slips[count]!
  const page = new PageLearner(
    { url, name: last.name, pin: last.pin, code, seed },
    new Patient(url, counts, Math.random),
  )
  const wrong: string[] = []
  const answered = new Set<number>()
  const words: string[] = []

  /** Answers what was looked at. Of hand-ins that were given again while they waited only the last is. */
  async function answerSome(): Promise<number> {
    let waiting = 0
    for (const id of people.flatMap(each => each.sheets.flatMap(sheet => sheet.handIns))) {
      if (answered.has(id)) continue
      const { verification, state } = await teacher.get<HandInView>(`/api/hand-ins/${id}`)
      if (verification === 'waiting' && state !== 'replaced') {
        waiting++
        continue
      }
      answered.add(id)
      if (verification !== 'matches' && state !== 'replaced')
        wrong.push(`hand-in ${id} was found to be: ${verification}`)
      if (state === 'waiting')
        await teacher.patiently('PUT', `/api/hand-ins/${id}/answer`, {
          marks: {},
          words: `Seen, ${id}.`,
          next: '',
          outcome: 'accepted',
        })
    }
    return waiting
  }

  async function teach(): Promise<void> {
    try {
      while (!isStopped) {
        await answerSome()
        const said = `Look at the handle, ${words.length + 1}.`
        await teacher.patiently('POST', `/api/classes/${classId}/send`, {
          to: null,
          news: { kind: 'words', words: said },
        })
        words.push(said)
        await wait(TEACHER_MS)
      }
    } catch (error) {
      wrong.push(`the teacher: ${String(error)}`)
    }
  }

  const lives = [...people.map(each => each.live()), ...(hasBrowser ? [page.live()] : []), teach()]
  process.send!({ ready: true })
  await stop
  for (const each of [...people, page]) each.stop()
  await Promise.all(lives)

  // The weather is fine again: all comes to rest.
  for (const until = Date.now() + STUCK_MS; ; await wait(1000)) {
    const waiting = await answerSome()
    if (waiting === 0) break
    if (Date.now() < until) continue
    wrong.push(`${waiting} hand-ins wait for ever`)
    break
  }
  // A word may be said twice where its answer was lost; none is missed.
  for (const each of people) {
    const missed = () => words.filter(said => ![...each.heard.values()].includes(said))
    for (const until = Date.now() + HEARD_MS; missed().length > 0 && Date.now() < until;) await wait(500)
    if (missed().length > 0) each.wrong.push(`a learner did not hear: ${missed().join(' ')}`)
  }
  for (const each of people) await each.check()
  if (hasBrowser) await page.check()
  await Promise.all(people.map(each => each.leave()))
  await page.close()
  const sum = (of: (each: ScriptedLearner) => number) => people.reduce((all, each) => all + of(each), 0)
  return {
    acts: sum(each => each.acts),
    drawings: sum(each => each.sheets.length),
    handIns: sum(each => each.handedIn),
    answers: answered.size,
    words: words.length,
    cutOff: sum(each => each.cut),
    strokesByHand: page.strokes,
    tabs: page.tabs,
    counts,
    wrong: [...wrong, ...people.flatMap(each => each.wrong), ...page.wrong],
  }
}

process.once('message', (go: Go) => {
  live(go).then(
    report => process.send!({ report }, () => process.exit(0)),
    (error: unknown) => {
      console.error(error)
      process.exit(1)
    },
  )
})
