import { setHeaders, type H3Event } from 'h3'

/** Answers with a picture; the browser that asked may keep it for so long, s. */
export function sendPicture(event: H3Event, bytes: Buffer, seconds: number): Buffer {
  setHeaders(event, {
    'content-type': pictureKind(bytes) ?? 'application/octet-stream',
    'cache-control': `private, max-age=${seconds}`,
  })
  return bytes
}

export type PictureKind = 'image/png' | 'image/jpeg' | 'image/webp'

/** The first bytes of each kind: PNG (ISO 15948, 5.2), JPEG (ISO 10918-1, B.1), WebP in RIFF (RFC 9649, 2.4). */
const HEADS: readonly (readonly [PictureKind, (head: string) => boolean])[] = [
  ['image/png', head => head.startsWith('\u0089PNG\r\n\u001A\n')],
  ['image/jpeg', head => head.startsWith('\u00FF\u00D8\u00FF')],
  ['image/webp', head => head.startsWith('RIFF') && head.startsWith('WEBP', 8)],
]

/** What kind of picture it is, by its first bytes; null: none of those. */
export function pictureKind(bytes: Buffer): PictureKind | null {
  const head = bytes.toString('latin1', 0, 12)
  return HEADS.find(([, isOne]) => isOne(head))?.[0] ?? null
}
