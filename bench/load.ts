import sharp from 'sharp'
import { entrySchema, type Entry } from '#core/drawing'
import { loadKernels } from '#core/kernels'
import type { DeskView, LearnersNews, RoundNews, SlipsView } from '#shared/views'
import { drawKettle } from '#demo/kettle'
import { BEGINNERS_HAND } from '#demo/hand'
import { Client } from '../tests/lib/client'
import { percentile, type Row } from './measure'

const LEARNERS = 30
const SECONDS = 40
const BATCH_MS = 2000
const PICTURE_MS = 4000
/** Acts in two seconds: a quick hand. */
const ACTS = 3
/** A picture as the Easel sends it, WebP. */
const PICTURE = { width: 420, height: 315, channels: 3, noise: { type: 'gaussian', mean: 200, sigma: 6 } } as const
const GROUP = `a class of ${LEARNERS} drawing, ${SECONDS} s: records, pictures, a Round open, strokes shown to all (aim: 95 % of batches under 150 ms)`

/** The order of keys is nobody's. */
const asText = (entries: readonly Entry[]) => JSON.stringify(entries.map(each => entrySchema.parse(each)))
const wait = (ms: number) => new Promise(resolve => setTimeout(resolve, ms))

/** Thirty learners before the app: what they wait for, and whether anything was lost or doubled. */
export async function load(): Promise<Row[]> {
  const url = process.env.LITTLE_EASEL_URL
  if (!url) return []
  const teacher = await new Client(url).teacher()
  const plan = (await teacher.call<DeskView>('GET', '/api/desk')).body.plans[0]!.id
  const classId = (await teacher.call<{ id: number }>('POST', '/api/classes', { name: 'Thirty at once', when: '' }))
    .body.id
  const { code, slips } = (
    await teacher.call<SlipsView>('POST', `/api/classes/${classId}/learners`, {
      learners: Array.from({ length: LEARNERS }, (_, i) => ({ name: `Learner ${i + 1}`, pin: null })),
    })
  ).body
  await teacher.call('POST', `/api/plans/${plan}/give`, { classId, isGiven: true })

  const round = await teacher.stream(`/api/classes/${classId}/round/live`)
  let cards = 0
  const watching = (async () => {
    for (;;) cards += (await round.next<RoundNews>()).cards.length
  })().catch(() => {})

  const acks: number[] = []
  const pictures: number[] = []
  const arrivals: number[] = []
  let sentAt = 0
  const people = await Promise.all(
    slips.map(async ({ name, pin }, i) => {
      const client = await new Client(url).learner(name, pin, code)
      const drawing = (await client.call<{ id: number }>('POST', '/api/drawings', { plan, afresh: true })).body.id
      const writer = `writer-of-the-load-${i}`
      await client.call('POST', `/api/drawings/${drawing}/claim`, { writer, takeOver: false })
      const news = await client.stream('/api/news')
      const listening = (async () => {
        for (;;) {
          const told = await news.next<LearnersNews>()
          if (told.kind === 'news' && told.news.kind === 'ghost') arrivals.push(performance.now() - sentAt)
        }
      })().catch(() => {})
      return { client, drawing, writer, news, listening, sent: [] as Entry[] }
    }),
  )
  const { entries } = drawKettle(loadKernels(), { seed: 5, steps: 4, hand: BEGINNERS_HAND })
  const picture = (
    await sharp({ create: { ...PICTURE, background: '#fff' } })
      .webp({ quality: 70 })
      .toBuffer()
  ).toString('base64')
  const began = performance.now()

  async function draw({ client, drawing, writer, sent }: (typeof people)[number], i: number): Promise<void> {
    // Not all in the same moment, as nobody draws in step.
    await wait((i * BATCH_MS) / LEARNERS)
    let number = 0
    let pictureAt = performance.now() + PICTURE_MS * Math.random()
    while (performance.now() - began < SECONDS * 1000) {
      const due = performance.now() + BATCH_MS
      const part = Array.from({ length: ACTS }, (_, k) => entries[(sent.length + k) % entries.length]!)
      const at = performance.now()
      const { status } = await client.call('POST', `/api/drawings/${drawing}/batches`, {
        number,
        from: sent.length,
        writer,
        entries: part,
      })
      acks.push(performance.now() - at)
      if (status !== 200) throw new Error(`batch ${number} of learner ${i + 1} was answered with ${status}`)
      number++
      sent.push(...part)
      if (performance.now() >= pictureAt) {
        pictureAt = performance.now() + PICTURE_MS
        const sendAt = performance.now()
        await client.call('PUT', `/api/drawings/${drawing}/live`, {
          position: sent.length,
          base64: picture,
          found: [{ title: 'Closed outline', verdict: 'nearly', sentence: 'There is a gap of 6 px.' }],
        })
        pictures.push(performance.now() - sendAt)
      }
      await wait(Math.max(0, due - performance.now()))
    }
  }
  async function showStrokes(): Promise<void> {
    await wait(SECONDS * 500)
    sentAt = performance.now()
    const strokes = entries.filter(entry => entry.type === 'act' && entry.act.kind === 'stroke').slice(0, 4)
    await teacher.call('POST', `/api/classes/${classId}/send`, {
      to: null,
      news: {
        kind: 'ghost',
        plan,
        on: 'plan',
        record: { version: 1, sheet: { width: 1600, height: 1200, paper: [251, 250, 246] }, entries: strokes },
      },
    })
  }
  await Promise.all([...people.map(draw), showStrokes()])

  // None lost, none doubled: what the server has is what was sent.
  for (const { client, drawing, sent } of people) {
    const kept = (await client.call<{ entries: Entry[] }>('GET', `/api/drawings/${drawing}`)).body.entries
    if (asText(kept) !== asText(sent))
      throw new Error(`drawing ${drawing}: ${kept.length} entries kept of ${sent.length} sent, or others`)
  }
  if (arrivals.length !== LEARNERS) throw new Error(`the strokes reached ${arrivals.length} of ${LEARNERS} learners`)
  round.close()
  for (const { news } of people) news.close()
  await Promise.all([watching, ...people.map(each => each.listening)])
  const row = (name: string, values: readonly number[], share: number): Row => ({
    group: GROUP,
    name: `${name} (${values.length})`,
    median: percentile(values, share),
    runs: values.length,
  })
  return [
    row('a batch is acknowledged: 95 %', acks, 0.95),
    row('half of them', acks, 0.5),
    row('99 %', acks, 0.99),
    row('a picture is taken: 95 %', pictures, 0.95),
    row('strokes reach a learner: 95 %', arrivals, 0.95),
    { group: GROUP, name: `cards told to the Round: ${cards}`, median: (1000 * SECONDS) / cards, runs: cards },
  ]
}
