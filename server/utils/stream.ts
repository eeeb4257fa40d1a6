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
const watching = new Polling<ReadonlySet<number>>(async tell => tell(await lasting([...ids.keys()])), LOOK_MS)

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
  session: Session | null,
  begin: (tell: (news: N) => void) => Promise<() => void> | (() => void),
): Promise<void> {
  const { id, person } = session!
  const leave = enter(`${person.kind} ${person.id}`)
  const stream = createEventStream(event)
  let isOpen = true
  const tell = (news: N) => {
    if (isOpen) void stream.push(JSON.stringify(news)).catch(() => {})
  }
  const beat = setInterval(() => void stream.push({ event: 'beat', data: '' }).catch(() => {}), BEAT_MS).unref()
  let stop: (() => void) | null = null
  // A session that has ended takes its streams with it, at whatever process they are.
  const watched = watching.listen(alive => {
    if (!alive.has(id)) void stream.close()
  })
  ids.set(id, (ids.get(id) ?? 0) + 1)
  stream.onClosed(async () => {
    watched()
    const left = ids.get(id)! - 1
    if (left > 0) ids.set(id, left)
    else ids.delete(id)
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
