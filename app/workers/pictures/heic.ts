import type { Pixels } from '#core/kernels'
import { indexOfText } from './kinds'

/*
 * HEIC (ISO/IEC 23008-12 with HEVC inside), as telephones take photographs. Hardly any browser reads it; libheif does,
 * and turns the picture as its own data says.
 */

export interface HeicPicture extends Pixels {
  /** What its colours mean. */
  readonly space: PredefinedColorSpace
}

interface HeifImage {
  get_width(): number
  get_height(): number
  is_primary(): number
  display(into: { data: Uint8ClampedArray; width: number; height: number }, done: (made: unknown) => void): void
  free(): void
}

/**
 * The first picture of a file. Null: it can't be read.
 * @param requireSize throws where it has too many px: then none of them are read
 */
export async function pixelsOfHeic(
  file: Blob,
  requireSize: (size: { width: number; height: number }) => void,
): Promise<HeicPicture | null> {
  const { default: libheif } = await import('libheif-js/libheif-wasm/libheif-bundle.mjs')
  const bytes = new Uint8Array(await file.arrayBuffer())
  const images = new (libheif().HeifDecoder)().decode(bytes) as HeifImage[]
  try {
    const image = images.find(each => each.is_primary()) ?? images[0]
    if (!image) return null
    const [width, height] = [image.get_width(), image.get_height()]
    requireSize({ width, height })
    const data = new Uint8ClampedArray(4 * width * height)
    const isMade = await new Promise(resolve => image.display({ data, width, height }, resolve))
    if (!isMade) return null
    return { width, height, pixels: new Uint8Array(data.buffer), space: isDisplayP3(bytes) ? 'display-p3' : 'srgb' }
  } finally {
    for (const each of images) each.free()
  }
}

/** Red of Display P3 for D50, X and Y, as ICC profiles of it say (from memory), and how near is the same. */
const P3_RED = [0.5151, 0.2412] as const
const NEAR = 0.003

/**
 * Whether the file's profile has the red of Display P3, which telephones use; other profiles are taken for sRGB. The
 * `colr` box with `prof` (ISO/IEC 14496-12) holds it; its tag `rXYZ` (ICC.1) the red, in 1/65536.
 */
function isDisplayP3(bytes: Uint8Array): boolean {
  const start = indexOfText(bytes, 'colrprof') + 8
  if (start < 8) return false
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const size = view.getUint32(start - 12) - 12
  if (start + size > bytes.length || size < 132) return false
  const tag = indexOfText(bytes.subarray(0, start + size), 'rXYZ', start + 128)
  if (tag < 0 || tag + 8 > start + size) return false
  const red = start + view.getUint32(tag + 4)
  if (red + 16 > start + size) return false
  return P3_RED.every((value, i) => Math.abs(view.getInt32(red + 8 + 4 * i) / 65_536 - value) < NEAR)
}
