import { promisify } from 'node:util'
import { gzip } from 'node:zlib'

const packing = promisify(gzip) as (data: Buffer, options: { level: number }) => Promise<Buffer>

/** What is smaller is not worth it, bytes. */
const LEAST = 2048
/** Records and lists are mostly digits and names: more effort saves hardly anything. */
const LEVEL = 4

/**
 * An answer as it goes over the network: JSON packed (gzip, RFC 1952) where whoever asks takes that (RFC 9110,
 * 12.5.3); null: as it is. `type`: what the answer says it is.
 */
export async function compressed(accepts: string | undefined, type: string | undefined, body: unknown) {
  if (!takesGzip(accepts)) return null
  const json = jsonOf(type, body)
  return json && json.length >= LEAST ? packing(json, { level: LEVEL }) : null
}

const takesGzip = (accepts = ''): boolean =>
  accepts.split(',').some(each => /^\s*(gzip|\*)\s*$/i.test(each.replace(/;\s*q=(?!0(\.0*)?\s*$)[\d.]+\s*$/i, '')))

function jsonOf(type: string | undefined, body: unknown): Buffer | null {
  if (Buffer.isBuffer(body)) return type?.startsWith('application/json') ? body : null
  if (
    typeof body !== 'object' ||
    body === null ||
    ![Object.prototype, Array.prototype].includes(Object.getPrototypeOf(body) as object)
  )
    return null
  return Buffer.from(JSON.stringify(body))
}
