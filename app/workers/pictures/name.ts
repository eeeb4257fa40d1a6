import { namedBytes } from '#core/pictures'
import type { Pixels } from '#core/kernels'

/** SHA-256 as hex, by the browser's own. */
export async function digestOf(bytes: Uint8Array): Promise<string> {
  const digest = await crypto.subtle.digest('SHA-256', bytes as Uint8Array<ArrayBuffer>)
  return Array.from(new Uint8Array(digest), each => each.toString(16).padStart(2, '0')).join('')
}

/** `pictureHash` by the browser's own SHA-256. */
export const nameOfPicture = (picture: Pixels): Promise<string> => digestOf(namedBytes(picture))
