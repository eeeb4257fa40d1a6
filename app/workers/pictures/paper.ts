import { finished } from '#core/adjust'
import type { Kernels, Pixels } from '#core/kernels'
import { shrunk } from '#core/moving'
import {
  cleanedPaper,
  paperCorners,
  paperSettingsAt,
  READ_SIDE,
  readPage,
  straightened,
  type PrintedSheet,
  straightSize,
  suggestedStrength,
  faintestMark,
  onWhite,
  PLAIN_PAPER,
  printedFrame,
  wholeCorners,
  type Corners,
  type PaperSettings,
  type ReadPage,
} from '#core/paper'
import { fittedSize } from '#core/pictures'
import { largestOf, type PictureSize } from '../../sheet/placed-pictures'
import type { readCode as ReadCode } from './code'

/** A photograph as it is shown while its corners are pulled. */
export interface ShownPhotograph {
  readonly picture: Pixels
  /** How large the photograph is, px. */
  readonly size: PictureSize
  /** Px of the photograph. */
  readonly corners: Corners
  /** Nothing that looks like a sheet: the corners are those of the picture. */
  readonly isFound: boolean
}

/** What is known of a page once it is straight. */
export interface StraightPage {
  readonly size: PictureSize
  readonly isRuled: boolean
  /** How dark a mark is at least, %, as the page itself suggests it. */
  readonly strengths: Readonly<Record<'dark' | 'marks' | 'colours', number>>
  /** How dark the faintest mark is that is no noise, %. */
  readonly faintest: number
}

/** A photographed page on its way to be handed in. */
export interface ShownPage extends ShownPhotograph {
  /** What its code says; null: none was read. */
  readonly code: string | null
  /** Its corners are those of the frame of a printed sheet. */
  readonly isPrinted: boolean
}

/** A code is read in a picture as large as this at most, along its longer side, px. */
const CODE_SIDE = 3200
/** A page is shown no larger than this along its longer side, px. */
const SHOWN_SIDE = 1000

const sized = ({ width, height }: PictureSize, side: number) => fittedSize({ width, height }, { side, area: Infinity })

/** One photographed drawing, from its corners to paint. */
export class PaperOnTable {
  private readonly small: Pixels
  private readonly scale: number
  private corners: Corners | null = null
  private page: Pixels | null = null
  private shown: Pixels | null = null
  private read: ReadPage | null = null

  /** @param photograph opaque, or what is clear in it is white */
  constructor(
    private readonly kernels: Kernels,
    private readonly photograph: Pixels,
  ) {
    this.small = this.smaller(photograph, READ_SIDE)
    this.scale = this.small.width / photograph.width
  }

  /** Where the frame of a printed sheet lies, or else the paper; and what its code says. */
  findPage(sheet: PrintedSheet, readCode: typeof ReadCode): ShownPage {
    const found = this.find()
    const code = this.codeIn(readCode)
    const near = (corners: Corners) => scaled(corners, this.scale)
    const frame = code && printedFrame(this.small, sheet, code.corners, found.isFound ? near(found.corners) : null)
    const corners = frame ? scaled(frame, 1 / this.scale) : found.corners
    return {
      ...found,
      corners,
      code: code?.text ?? null,
      isPrinted: frame !== null,
      isFound: found.isFound || frame !== null,
    }
  }

  /** Where it is too small to be read in a small picture, a larger one is looked at. Px of the small one. */
  private codeIn(readCode: typeof ReadCode): ReturnType<typeof ReadCode> {
    const code = readCode(this.small)
    if (code || this.scale > 0.8) return code
    const larger = this.smaller(this.photograph, CODE_SIDE)
    const found = readCode(larger)
    return found && { ...found, corners: scaled(found.corners, this.small.width / larger.width) }
  }

  find(): ShownPhotograph {
    const found = paperCorners(this.photograph)
    return {
      picture: this.small,
      size: { width: this.photograph.width, height: this.photograph.height },
      corners: found?.corners ?? wholeCorners(this.photograph),
      isFound: found !== null,
    }
  }

  /** Null: the corners lie on a line, or cross over. */
  straighten(corners: Corners): StraightPage | null {
    const size = sizeOf(corners)
    const near = scaled(corners, this.scale)
    const page = straightened(this.kernels, this.small, near, sized(size, READ_SIDE))
    if (!page) return null
    this.corners = corners
    this.page = page
    this.read = readPage(this.kernels, page)
    this.shown = this.smaller(page, SHOWN_SIDE)
    const { read } = this
    // All marks are as dark, whether they keep their colour or not.
    const marks = suggestedStrength(page, read, 'marks')
    return {
      size,
      isRuled: read.ruling.rows !== null || read.ruling.columns !== null,
      strengths: { dark: suggestedStrength(page, read, 'dark'), marks, colours: marks },
      faintest: faintestMark(page, read),
    }
  }

  /** The page as it is handed in, on white, small. */
  lookPage(faintest: number): Pixels {
    return onWhite(this.look(PAGE), faintest)
  }

  /** The same, as large as it fits in `most`; progress 0 … 1 on the way. */
  *finishPage(faintest: number, most: PictureSize): Generator<number, Pixels> {
    const page = yield* this.finish(PAGE)
    const { width, height } = pageSize(page, most)
    const isSmaller = width < page.width || height < page.height
    return onWhite(isSmaller ? shrunk(this.kernels, page, width, height) : page, faintest)
  }

  /** The whole page with these settings, small. */
  look(how: PaperSettings): Pixels {
    const { width } = sizeOf(this.corners!)
    return finished(cleanedPaper(this.shown!, this.read!, paperSettingsAt(how, this.shown!.width / width)))
  }

  /** A part of the page px for px: `at` is its middle, 0 … 1 from the top left corner. */
  lookClose(how: PaperSettings, at: { readonly x: number; readonly y: number }, wanted: PictureSize): Pixels {
    const size = sizeOf(this.corners!)
    const [width, height] = [Math.min(wanted.width, size.width), Math.min(wanted.height, size.height)]
    const within = (middle: number, length: number, whole: number) =>
      Math.round(Math.min(whole - length, Math.max(0, middle * whole - length / 2)))
    const [x, y] = [within(at.x, width, size.width), within(at.y, height, size.height)]
    const part = straightened(this.kernels, this.photograph, this.corners!, size, { x, y, width, height })!
    return finished(cleanedPaper(part, this.read!, how, { ...size, x, y }))
  }

  /** The whole page as it becomes paint; progress 0 … 1 on the way. */
  *finish(how: PaperSettings): Generator<number, Pixels> {
    yield 0.02
    const page = straightened(this.kernels, this.photograph, this.corners!, sizeOf(this.corners!))!
    yield STRAIGHT_SHARE
    const work = cleanedPaper(page, this.read!, how)
    for (let step = work.next(); ; step = work.next()) {
      if (step.done) return step.value
      yield STRAIGHT_SHARE + (1 - STRAIGHT_SHARE) * step.value
    }
  }

  private smaller(picture: Pixels, side: number): Pixels {
    const { width, height } = sized(picture, side)
    return width === picture.width && height === picture.height ? picture : shrunk(this.kernels, picture, width, height)
  }
}

const scaled = (corners: Corners, by: number) =>
  corners.map(({ x, y }) => ({ x: x * by, y: y * by })) as unknown as Corners

/** From aslant a page's form is known no better than this: what comes so near to the sheet's form is of that form. */
const SAME_FORM = 0.06

/** How large a page is made that is handed in, px. */
function pageSize({ width, height }: PictureSize, most: PictureSize): PictureSize {
  const [across, down] = [most.width / width, most.height / height]
  const isOfForm = Math.abs(Math.log(across / down)) < SAME_FORM
  const by = Math.min(1, isOfForm ? 1 / Math.max(across, down) : Math.min(across, down))
  const along = (side: number) => Math.max(1, Math.round(side * by))
  return isOfForm
    ? { width: along(most.width), height: along(most.height) }
    : { width: along(width), height: along(height) }
}

/** A page that is handed in is the whole of it, under even light. */
const PAGE: PaperSettings = { ...PLAIN_PAPER, keeps: 'page' }

/** Straightening takes this share of the time. */
const STRAIGHT_SHARE = 0.4

const sizeOf = (corners: Corners): PictureSize => largestOf(straightSize(corners))
