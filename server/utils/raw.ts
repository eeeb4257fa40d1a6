import { setResponseHeader, type H3Event } from 'h3'

/** A view as JSON, one part of which is JSON already: a long record is not taken apart to be put together again. */
export function withJson(view: object, part: string, json: Buffer): Buffer {
  const text = JSON.stringify(view)
  const before = `${text.slice(0, -1)}${text === '{}' ? '' : ','}${JSON.stringify(part)}:`
  return Buffer.concat([Buffer.from(before), json, Buffer.from('}')])
}

/** Answers with such a view. */
export function sendWithJson<V extends object, K extends keyof V & string>(
  event: H3Event,
  view: Omit<V, K>,
  part: K,
  json: Buffer,
): V {
  setResponseHeader(event, 'content-type', 'application/json')
  // What is sent are the view's bytes: the route's type is what they say.
  return withJson(view, part, json) as never
}
