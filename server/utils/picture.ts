import { setHeaders, type H3Event } from 'h3'

/** Answers with a picture; the browser that asked may keep it for so long, s. */
export function sendPicture(event: H3Event, bytes: Buffer, seconds: number): Buffer {
  setHeaders(event, { 'content-type': pictureType(bytes), 'cache-control': `private, max-age=${seconds}` })
  return bytes
}

/**
 * What kind of picture it is, by its first bytes: PNG (ISO 15948, 5.2), JPEG (ISO 10918-1, B.1), or else WebP, which is
 * what browsers send.
 */
export function pictureType(bytes: Buffer): 'image/png' | 'image/jpeg' | 'image/webp' {
  if (bytes[0] === 0x89 && bytes[1] === 0x50) return 'image/png'
  return bytes[0] === 0xff && bytes[1] === 0xd8 ? 'image/jpeg' : 'image/webp'
}
