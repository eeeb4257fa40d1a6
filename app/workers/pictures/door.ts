import { transfer } from 'comlink'
import type { PictureName } from '#core/drawing'
import { loadKernels, type Kernels, type Pixels } from '#core/kernels'
import { printedSheet, type Corners, type PaperSettings } from '#core/paper'
import { packPicture, settledPixels } from '#core/pictures'
import { largestOf } from '../../sheet/placed-pictures'
import { answered, type Answered } from './answered'
import { decodePicture, pixelsOf, type Decoded } from './decode'
import { keepPicture } from './kept'
import { nameOfPicture } from './name'
import { readCode } from './code'
import { PaperOnTable, type ShownPage, type ShownPhotograph, type StraightPage } from './paper'
import { zlib } from './zlib'

interface Size {
  readonly width: number
  readonly height: number
}

/** How large the picture is that was read. */
export interface Seen extends Size {
  readonly wasAnimated: boolean
}

/** Pictures come in here: read once, named, packed and kept. One at a time. */
export class Door {
  private decoded: Decoded | null = null
  private taken: (PictureName & { readonly picture: Pixels }) | null = null
  /** A photographed drawing that is looked at. */
  private paper: PaperOnTable | null = null
  private kernels: Kernels | null = null
  private isStopped = false

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
    const answer = await answered(() => {
      const picture = settledPixels(pixelsOf(this.decoded!, size))
      this.decoded = null
      return this.named(picture)
    })
    return answer.ok ? transfer(answer, [answer.value.pixels.buffer]) : answer
  }

  /** What was read is a photographed drawing: where its sheet lies. */
  layOut(): Promise<Answered<ShownPhotograph>> {
    return answered(async () => this.onTable().find())
  }

  /** The same of a page that is handed in, for a sheet of this form. */
  layOutPage(sheet: Size): Promise<Answered<ShownPage>> {
    return answered(async () => this.onTable().findPage(printedSheet(sheet), readCode))
  }

  /** The same without looking for anything: its corners are known. */
  layOutKnown(): Promise<Answered<boolean>> {
    return answered(async () => {
      this.onTable()
      return true
    })
  }

  private onTable(): PaperOnTable {
    const photograph = overWhite(pixelsOf(this.decoded!, largestOf(this.decoded!)))
    this.decoded = null
    this.kernels ??= loadKernels()
    this.paper = new PaperOnTable(this.kernels, photograph)
    return this.paper
  }

  /** Null: the corners lie on a line, or cross over. */
  straighten(corners: Corners): Promise<Answered<StraightPage | null>> {
    return answered(async () => this.paper!.straighten(corners))
  }

  /** The page with these settings: the whole of it, small, or a part of it px for px. */
  async look(
    how: PaperSettings,
    close: { at: { x: number; y: number }; size: Size } | null,
  ): Promise<Answered<Pixels>> {
    const answer = await answered(async () => {
      const seen = close ? this.paper!.lookClose(how, close.at, close.size) : this.paper!.look(how)
      return { width: seen.width, height: seen.height, pixels: seen.pixels.slice() }
    })
    return answer.ok ? transfer(answer, [answer.value.pixels.buffer]) : answer
  }

  /** The px of the page as it becomes paint, and what they are called. Null: it was stopped. */
  async takePaper(
    how: PaperSettings,
    onShare: (share: number) => void,
  ): Promise<Answered<(PictureName & { pixels: Uint8Array }) | null>> {
    const answer = await answered(async () => {
      const page = await this.inSlices(this.paper!.finish(how), onShare)
      return page && this.named(settledPixels(page))
    })
    return answer.ok && answer.value ? transfer(answer, [answer.value.pixels.buffer]) : answer
  }

  /** A page that is handed in, small, as it will be. */
  async lookPage(faintest: number): Promise<Answered<Pixels>> {
    const answer = await answered(async () => this.paper!.lookPage(faintest))
    return answer.ok ? transfer(answer, [answer.value.pixels.buffer]) : answer
  }

  /** Makes the page that is handed in, and keeps it here until it is sent. Null: it was stopped. */
  keepPage(faintest: number, most: Size, onShare: (share: number) => void): Promise<Answered<PictureName | null>> {
    return answered(async () => {
      const page = await this.inSlices(this.paper!.finishPage(faintest, most), onShare)
      if (!page) return null
      const picture = settledPixels(page)
      const { width, height } = picture
      const name = { hash: await nameOfPicture(picture), width, height }
      await keepPicture(name, () => packPicture(picture, zlib))
      return name
    })
  }

  /** Null: it was stopped. */
  private async inSlices(work: Generator<number, Pixels>, onShare: (share: number) => void): Promise<Pixels | null> {
    this.isStopped = false
    for (;;) {
      const step = work.next()
      if (step.done) {
        this.paper = null
        return step.value
      }
      onShare(step.value)
      // Whoever wants it stopped is heard between two steps.
      await new Promise(resolve => setTimeout(resolve))
      if (this.isStopped) return null
    }
  }

  stopPaper(): void {
    this.isStopped = true
  }

  private async named(picture: Pixels): Promise<PictureName & { pixels: Uint8Array }> {
    const { width, height, pixels } = picture
    const hash = await nameOfPicture(picture)
    this.taken = { hash, width, height, picture }
    return { hash, width, height, pixels: pixels.slice() }
  }

  /** Packs and keeps what was taken last: from then on it lasts. */
  keep(): Promise<Answered<boolean>> {
    return answered(async () => {
      const { picture, ...name } = this.taken!
      this.taken = null
      await keepPicture(name, () => packPicture(picture, zlib))
      return true
    })
  }

  /** What was read is not wanted. */
  drop(): void {
    const source = this.decoded?.source
    if (source instanceof ImageBitmap) source.close()
    this.decoded = null
    this.paper = null
  }
}

/** What is clear is paper. */
function overWhite({ width, height, pixels }: Pixels): Pixels {
  const out = new Uint8Array(pixels.length)
  for (let at = 0; at < pixels.length; at += 4) {
    const alpha = pixels[at + 3]!
    if (alpha === 255) for (let c = 0; c < 3; c++) out[at + c] = pixels[at + c]!
    else for (let c = 0; c < 3; c++) out[at + c] = Math.round((pixels[at + c]! * alpha + 255 * (255 - alpha)) / 255)
    out[at + 3] = 255
  }
  return { width, height, pixels: out }
}
