import { describe, expect, it } from 'vitest'
import { fromRoot } from '../scripts/lib/root.mjs'
import type { LearnersNews } from '#shared/views'
import { openClass } from './lib/class'
import { Client, plainEntries } from './lib/client'
import { anotherServer, url } from './lib/world'

/** What is told to those who look after the server, and processes whose clocks are set apart. */

const WORD = 'a-word-of-those-who-watch'
const figures = async (at: string, word?: string) => {
  const answer = await fetch(`${at}/api/metrics`, word === undefined ? {} : { headers: { authorization: word } })
  return { status: answer.status, type: answer.headers.get('content-type'), text: await answer.text() }
}
/** A sample of the open text format: its name with labels, and its value. */
const sample = (text: string, name: string) => {
  const line = text.split('\n').find(each => each.startsWith(`${name} `))
  return line === undefined ? undefined : Number(line.slice(name.length + 1))
}

describe('figures', () => {
  it('are for nobody where no word is set, and else for those alone who know it', async () => {
    expect((await figures(url)).status).toBe(404)
    expect((await figures(url, 'Bearer ')).status).toBe(404)
    const watched = await anotherServer({ NUXT_METRICS_TOKEN: WORD })
    for (const wrong of [undefined, '', WORD, 'Bearer ', `Bearer ${WORD}x`, `Basic ${WORD}`])
      expect((await figures(watched, wrong)).status, String(wrong)).toBe(404)
    const { status, type, text } = await figures(watched, `Bearer ${WORD}`)
    expect(status).toBe(200)
    expect(type).toContain('text/plain')
    expect(text).toMatch(/^# TYPE easel_request_seconds histogram$/m)
  })

  it('count what is stored and asked, by routes as they are written', async () => {
    const watched = await anotherServer({ NUXT_METRICS_TOKEN: WORD })
    const teacher = await new Client(watched).teacher()
    const { plan, clients } = await openClass(watched, teacher, 'The counted', ['Ada Fenn'])
    const { id } = (await clients[0]!.call<{ id: number }>('POST', '/api/drawings', { plan, afresh: true })).body
    const writer = 'a-writer-of-tests'
    await clients[0]!.call('POST', `/api/drawings/${id}/claim`, { writer, takeOver: false })
    for (const number of [0, 1, 1])
      await clients[0]!.call('POST', `/api/drawings/${id}/batches`, {
        number,
        from: 3 * number,
        writer,
        entries: plainEntries(3 * number, 3),
      })
    const { text } = await figures(watched, `Bearer ${WORD}`)
    // The same batch again is stored once.
    expect(sample(text, 'easel_batches_total')).toBe(2)
    expect(sample(text, 'easel_acts_total')).toBe(6)
    const route = 'easel_request_seconds_count{method="POST",route="/api/drawings/:id/batches",status="200"}'
    expect(sample(text, route)).toBe(3)
    expect(sample(text, 'easel_database_servers{which="ready"}')).toBe(1)
    expect(sample(text, 'easel_disk_full')).toBe(0)
    expect(text).not.toContain(`/${id}/`)
  })
})

describe('processes whose clocks are set apart by minutes', () => {
  it.each([-240_000, 240_000])('agree on what is in front, what is new and who is there: %i ms', async shift => {
    const odd = await anotherServer({
      NODE_OPTIONS: `--import ${fromRoot('scripts/lib/shifted-clock.mjs')}`,
      LITTLE_EASEL_CLOCK_SHIFT: String(shift),
    })
    const teacher = await new Client(url).teacher()
    const { classId, plan, clients } = await openClass(url, teacher, `Set apart ${shift}`, ['Ada Fenn', 'Bo Larch'])
    const there = teacher.at(odd)
    const { id } = (await there.call<{ id: number }>('POST', `/api/plans/${plan}/try`)).body
    await there.call('PUT', `/api/classes/${classId}/front`, { drawing: id, isAgain: false })
    await there.call('POST', `/api/classes/${classId}/send`, {
      to: null,
      news: { kind: 'words', words: 'From there.' },
    })
    // One listens at each.
    for (const [i, at] of [url, odd].entries()) {
      const stream = await clients[i]!.at(at).stream('/api/news')
      const told: LearnersNews[] = [await stream.next<LearnersNews>(), await stream.next<LearnersNews>()]
      stream.close()
      expect(told).toContainEqual({ kind: 'front', front: { drawing: id, position: 0 } })
      expect(told).toContainEqual(expect.objectContaining({ news: expect.objectContaining({ words: 'From there.' }) }))
    }
  })
})
