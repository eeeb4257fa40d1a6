/** A file that can't be used as a reference: why, and what to do. */
export class PictureTrouble extends Error {
  constructor(
    message: string,
    readonly fix: string,
  ) {
    super(message)
  }
}

/** Files above this are not even read, bytes. */
export const GREATEST_FILE = 80 * 1024 * 1024
/** Pictures are kept with at most so many px along their longer side: a reference needs no more. */
const LONGEST = 3000
/** Beyond this a picture is refused rather than scaled: decoding it would fill the memory. Px. */
export const GREATEST_PX = 120_000_000

export interface ReadPicture {
  /** PNG or JPEG, scaled down if it was very large. */
  readonly blob: Blob
  readonly width: number
  readonly height: number
  /** Only its first picture is shown. */
  readonly wasAnimated: boolean
}

/** Reads a file as a still picture. Throws {@link PictureTrouble}. */
export async function readPicture(file: Blob): Promise<ReadPicture> {
  if (file.size === 0) throw new PictureTrouble('This file is empty.', 'Choose another picture.')
  if (file.size > GREATEST_FILE)
    throw new PictureTrouble(
      `This file has ${Math.round(file.size / 1e6)} MB.`,
      'Save the picture smaller: 80 MB is the most.',
    )
  const head = new Uint8Array(await file.slice(0, 65_536).arrayBuffer())
  const size = sizeFromHead(head)
  if (size && size.width * size.height > GREATEST_PX) {
    throw new PictureTrouble(
      `This picture has ${size.width} × ${size.height} px: more than fits the memory.`,
      'Save it smaller, then add it again.',
    )
  }
  let bitmap: ImageBitmap
  try {
    bitmap = await createImageBitmap(file)
  } catch {
    throw new PictureTrouble(
      'This is no picture that the browser can read, or it is broken.',
      'Choose a PNG, JPEG, WebP or GIF.',
    )
  }
  try {
    const { width, height } = bitmap
    const by = Math.min(1, LONGEST / Math.max(width, height))
    const wasAnimated = isAnimated(head)
    if (
      by === 1 &&
      !wasAnimated &&
      (file.type === 'image/png' || file.type === 'image/jpeg' || file.type === 'image/webp')
    )
      return { blob: file, width, height, wasAnimated }
    const [w, h] = [Math.max(1, Math.round(width * by)), Math.max(1, Math.round(height * by))]
    const canvas = new OffscreenCanvas(w, h)
    const context = canvas.getContext('2d')!
    context.imageSmoothingQuality = 'high'
    context.drawImage(bitmap, 0, 0, w, h)
    return { blob: await canvas.convertToBlob({ type: 'image/png' }), width: w, height: h, wasAnimated }
  } finally {
    bitmap.close()
  }
}

const word = (bytes: Uint8Array, at: number) =>
  ((bytes[at]! << 24) | (bytes[at + 1]! << 16) | (bytes[at + 2]! << 8) | bytes[at + 3]!) >>> 0
const text = (bytes: Uint8Array, at: number, length: number) => String.fromCharCode(...bytes.subarray(at, at + length))

/** Px from a file's first bytes: PNG (ISO 15948, 11.2.2) and GIF (GIF89a, 18); null for others. */
export function sizeFromHead(head: Uint8Array): { width: number; height: number } | null {
  if (head.length > 24 && text(head, 1, 3) === 'PNG' && text(head, 12, 4) === 'IHDR')
    return { width: word(head, 16), height: word(head, 20) }
  if (head.length > 10 && text(head, 0, 3) === 'GIF')
    return { width: head[6]! | (head[7]! << 8), height: head[8]! | (head[9]! << 8) }
  return null
}

/** Whether the first bytes say that there is more than one picture: a PNG's acTL, a WebP's ANIM, a GIF that repeats. */
export function isAnimated(head: Uint8Array): boolean {
  const isPng = text(head, 1, 3) === 'PNG'
  const isWebp = text(head, 0, 4) === 'RIFF' && text(head, 8, 4) === 'WEBP'
  const isGif = text(head, 0, 3) === 'GIF'
  const mark = isPng ? 'acTL' : isWebp ? 'ANIM' : isGif ? 'NETSCAPE' : null
  if (!mark) return false
  const wanted = [...mark].map(letter => letter.charCodeAt(0))
  for (let i = 0; i + wanted.length <= head.length; i++)
    if (wanted.every((value, k) => head[i + k] === value)) return true
  return false
}
