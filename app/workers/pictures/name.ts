import { namedBytes } from '#core/pictures'
import type { Pixels } from '#core/kernels'

/** `pictureHash` by the browser's own SHA-256. */
export async function nameOfPicture(picture: Pixels): Promise<string> {
  const digest = await crypto.subtle.digest('SHA-256', namedBytes(picture))
  return Array.from(new Uint8Array(digest), each => each.toString(16).padStart(2, '0')).join('')
}
