import { promisify } from 'node:util'
import { deflate, inflate } from 'node:zlib'
import type { Zlib } from '#core/pictures'

const packing = promisify(deflate) as (bytes: Uint8Array, options: { level: number }) => Promise<Buffer>
const unpacking = promisify(inflate) as (bytes: Uint8Array, options: { maxOutputLength: number }) => Promise<Buffer>

/** The machine's own, in threads of its own. More effort takes several times as long and saves a few per cent. */
export const zlib: Zlib = {
  deflate: bytes => packing(bytes, { level: 3 }),
  inflate: (bytes, most) => unpacking(bytes, { maxOutputLength: most }),
}
