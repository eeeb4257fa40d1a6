/** Bytes that one call takes. */
const PIECE = 0x8000

/** Base64 (RFC 4648, section 4) of bytes. */
export function base64Of(bytes: Uint8Array): string {
  let text = ''
  for (let at = 0; at < bytes.length; at += PIECE) text += String.fromCharCode(...bytes.subarray(at, at + PIECE))
  return btoa(text)
}
