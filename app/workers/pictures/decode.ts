import { CoreError } from '#core/base'
import type { Pixels } from '#core/kernels'
import { uprightPixels } from '#core/moving'
import { scaledDown } from '#core/pictures'
import { GREATEST_FILE, GREATEST_PX, isAnimated, sizeFromHead } from '../../sheet/pictures'
import { pixelsOfHeic } from './heic'
import { indexOfText, kindOf } from './kinds'

/*
 * The door: whatever a file is, what comes in are px. The browser reads what it knows, turned by its own data and
 * brought to sRGB; a PNG with half-clear px, TIFF and HEIC are read by packages, because a canvas rounds colours by
 * alpha, and no browser but one reads the others.
 */

/** What was read of a file: px, or a bitmap that becomes px once its size is settled. */
export interface Decoded {
  readonly width: number
  readonly height: number
  /** Only its first picture comes in. */
  readonly wasAnimated: boolean
  readonly source: ImageBitmap | Pixels
}

const refused = (message: string, fix: string) => new CoreError('picture-file', message, fix)

const UNREADABLE = () =>
  refused(
    'This is no picture that this browser can read, or it is broken.',
    'Choose a PNG, JPEG, WebP, AVIF, HEIC, GIF, SVG or TIFF that opens elsewhere.',
  )

/** Reads a file. Throws CoreError `picture-file`. */
export async function decodePicture(file: Blob): Promise<Decoded> {
  if (file.size === 0) throw refused('This file is empty.', 'Choose another picture.')
  if (file.size > GREATEST_FILE)
    throw refused(`This file has ${Math.round(file.size / 1e6)} MB.`, 'Save it smaller: 80 MB is the most.')
  const head = new Uint8Array(await file.slice(0, 65_536).arrayBuffer())
  const kind = kindOf(head)
  const said = sizeFromHead(head)
  if (said) requireSize(said)
  const wasAnimated = isAnimated(head)
  if (kind === 'png' && hasFaintPx(head)) {
    const picture = await pixelsOfPng(file)
    if (picture) return { ...picture, wasAnimated, source: picture }
  }
  if (kind === 'tiff') {
    const picture = await pixelsOfTiff(file)
    return { ...picture, wasAnimated: false, source: picture }
  }
  const source = await bitmapOf(file, kind === 'heic')
  const { width, height } = source
  return { width, height, wasAnimated, source }
}

/** Draws a bitmap as large as is wanted, or scales px down. */
export function pixelsOf({ source }: Decoded, { width, height }: { width: number; height: number }): Pixels {
  if (!(source instanceof ImageBitmap))
    return source.width === width && source.height === height ? source : scaledDown(source, { width, height })
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!
  context.imageSmoothingQuality = 'high'
  context.drawImage(source, 0, 0, width, height)
  source.close()
  const { data } = context.getImageData(0, 0, width, height)
  return { width, height, pixels: new Uint8Array(data.buffer) }
}

function requireSize({ width, height }: { width: number; height: number }): void {
  if (width * height > GREATEST_PX)
    throw refused(
      `This picture has ${width} × ${height} px: more than fits the memory.`,
      'Save it smaller, then bring it in again.',
    )
}

async function bitmapOf(file: Blob, isHeic: boolean): Promise<ImageBitmap | Pixels> {
  try {
    // Turned as its own data says, and in sRGB: so is the default, which not all browsers know by name.
    return await createImageBitmap(file)
  } catch {
    if (!isHeic) throw UNREADABLE()
    return heicOf(file)
  }
}

/** What no browser but few reads; colours of telephones are brought to sRGB by the canvas. */
async function heicOf(file: Blob): Promise<ImageBitmap | Pixels> {
  const read = await pixelsOfHeic(file, requireSize).catch((error: unknown) => {
    if (error instanceof CoreError) throw error
    return null
  })
  if (!read)
    throw refused('This HEIC picture is broken, or of a kind that is not read.', 'Save it as a JPEG elsewhere.')
  const { space, ...picture } = read
  if (space === 'srgb') return picture
  const data = new Uint8ClampedArray(picture.pixels.buffer as ArrayBuffer)
  return createImageBitmap(new ImageData(data, picture.width, picture.height, { colorSpace: space }))
}

/** PNG of grey or colour with alpha (colour types 4 and 6, §11.2.1) and no profile of its own near its beginning. */
function hasFaintPx(head: Uint8Array): boolean {
  const colour = head[25]
  return (colour === 4 || colour === 6) && !holds(head, 'iCCP') && !holds(head, 'gAMA')
}

/** Where chunks that say what colours mean stand, bytes. */
const BEGINNING = 4096
const holds = (bytes: Uint8Array, name: string) => indexOfText(bytes.subarray(0, BEGINNING), name) >= 0

/** Null: the package does not read it; the browser may. */
async function pixelsOfPng(file: Blob): Promise<Pixels | null> {
  try {
    const { decode } = await import('fast-png')
    const { width, height, data, depth, channels } = decode(await file.arrayBuffer())
    if ((channels !== 2 && channels !== 4) || (depth !== 8 && depth !== 16)) return null
    return { width, height, pixels: widened(data, width * height, channels, depth === 16 ? 65_535 : 255) }
  } catch {
    return null
  }
}

/** TIFF 6.0: tags, and how they are numbered in what the package reads. */
const [WIDTH, HEIGHT, ORIENTATION, EXTRA_SAMPLES] = ['t256', 't257', 't274', 't338']
/** ExtraSamples: colours are multiplied by alpha. */
const IS_WEIGHED = 1

async function pixelsOfTiff(file: Blob): Promise<Pixels> {
  const { default: utif } = (await import('utif2')) as unknown as { default: typeof import('utif2') }
  try {
    const bytes = await file.arrayBuffer()
    const [first] = utif.decode(bytes)
    const tag = (name: string) => Number((first?.[name] as number[] | undefined)?.[0] ?? 0)
    const [width, height] = [tag(WIDTH!), tag(HEIGHT!)]
    if (!first || width < 1 || height < 1) throw new Error('no picture in it')
    requireSize({ width, height })
    utif.decodeImage(bytes, first)
    const pixels = utif.toRGBA8(first)
    if (pixels.length !== 4 * width * height) throw new Error('cut off')
    if (tag(EXTRA_SAMPLES!) === IS_WEIGHED) unweigh(pixels)
    return turned({ width, height, pixels: new Uint8Array(pixels) }, tag(ORIENTATION!))
  } catch (error) {
    if (error instanceof CoreError) throw error
    throw refused('This TIFF is broken, or of a kind that is not read.', 'Save it as a PNG elsewhere.')
  }
}

/** As the picture is to be seen: orientations 2 … 8 (TIFF 6.0, section 8) flip it, or turn it by quarters. */
function turned(picture: Pixels, orientation: number): Pixels {
  if (orientation < 2 || orientation > 8) return picture
  const isTurned = orientation > 4
  // Where columns become rows, what lies the other way in the file along one side does so along the other.
  const [across, down] = [[2, 3, 7, 8].includes(orientation), [3, 4, 6, 7].includes(orientation)]
  return uprightPixels(picture, {
    isTurned,
    isMirrored: isTurned ? down : across,
    isUpsideDown: isTurned ? across : down,
  })
}

/** Samples of 1 … 4 channels as RGBA8. */
function widened(data: ArrayLike<number>, count: number, channels: number, most: number): Uint8Array {
  const pixels = new Uint8Array(4 * count)
  const of = (value: number) => Math.min(255, Math.max(0, Math.round((value * 255) / most)))
  const isColour = channels >= 3
  const hasAlpha = channels === 2 || channels === 4
  for (let i = 0, from = 0, to = 0; i < count; i++, from += channels, to += 4) {
    pixels[to] = of(data[from]!)
    pixels[to + 1] = isColour ? of(data[from + 1]!) : pixels[to]!
    pixels[to + 2] = isColour ? of(data[from + 2]!) : pixels[to]!
    pixels[to + 3] = hasAlpha ? of(data[from + channels - 1]!) : 255
  }
  return pixels
}

/** Colours that were multiplied by alpha become what they are. */
function unweigh(pixels: Uint8Array): void {
  for (let at = 0; at < pixels.length; at += 4) {
    const alpha = pixels[at + 3]!
    if (alpha > 0)
      for (let c = 0; c < 3; c++) pixels[at + c] = Math.min(255, Math.round((pixels[at + c]! * 255) / alpha))
  }
}
