import { createEventStream, type H3Event } from 'h3'
import { MOST_STREAMS } from '#shared/limits'
import { Polling } from '../live/polling'
import { lasting, type Session } from '../repositories/sessions'
import { Refused } from './refuse'

/** So often something is said, so that nobody on the way takes a quiet stream for a dead one, ms. */
const BEAT_MS = 20_000

/** How often it is looked whether those who listen are still signed in, ms. */
const LOOK_MS = 3000
/** Sessions that listen here, and how often. */
const ids = new Map<number, number>()
/** Tells which of them have ended. Who came while it was asked was not asked about. */
const watching = new Polling<ReadonlySet<number>>(async tell => {
  const asked = [...ids.keys()]
  const alive = await lasting(asked)
  tell(new Set(asked.filter(id => !alive.has(id))))
}, LOOK_MS)

/** Streams that are open, by person. */
const open = new Map<string, number>()

/** How many are open at this process. */
export const openStreams = (): number => [...open.values()].reduce((sum, each) => sum + each, 0)

function count<K>(counts: Map<K, number>, key: K, by: 1 | -1): void {
  const now = (counts.get(key) ?? 0) + by
  if (now > 0) counts.set(key, now)
  else counts.delete(key)
}

/** Counts a stream; returns how to count it out. Throws Refused `enough`. */
function enter(who: string, session: number): () => void {
  if ((open.get(who) ?? 0) >= MOST_STREAMS)
    throw new Refused('enough', 'Little Easel is open in very many windows here.', 'Close some of them.')
  count(open, who, 1)
  count(ids, session, 1)
  return () => {
    count(open, who, -1)
    count(ids, session, -1)
  }
}

/** Answers with server-sent events (HTML Living Standard, §9.2): `begin` tells them, and returns how to stop. */
export async function streamNews<N extends object>(
  event: H3Event,
  session: Session | null,
  begin: (tell: (news: N) => void) => Promise<() => void> | (() => void),
): Promise<void> {
  const { id, person } = session!
  const leave = enter(`${person.kind} ${person.id}`, id)
  const stream = createEventStream(event)
  let isOpen = true
  const tell = (news: N) => {
    if (isOpen) void stream.push(JSON.stringify(news)).catch(() => {})
  }
  const beat = setInterval(() => void stream.push({ event: 'beat', data: '' }).catch(() => {}), BEAT_MS).unref()
  let stop: (() => void) | null = null
  // A session that has ended takes its streams with it, at whatever process they are.
  const watched = watching.listen(ended => {
    if (ended.has(id)) void stream.close()
  })
  const over = () => {
    if (!isOpen) return
    isOpen = false
    watched()
    clearInterval(beat)
    leave()
    stop?.()
  }
  stream.onClosed(async () => {
    over()
    await stream.close()
  })
  try {
    // Told before the head is sent they would wait for it: the stream holds them.
    stop = await begin(tell)
  } catch (error) {
    over()
    throw error
  }
  if (!isOpen) stop()
  await stream.send()
}
