import pidusage from 'pidusage'
import sharp from 'sharp'
import type { Entry } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import type { DeskView, LearnersNews, RoundNews, SlipsView } from '#shared/views'
import { drawKettle } from '#demo/kettle'
import { BEGINNERS_HAND } from '#demo/hand'
import { asText, Client } from '../tests/lib/client'
import { percentile, type Row } from './measure'

const BATCH_MS = 2000
const PICTURE_MS = 4000
/** How often memory is looked at, ms. */
const MEMORY_MS = 10_000
/** Rounds that one teacher has open: there are so many streams for each person. */
const ROUNDS = 7
/** Acts in two seconds: a quick hand. */
const ACTS = 3
/** A picture as the Easel sends it, WebP. */
const PICTURE = { width: 420, height: 315, channels: 3, noise: { type: 'gaussian', mean: 200, sigma: 6 } } as const

const wait = (ms: number) => new Promise(resolve => setTimeout(resolve, ms))

interface Size {
  readonly classes: number
  /** In each of them. */
  readonly learners: number
  readonly seconds: number
}

/** Thirty learners before the app. */
export const load = (): Promise<Row[]> => classesDrawing({ classes: 1, learners: 30, seconds: 40 })
/** Ten classes before two processes. */
export const school = (): Promise<Row[]> => classesDrawing({ classes: 10, learners: 30, seconds: 60 })
/** A class for half an hour, for what memory does meanwhile. */
export const soak = (): Promise<Row[]> =>
  classesDrawing({ classes: 1, learners: 30, seconds: Number(process.env.LITTLE_EASEL_SECONDS ?? 1800) })

interface Learner {
  readonly client: Client
  readonly sheets: { drawing: number; sent: Entry[] }[]
}

/** Classes drawing at once: what they wait for, and whether anything was lost or doubled. */
async function classesDrawing({ classes, learners, seconds }: Size): Promise<Row[]> {
  const urls = process.env.LITTLE_EASEL_URLS?.split(' ') ?? []
  if (urls.length === 0) return []
  const teacher = await new Client(urls[0]!).teacher()
  const plan = (await teacher.call<DeskView>('GET', '/api/desk')).body.plans.find(
    each => each.title === 'The tin kettle',
  )!.id
  const { entries } = drawKettle(loadKernels(), { seed: 5, steps: 4, hand: BEGINNERS_HAND })
  const picture = (
    await sharp({ create: { ...PICTURE, background: '#fff' } })
      .webp({ quality: 70 })
      .toBuffer()
  ).toString('base64')

  const acks: number[] = []
  const pictures: number[] = []
  const arrivals: number[] = []
  let cards = 0
  let notTaken = 0
  let sentAt = 0
  const streams: { close: () => void }[] = []
  const people: Learner[] = []
  const classIds: number[] = []

  async function listen(client: Client): Promise<void> {
    const news = await client.stream('/api/news')
    streams.push(news)
    void (async () => {
      for (;;) {
        const told = await news.next<LearnersNews>()
        if (told.kind === 'news' && told.news.kind === 'ghost') arrivals.push(performance.now() - sentAt)
      }
    })().catch(() => {})
  }
  async function watchRound(classId: number): Promise<void> {
    const round = await teacher.stream(`/api/classes/${classId}/round/live`)
    streams.push(round)
    void (async () => {
      for (;;) cards += (await round.next<RoundNews>()).cards.length
    })().catch(() => {})
  }
  for (let i = 0; i < classes; i++) {
    const name = `Class ${i + 1} of ${classes}`
    const classId = (await teacher.call<{ id: number }>('POST', '/api/classes', { name, when: '' })).body.id
    classIds.push(classId)
    const { code, slips } = (
      await teacher.call<SlipsView>('POST', `/api/classes/${classId}/learners`, {
        learners: Array.from({ length: learners }, (_, k) => ({ name: `Learner ${k + 1}`, pin: null })),
      })
    ).body
    await teacher.call('POST', `/api/plans/${plan}/give`, { classId, isGiven: true })
    for (const slip of slips) {
      const client = await new Client(urls[people.length % urls.length]!).learner(slip.name, slip.pin, code)
      await listen(client)
      people.push({ client, sheets: [] })
    }
    if (i < ROUNDS) await watchRound(classId)
  }
  const before = await memories()
  const grown: number[][] = []
  const looking = setInterval(() => void memories().then(now => grown.push(now)), MEMORY_MS)
  const began = performance.now()
  const isOver = () => performance.now() - began >= seconds * 1000

  async function draw(who: Learner, i: number): Promise<void> {
    // Not all in the same moment, as nobody draws in step.
    await wait((i * BATCH_MS) / people.length)
    while (!isOver()) await drawOne(who, i)
  }
  async function drawOne({ client, sheets }: Learner, i: number): Promise<void> {
    const drawing = (await client.call<{ id: number }>('POST', '/api/drawings', { plan, afresh: true })).body.id
    const writer = `writer-of-the-load-${i}`
    await client.call('POST', `/api/drawings/${drawing}/claim`, { writer, takeOver: false })
    const sent: Entry[] = []
    sheets.push({ drawing, sent })
    let pictureAt = performance.now() + PICTURE_MS * Math.random()
    for (let number = 0; sent.length < entries.length && !isOver(); number++) {
      const due = performance.now() + BATCH_MS
      const part = entries.slice(sent.length, sent.length + ACTS)
      const at = performance.now()
      const { status } = await client.call('POST', `/api/drawings/${drawing}/batches`, {
        number,
        from: sent.length,
        writer,
        entries: part,
      })
      acks.push(performance.now() - at)
      if (status !== 200) throw new Error(`batch ${number} of learner ${i + 1} was answered with ${status}`)
      sent.push(...part)
      if (performance.now() >= pictureAt) {
        pictureAt = performance.now() + PICTURE_MS
        const sendAt = performance.now()
        const { status } = await client.call('PUT', `/api/drawings/${drawing}/live`, {
          position: sent.length,
          base64: picture,
          found: [{ title: 'Closed outline', verdict: 'nearly', sentence: 'There is a gap of 6 px.' }],
        })
        if (status === 200) pictures.push(performance.now() - sendAt)
        else notTaken++
      }
      await wait(Math.max(0, due - performance.now()))
    }
  }
  async function showStrokes(): Promise<void> {
    await wait(seconds * 500)
    const strokes = entries.filter(entry => entry.type === 'act' && entry.act.kind === 'stroke').slice(0, 4)
    const sheet = { width: 1600, height: 1200, paper: [251, 250, 246] }
    const news = { kind: 'ghost', plan, on: 'plan', record: { version: 1, sheet, entries: strokes } }
    sentAt = performance.now()
    await Promise.all(classIds.map(id => teacher.call('POST', `/api/classes/${id}/send`, { to: null, news })))
  }
  await Promise.all([...people.map(draw), showStrokes()])
  clearInterval(looking)

  // None lost, none doubled: what the server has is what was sent.
  for (const { client, sheets } of people)
    for (const { drawing, sent } of sheets) {
      const kept = (await client.call<{ entries: Entry[] }>('GET', `/api/drawings/${drawing}`)).body.entries
      if (asText(kept) !== asText(sent))
        throw new Error(`drawing ${drawing}: ${kept.length} entries kept of ${sent.length} sent, or others`)
    }
  if (arrivals.length !== people.length)
    throw new Error(`the strokes reached ${arrivals.length} of ${people.length} learners`)
  for (const each of streams) each.close()

  const group =
    `${people.length} learners, ${classes === 1 ? 'a class' : `${classes} classes`}, drawing before ${urls.length} ` +
    `${urls.length === 1 ? 'process' : 'processes'}, ${seconds} s: records, pictures, Rounds open, strokes shown ` +
    'to all (aim: 95 % of batches under 150 ms)'
  const row = (name: string, values: readonly number[], share: number): Row => ({
    group,
    name: `${name} (${values.length})`,
    median: percentile(values, share),
    runs: values.length,
  })
  const megabytes = (name: string, value: number): Row => ({ group, name, median: value, unit: 'MB', runs: 1 })
  return [
    row('a batch is acknowledged: 95 %', acks, 0.95),
    row('half of them', acks, 0.5),
    row('99 %', acks, 0.99),
    row('a picture is taken: 95 %', pictures, 0.95),
    { group, name: `pictures that had to wait for another time: ${notTaken}`, median: 0, runs: notTaken },
    row('strokes reach a learner: 95 %', arrivals, 0.95),
    { group, name: `cards told to the Rounds: ${cards}`, median: (1000 * seconds) / cards, runs: cards },
    ...urls.flatMap((_, i) => {
      const all = grown.map(each => each[i]!)
      const part = (from: number, to: number) => all.slice(Math.floor(from * all.length), Math.floor(to * all.length))
      return [
        megabytes(`memory of process ${i + 1} before`, before[i]!),
        megabytes('  in the second quarter, at half', percentile(part(0.25, 0.5), 0.5)),
        megabytes('  in the last quarter, at half', percentile(part(0.75, 1), 0.5)),
        megabytes('  at most', Math.max(...all)),
      ]
    }),
  ]
}

/** What each process of the app takes, MB. */
async function memories(): Promise<number[]> {
  const pids = process.env.LITTLE_EASEL_PIDS!.split(' ')
  return Promise.all(pids.map(async pid => (await pidusage(pid)).memory / 1e6))
}
