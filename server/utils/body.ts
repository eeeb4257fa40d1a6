import type { H3Event } from 'h3'
import { parse } from '../threads/tasks'
import { Refused } from './refuse'

/**
 * The JSON that came with a request; undefined: nothing did.
 *
 * Throws Refused `too-big` or `malformed`.
 */
export async function jsonBody(event: H3Event, most: number): Promise<unknown> {
  const raw = await jsonBytes(event, most)
  if (raw.length === 0) return undefined
  const value = parse(raw)
  if (value === undefined) throw cutShort()
  return value
}

/**
 * The bytes of the JSON that came with a request. They are counted as they come, whatever the headers say, and no more
 * than `most` are kept.
 *
 * Throws Refused `too-big` or `malformed`.
 */
export async function jsonBytes({ node: { req } }: H3Event, most: number): Promise<Buffer> {
  const raw = await bytesOf(req, most)
  if (raw.length > 0 && !/^application\/json\b/i.test(req.headers['content-type'] ?? ''))
    throw new Refused('malformed', 'What was sent is no JSON.', 'Send it as application/json.')
  return raw
}

const cutShort = () => new Refused('malformed', 'What was sent is cut short or no JSON.', 'Send it again.')

function bytesOf(req: H3Event['node']['req'], most: number): Promise<Buffer> {
  const tooBig = new Refused('too-big', 'This is more than can be sent at once.', 'Send less of it.')
  if (Number(req.headers['content-length'] ?? 0) > most) return Promise.reject(tooBig)
  return new Promise((resolve, reject) => {
    const parts: Buffer[] = []
    let size = 0
    const stop = (end: () => void) => {
      req.off('data', take).off('end', ended).off('error', cut).off('close', cut)
      end()
    }
    const take = (part: Buffer) => {
      size += part.length
      if (size <= most) return void parts.push(part)
      req.pause()
      stop(() => reject(tooBig))
    }
    const ended = () => stop(() => resolve(Buffer.concat(parts, size)))
    const cut = () => stop(() => reject(cutShort()))
    req.on('data', take).on('end', ended).on('error', cut).on('close', cut)
  })
}

/** What of a request was not read is not waited for: the connection ends with the answer. */
export function leaveRest({ node: { req, res } }: H3Event): void {
  if (!req.complete && !res.headersSent) res.setHeader('connection', 'close')
}
