/** What a saved picture lies on: the paper as it is, its colour alone, or nothing at all. */
export const PICTURE_GROUNDS = ['paper', 'plain', 'clear'] as const
export type PictureGround = (typeof PICTURE_GROUNDS)[number]

/** What a drawing is saved as with all its layers. */
export type LayeredKind = 'openraster' | 'svg'
