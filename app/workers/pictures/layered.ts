import { expose, transfer } from 'comlink'
import { CoreError } from '#core/base'
import { GREATEST_PICTURE_AREA, GREATEST_PICTURE_SIDE, type StackPaint } from '#core/drawing'
import type { Pixels } from '#core/kernels'
import { readOpenRaster, type ReadFile } from '#core/layered'
import { packPicture, settledPixels, unpackPicture } from '#core/pictures'
import { sizeFromHead } from '../../sheet/pictures'
import { answered, type Answered } from './answered'
import { decodePicture, pixelsOf } from './decode'
import { keepPicture } from './kept'
import { digestOf, nameOfPicture } from './name'
import { zlib } from './zlib'

/** A layered file but for its pictures, and what they are called in it. */
export interface OpenedFile {
  readonly read: Omit<ReadFile, 'files'>
  readonly names: readonly string[]
}
export interface PackedPart {
  readonly bytes: Uint8Array
  /** Where the file names it. */
  readonly where: string
}

/** Px of all layers of a file at most: what is more does not fit the memory. */
const GREATEST_CONTENT_PX = 250_000_000

/** Layered files, in threads of their own: one reads a file, all of them its pictures; all of them pack pictures. */
export class LayeredWork {
  private file: ReadFile | null = null

  /** The same for somebody else, over a port. */
  listen(port: MessagePort): void {
    expose(this, port)
  }

  open(blob: Blob): Promise<Answered<OpenedFile>> {
    return answered(async () => {
      const file = await readOpenRaster(new Uint8Array(await blob.arrayBuffer()), digestOf)
      const sizes = [...file.files.values()].map(({ bytes }) => sizeFromHead(bytes))
      const px = sizes.reduce((sum, size) => sum + (size ? size.width * size.height : 0), 0)
      if (px > GREATEST_CONTENT_PX)
        throw new CoreError(
          'layered-file',
          `its layers have more than ${GREATEST_CONTENT_PX / 1e6} million px together`,
          'Merge layers there, or save it smaller.',
        )
      this.file = file
      const { files, ...read } = file
      return { read, names: [...files.keys()] }
    })
  }

  /** One of its pictures, as it lies in the file. */
  part(name: string): PackedPart {
    const { bytes, where } = this.file!.files.get(name)!
    const copy = bytes.slice()
    return transfer({ bytes: copy, where }, [copy.buffer])
  }

  /** Reads a picture and keeps its px, a large one in several pieces: what they are called, and where they lie. */
  take({ bytes, where }: PackedPart): Promise<Answered<StackPaint>> {
    return answered(async () => {
      const { picture, isPacked } = await pixelsFrom(bytes, where)
      const pieces: StackPaint = []
      for (const { piece, y } of piecesOf(picture)) {
        const { width, height } = piece
        const hash = await nameOfPicture(piece)
        await keepPicture({ hash, width, height }, async () =>
          isPacked && piece === picture ? bytes : packPicture(piece, zlib),
        )
        pieces.push({ picture: { hash, width, height }, x: 0, y })
      }
      return pieces
    })
  }

  async pack(picture: Pixels): Promise<Uint8Array> {
    const bytes = await packPicture(picture, zlib, 'soon')
    return transfer(bytes, [bytes.buffer])
  }
}

/** The px; `isPacked`: the bytes are as they would be kept. */
async function pixelsFrom(bytes: Uint8Array, where: string): Promise<{ picture: Pixels; isPacked: boolean }> {
  const size = sizeFromHead(bytes)
  const own = size && (await unpackPicture(bytes, size, zlib).catch(() => null))
  if (own && isSettled(own)) return { picture: own, isPacked: true }
  try {
    const decoded = own ? null : await decodePicture(new Blob([bytes as Uint8Array<ArrayBuffer>]))
    const picture = own ?? pixelsOf(decoded!, decoded!)
    return { picture: settledPixels(picture), isPacked: false }
  } catch (error) {
    if (error instanceof CoreError) throw new CoreError('layered-file', `${where}: ${error.message}`, error.fix)
    throw error
  }
}

/** No clear px has a colour. */
function isSettled({ pixels }: Pixels): boolean {
  const words = new Uint32Array(pixels.buffer, pixels.byteOffset, pixels.length >> 2)
  for (let i = 0; i < words.length; i++) if (words[i]! >>> 24 === 0 && words[i] !== 0) return false
  return true
}

/** Strips no larger than a picture may be. */
function* piecesOf(picture: Pixels): Generator<{ piece: Pixels; y: number }> {
  const { width, height, pixels } = picture
  if (width > GREATEST_PICTURE_SIDE)
    throw new CoreError('layered-file', `a layer is ${width} px wide`, `${GREATEST_PICTURE_SIDE} px are the most.`)
  const rows = Math.min(GREATEST_PICTURE_SIDE, Math.floor(GREATEST_PICTURE_AREA / width))
  if (height <= rows) return yield { piece: picture, y: 0 }
  for (let y = 0; y < height; y += rows) {
    const end = Math.min(height, y + rows)
    yield { piece: { width, height: end - y, pixels: pixels.slice(4 * y * width, 4 * end * width) }, y }
  }
}
