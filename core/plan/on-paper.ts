import type { BringInAct, Entry, PictureName } from '../drawing'
import type { Plan } from './schema'

/** The layer of a page, whatever layers the plan has. */
export const PAGE_LAYER = 'drawn-on-paper'
/** Sixteenths of a px, as acts say places. */
const PARTS = 16

/** Where a page lies on a sheet: as large as it fits, in the middle; corners from the top left one, clockwise, px. */
export function pagePlace(
  sheet: { readonly width: number; readonly height: number },
  page: { readonly width: number; readonly height: number },
): number[] {
  const by = Math.min(sheet.width / page.width, sheet.height / page.height)
  // A page that is of the sheet's form but for a px is as large as the sheet.
  const along = (side: number, whole: number) => (Math.abs(side * by - whole) < 2 ? whole : side * by)
  const [width, height] = [along(page.width, sheet.width), along(page.height, sheet.height)]
  const [x, y] = [(sheet.width - width) / 2, (sheet.height - height) / 2]
  return [x, y, x + width, y, x + width, y + height, x, y + height]
}

/** The page on a layer of its own, over the whole sheet. */
export const pageAct = (
  sheet: Plan['sheet'],
  picture: PictureName,
  page: NonNullable<BringInAct['page']>,
): BringInAct => ({
  kind: 'bring-in',
  version: 1,
  layer: PAGE_LAYER,
  own: { name: 'Paper', place: 0 },
  picture,
  to: { kind: 'corners', points: pagePlace(sheet, picture).map(value => Math.round(value * PARTS)) },
  page,
})

/**
 * The record of a drawing on paper: the page on a layer of its own, and every step of the plan opened, so that each is
 * looked at. Nothing of what they lay out but the light pin: it lies on the paper already.
 */
export function paperEntries(
  { sheet, steps }: Pick<Plan, 'sheet' | 'steps'>,
  picture: PictureName,
  page: NonNullable<BringInAct['page']>,
): Entry[] {
  const pin = steps.flatMap(each => each.ready ?? []).find(act => act.kind === 'light-pin')
  return [
    { type: 'step', at: 0, step: steps[0]!.id },
    ...(pin ? [{ type: 'prepare' as const, at: 0, act: pin }] : []),
    { type: 'act', at: 0, act: pageAct(sheet, picture, page) },
    ...steps.slice(1).map(({ id }): Entry => ({ type: 'step', at: 0, step: id })),
  ]
}
