/** What a picture file is, by its first bytes: names may lie. */
export type FileKind = 'png' | 'jpeg' | 'gif' | 'webp' | 'avif' | 'heic' | 'tiff' | 'svg' | 'openraster' | 'other'

const text = (bytes: Uint8Array, at: number, length: number) => String.fromCharCode(...bytes.subarray(at, at + length))

/** Where signs stand in bytes, from a place on; -1: nowhere. */
export function indexOfText(bytes: Uint8Array, wanted: string, from = 0): number {
  const codes = Array.from(wanted, letter => letter.charCodeAt(0))
  for (let i = bytes.indexOf(codes[0]!, from); i >= 0; i = bytes.indexOf(codes[0]!, i + 1))
    if (codes.every((code, k) => bytes[i + k] === code)) return i
  return -1
}

/** Brands of HEIF files (ISO/IEC 23008-12) that hold HEVC. */
const HEIC = new Set(['heic', 'heix', 'heim', 'heis', 'hevc', 'hevx', 'mif1', 'msf1'])

/**
 * PNG (5.2), JPEG (ISO 10918-1, B.1), GIF89a (17), WebP in RIFF (RFC 9649, 2.4), AVIF and HEIF (ISO 14496-12, `ftyp`),
 * TIFF 6.0 (section 2), SVG as text.
 */
export function kindOf(head: Uint8Array): FileKind {
  if (text(head, 0, 4) === '\u0089PNG') return 'png'
  if (head[0] === 0xff && head[1] === 0xd8 && head[2] === 0xff) return 'jpeg'
  if (text(head, 0, 3) === 'GIF') return 'gif'
  if (text(head, 0, 4) === 'RIFF' && text(head, 8, 4) === 'WEBP') return 'webp'
  if (text(head, 4, 4) === 'ftyp') {
    const brand = text(head, 8, 4)
    // The brands that follow are those that it keeps to as well.
    if (brand === 'avif' || brand === 'avis' || text(head, 16, 48).includes('avif')) return 'avif'
    return HEIC.has(brand) ? 'heic' : 'other'
  }
  const order = text(head, 0, 4)
  if (order === 'II*\0' || order === 'MM\0*') return 'tiff'
  // OpenRaster: a zip (APPNOTE 6.3) whose first part is stored and says so.
  if (order === 'PK\u0003\u0004' && text(head, 30, 24) === 'mimetypeimage/openraster') return 'openraster'
  return /<svg[\s>]/i.test(text(head, 0, 4096)) ? 'svg' : 'other'
}
