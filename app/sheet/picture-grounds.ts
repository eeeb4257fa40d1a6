import { z } from 'zod'

/** What a saved picture lies on: the paper as it is, its colour alone, or nothing at all. */
export const PICTURE_GROUNDS = ['paper', 'plain', 'clear'] as const
export type PictureGround = (typeof PICTURE_GROUNDS)[number]

/** What one picture is saved as. */
export const PICTURE_FORMS = ['png', 'jpeg', 'webp'] as const
export type PictureForm = (typeof PICTURE_FORMS)[number]

/** How one picture is saved; `quality` (%) of those that lose something by it. */
export const pictureWaySchema = z.strictObject({
  ground: z.enum(PICTURE_GROUNDS),
  form: z.enum(PICTURE_FORMS),
  quality: z.int().min(30).max(100),
})
export type PictureWay = z.infer<typeof pictureWaySchema>
export const USUAL_WAY: PictureWay = { ground: 'paper', form: 'png', quality: 88 }

/** As it can be: a JPEG is never see-through. */
export const possibleWay = (way: PictureWay): PictureWay =>
  way.form === 'jpeg' && way.ground === 'clear' ? { ...way, ground: 'plain' } : way

/** What was kept of the last way; the usual one where that can't be read. */
export function readWay(text: string): PictureWay {
  try {
    return pictureWaySchema.parse(JSON.parse(text))
  } catch {
    return USUAL_WAY
  }
}

/** What a drawing is saved as with all its layers. */
export type LayeredKind = 'openraster' | 'svg'
