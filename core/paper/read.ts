import type { Kernels, Pixels } from '../kernels'
import { shrunk } from '../moving'
import { lightOf, type PageLight } from './light'
import { rulingOf, type Ruling } from './ruling'

/** What is found on a page once, however often its settings change, and at whatever size it is drawn. */
export interface ReadPage {
  readonly light: PageLight
  readonly ruling: Ruling
}

/** Longer side at which a page is read, px. */
export const READ_SIDE = 1600

/** @param page straight and opaque; of any size */
export function readPage(kernels: Kernels, page: Pixels): ReadPage {
  const by = READ_SIDE / Math.max(page.width, page.height)
  const smaller = (side: number) => Math.max(1, Math.round(side * by))
  const small = by < 1 ? shrunk(kernels, page, smaller(page.width), smaller(page.height)) : page
  const light = lightOf(small)
  return { light, ruling: rulingOf(small, light) }
}
