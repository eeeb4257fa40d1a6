import { transfer } from 'comlink'
import { CoreError } from '#core/base'
import type { PictureName } from '#core/drawing'
import type { Pixels } from '#core/kernels'
import { packPicture, scaledDown, settledPixels } from '#core/pictures'
import { decodePicture, type Decoded } from './decode'
import { newlyKept, pictureShelf } from './kept'
import { nameOfPicture } from './name'
import { zlib } from './zlib'

interface Size {
  readonly width: number
  readonly height: number
}

/** How large the picture is that was read. */
export interface Seen extends Size {
  readonly wasAnimated: boolean
}

export type Answered<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; message: string; fix: string }

/** Pictures come in here: read once, named, packed and kept. One at a time. */
export class Door {
  private decoded: Decoded | null = null
  private taken: (PictureName & { readonly picture: Pixels }) | null = null

  /** Reads a file, or takes a bitmap that was drawn elsewhere. */
  read(file: Blob | ImageBitmap): Promise<Answered<Seen>> {
    return answered(async () => {
      this.drop()
      this.decoded =
        file instanceof Blob
          ? await decodePicture(file)
          : { width: file.width, height: file.height, wasAnimated: false, source: file }
      const { width, height, wasAnimated } = this.decoded
      return { width, height, wasAnimated }
    })
  }

  /** The px of what was read, scaled down to a size if it is smaller, and what they are called. */
  async take(size: Size): Promise<Answered<PictureName & { pixels: Uint8Array }>> {
    const answer = await answered(async () => {
      const picture = settledPixels(pixelsOf(this.decoded!, size))
      this.decoded = null
      const { width, height, pixels } = picture
      const hash = await nameOfPicture(picture)
      this.taken = { hash, width, height, picture }
      return { hash, width, height, pixels: pixels.slice() }
    })
    return answer.ok ? transfer(answer, [answer.value.pixels.buffer]) : answer
  }

  /** Packs and keeps what was taken last: from then on it lasts. */
  keep(): Promise<Answered<boolean>> {
    return answered(async () => {
      const { picture, ...name } = this.taken!
      this.taken = null
      const known = await pictureShelf.get(name.hash)
      if (!known) {
        const packed = await packPicture(picture, zlib)
        await pictureShelf.put(newlyKept(name, packed, false))
      }
      return true
    })
  }

  /** What was read is not wanted. */
  drop(): void {
    const source = this.decoded?.source
    if (source instanceof ImageBitmap) source.close()
    this.decoded = null
  }
}

/** Draws a bitmap as large as is wanted, or scales px down. */
function pixelsOf({ source }: Decoded, { width, height }: Size): Pixels {
  if (!(source instanceof ImageBitmap))
    return source.width === width && source.height === height ? source : scaledDown(source, { width, height })
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!
  context.imageSmoothingQuality = 'high'
  context.drawImage(source, 0, 0, width, height)
  source.close()
  const { data } = context.getImageData(0, 0, width, height)
  return { width, height, pixels: new Uint8Array(data.buffer) }
}

async function answered<T>(work: () => Promise<T>): Promise<Answered<T>> {
  try {
    return { ok: true, value: await work() }
  } catch (error) {
    if (error instanceof CoreError) return { ok: false, message: error.message, fix: error.fix }
    console.warn('picture not brought in', error)
    const isFull = error instanceof DOMException && error.name === 'QuotaExceededError'
    return isFull
      ? {
          ok: false,
          message: 'This device has no room left to keep the picture.',
          fix: 'Free some space, or bring it in smaller.',
        }
      : { ok: false, message: 'This picture could not be brought in.', fix: 'Try it again, or choose it smaller.' }
  }
}
