import pLimit from 'p-limit'
import sharp, { type Sharp } from 'sharp'
import { pictureSchema, type PlanPicture } from '#core/plan'
import { keptPictures } from '../repositories/plan-documents'
import { digestOf } from '../utils/digest'
import { pictureKind, type PictureKind } from '../utils/picture'
import { Refused } from '../utils/refuse'

/*
 * Whatever picture comes from outside is decoded here and written anew: what is stored holds pixels and nothing else,
 * no notes of a camera, nothing behind its end, nothing that is a picture to one program and something else to another.
 */

/** How large a picture may be. */
interface Size {
  /** Longer side, px. */
  readonly side: number
  /** All of it, px. */
  readonly px: number
  /** It is seen for seconds: it may be larger if that takes less time. */
  readonly isQuick?: boolean
}

/** Pictures of a plan: as large as the app makes them of what a teacher chooses, and what is drawn on large sheets. */
const OF_PLAN: Size = { side: 12_000, px: 50_000_000 }
/** So many are decoded at once. */
const limit = pLimit(2)

const noPicture = () =>
  new Refused('malformed', 'This is no picture that can be read.', 'Choose a PNG, JPEG or WebP that opens elsewhere.')

/**
 * A PNG, JPEG or WebP, written anew as what it was. Size is looked at before anything is decoded. The same bytes give
 * the same bytes.
 * Throws Refused `malformed` or `too-big`.
 */
export function writtenAnew(bytes: Buffer, { side, px, isQuick = false }: Size): Promise<Buffer> {
  const kind = pictureKind(bytes)
  if (!kind) return Promise.reject(noPicture())
  return limit(async () => {
    const { width, height } = await readable(sharp(bytes).metadata())
    if (Math.max(width, height) > side || width * height > px)
      throw new Refused(
        'too-big',
        `The picture has ${width} × ${height} px.`,
        `Make it smaller: ${side} px on its longer side at most.`,
      )
    const picture = sharp(bytes, { limitInputPixels: px, failOn: 'error' }).rotate().toColourspace('srgb')
    return readable(WRITE[kind](picture, isQuick).toBuffer())
  })
}

const WRITE: Readonly<Record<PictureKind, (picture: Sharp, isQuick: boolean) => Sharp>> = {
  'image/png': picture => picture.png({ compressionLevel: 8 }),
  'image/jpeg': picture => picture.jpeg({ quality: 92, chromaSubsampling: '4:4:4' }),
  'image/webp': (picture, isQuick) => picture.webp({ quality: 90, effort: isQuick ? 0 : 4 }),
}

/** What the library can't read is no picture. */
async function readable<T>(work: Promise<T>): Promise<T> {
  try {
    return await work
  } catch {
    throw noPicture()
  }
}

/**
 * Pictures of a plan: those that are kept already are what was written here once; the others are written anew.
 * Throws Refused `malformed` or `too-big`.
 */
export async function planPicturesAnew(pictures: readonly PlanPicture[]): Promise<PlanPicture[]> {
  const all = pictures.map(each => ({ ...each, bytes: Buffer.from(each.base64, 'base64') }))
  const kept = await keptPictures(all.map(({ bytes }) => digestOf(bytes)))
  return Promise.all(
    all.map(async ({ id, type, base64, bytes }) => {
      if (kept.has(digestOf(bytes))) return { id, type, base64 }
      if (pictureKind(bytes) !== type) throw noPicture()
      const anew = { id, type, base64: (await writtenAnew(bytes, OF_PLAN)).toString('base64') }
      if (!pictureSchema.safeParse(anew).success)
        throw new Refused('too-big', 'A picture is larger than a plan holds.', 'Make it smaller.')
      return anew
    }),
  )
}
