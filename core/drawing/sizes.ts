/** Units in which a sheet's size is given. */
export const UNITS = ['px', 'mm', 'in'] as const
export type Unit = (typeof UNITS)[number]

/** Millimetres in an inch, by definition (ISO 31-1; international yard and pound agreement, 1959). */
export const MM_PER_INCH = 25.4
/** Print work is set at it (common practice, no source). */
export const PRINT_PER_INCH = 300
/**
 * A sheet for the screen alone is taken to have so many px an inch (CSS Values and Units Level 3, §6.2: 1in = 96px).
 */
export const SCREEN_PER_INCH = 96

export interface SheetSize {
  readonly width: number
  readonly height: number
  readonly unit: Unit
}

/** Sizes to choose from. Paper is given upright; ISO 216:2007, table 1, in mm. */
export const SHEET_SIZES: readonly (SheetSize & { readonly key: string; readonly name: string })[] = [
  { key: 'square', name: 'Square', width: 2500, height: 2500, unit: 'px' },
  { key: 'full-hd', name: 'Full HD', width: 1920, height: 1080, unit: 'px' },
  { key: 'eight-ten', name: '8 × 10 in', width: 8, height: 10, unit: 'in' },
  { key: 'a3', name: 'A3', width: 297, height: 420, unit: 'mm' },
  { key: 'a4', name: 'A4', width: 210, height: 297, unit: 'mm' },
  { key: 'a5', name: 'A5', width: 148, height: 210, unit: 'mm' },
  { key: 'a6', name: 'A6', width: 105, height: 148, unit: 'mm' },
]

/** A length in whole px. */
export function toPx(value: number, unit: Unit, perInch: number): number {
  return Math.round(unit === 'px' ? value : unit === 'in' ? value * perInch : (value * perInch) / MM_PER_INCH)
}

/** Px as a length. */
export function fromPx(px: number, unit: Unit, perInch: number): number {
  return unit === 'px' ? px : unit === 'in' ? px / perInch : (px * MM_PER_INCH) / perInch
}

/** Memory that the layers of a sheet may fill, bytes. */
export const LAYER_MEMORY = 512 * 1024 * 1024

/** What a fully painted layer of such a sheet fills, bytes, and how many of them there is room for. */
export function layerBudget(width: number, height: number): { bytes: number; layers: number } {
  const bytes = width * height * 4
  return { bytes, layers: Math.floor(LAYER_MEMORY / bytes) }
}

/** Where what is drawn stays when the sheet is made larger or smaller: shares of the room that is left, 0 … 1. */
export interface Anchor {
  readonly x: 0 | 0.5 | 1
  readonly y: 0 | 0.5 | 1
}

/** The box of the old sheet (px) that a sheet of another size holds. */
export function boxForSize(
  sheet: { readonly width: number; readonly height: number },
  width: number,
  height: number,
  { x, y }: Anchor,
): [number, number, number, number] {
  const x0 = 0 - Math.round((width - sheet.width) * x)
  const y0 = 0 - Math.round((height - sheet.height) * y)
  return [x0, y0, x0 + width, y0 + height]
}
