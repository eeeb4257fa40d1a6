import { createHash } from 'node:crypto'

/** SHA-256 (FIPS 180-4), hex. */
export const digestOf = (data: Uint8Array | string): string => createHash('sha256').update(data).digest('hex')
