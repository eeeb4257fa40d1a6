import { createHash } from 'node:crypto'
import type { Sha256 } from '#core/drawing'

/** The machine's own: the hash takes a tenth of the time. */
export const nativeSha256: Sha256 = bytes => createHash('sha256').update(bytes).digest('hex')
