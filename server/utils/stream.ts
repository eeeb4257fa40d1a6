import { createEventStream, type H3Event } from 'h3'
import { MOST_STREAMS } from '#shared/limits'
import type { Person } from '#shared/views'
import { Refused } from './refuse'

/** So often something is said, so that nobody on the way takes a quiet stream for a dead one, ms. */
const BEAT_MS = 20_000

/** Streams that are open, by person. */
const open = new Map<string, number>()

/** Counts a stream; returns how to count it out. Throws Refused `enough`. */
function enter(who: string): () => void {
  const count = (open.get(who) ?? 0) + 1
  if (count > MOST_STREAMS)
    throw new Refused('enough', 'Little Easel is open in very many windows here.', 'Close some of them.')
  open.set(who, count)
  return () => {
    const left = open.get(who)! - 1
    if (left > 0) open.set(who, left)
    else open.delete(who)
  }
}

/** Answers with server-sent events (HTML Living Standard, §9.2): `begin` tells them, and returns how to stop. */
export async function streamNews<N extends object>(
  event: H3Event,
  person: Person,
  begin: (tell: (news: N) => void) => Promise<() => void> | (() => void),
): Promise<void> {
  const leave = enter(`${person.kind} ${person.id}`)
  const stream = createEventStream(event)
  let isOpen = true
  const tell = (news: N) => {
    if (isOpen) void stream.push(JSON.stringify(news)).catch(() => {})
  }
  const beat = setInterval(() => void stream.push({ event: 'beat', data: '' }).catch(() => {}), BEAT_MS).unref()
  let stop: (() => void) | null = null
  stream.onClosed(async () => {
    isOpen = false
    clearInterval(beat)
    leave()
    stop?.()
    await stream.close()
  })
  // Told before the head is sent they would wait for it: the stream holds them.
  stop = await begin(tell)
  if (!isOpen) stop()
  await stream.send()
}
