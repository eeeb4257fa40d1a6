import { createEventStream, type H3Event } from 'h3'

/** So often something is said, so that nobody on the way takes a quiet stream for a dead one, ms. */
const BEAT_MS = 20_000

/** Answers with server-sent events (HTML Living Standard, §9.2): `begin` tells them, and returns how to stop. */
export async function streamNews<N extends object>(
  event: H3Event,
  begin: (tell: (news: N) => void) => Promise<() => void> | (() => void),
): Promise<void> {
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
    stop?.()
    await stream.close()
  })
  // Told before the head is sent they would wait for it: the stream holds them.
  stop = await begin(tell)
  if (!isOpen) stop()
  await stream.send()
}
