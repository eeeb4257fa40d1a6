import { TILE } from '../kernels'
import { sheetRect, tileOrigin, tilesUnder, type Selection, type Sheet } from '../layers'
import { withoutEmpty } from './plane'

/** How a new choice goes with the one that stands. */
export const CHOICES = ['new', 'add', 'subtract', 'keep'] as const
export type Choice = (typeof CHOICES)[number]

/**
 * Two selections put together, px by px: `add` the greater, `keep` the lesser, `subtract` what the
 * second leaves of the first (fuzzy sets, Zadeh 1965), so that doing the same twice changes nothing.
 * Null stands for no selection: nothing to add to or to take from.
 */
export function combined(before: Selection | null, next: Selection, choice: Choice): Selection {
  const a = before ?? new Map<number, Uint8Array>()
  switch (choice) {
    case 'new':
      return next
    case 'add':
      return each(a, next, new Set([...a.keys(), ...next.keys()]), Math.max)
    case 'keep':
      return each(a, next, new Set([...a.keys()].filter(number => next.has(number))), Math.min)
    case 'subtract':
      return each(a, next, new Set(a.keys()), (x, y) => Math.min(x, 255 - y))
  }
}

const NOTHING = new Uint8Array(TILE * TILE)

function each(a: Selection, b: Selection, numbers: Set<number>, of: (x: number, y: number) => number): Selection {
  const tiles = new Map<number, Uint8Array>()
  for (const number of numbers) {
    const x = a.get(number) ?? NOTHING
    const y = b.get(number) ?? NOTHING
    const tile = new Uint8Array(TILE * TILE)
    for (let i = 0; i < tile.length; i++) tile[i] = of(x[i]!, y[i]!)
    tiles.set(number, tile)
  }
  return withoutEmpty(tiles)
}

/** All of the sheet that was not chosen. Without a selection: all of it. */
export function inverted(sheet: Sheet, selection: Selection | null): Selection {
  const tiles = new Map<number, Uint8Array>()
  for (const { number, part } of tilesUnder(sheet, sheetRect(sheet))) {
    const { x, y } = tileOrigin(sheet, number)
    const from = selection?.get(number)
    const tile = new Uint8Array(TILE * TILE)
    for (let py = part.y0 - y; py < part.y1 - y; py++) {
      for (let px = part.x0 - x; px < part.x1 - x; px++) tile[py * TILE + px] = 255 - (from?.[py * TILE + px] ?? 0)
    }
    tiles.set(number, tile)
  }
  return withoutEmpty(tiles)
}
