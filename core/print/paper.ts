/** Sheets of paper in mm, upright: the A series of ISO 216, each half of the one before, cut to whole mm. */
export const PAPER_MM = {
  a2: { width: 420, height: 594 },
  a3: { width: 297, height: 420 },
  a4: { width: 210, height: 297 },
  a5: { width: 148, height: 210 },
} as const
export type PaperName = keyof typeof PAPER_MM

/** Points of PDF (ISO 32000-1, 8.3.2.3: 72 to the inch) in a mm. */
export const POINTS_PER_MM = 72 / 25.4

export interface Field {
  /** From the left and from the top, mm. */
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/** Equal fields on pages, row by row: how many pages, and where each field lies. `marginMm` is left free all round. */
export function fieldsOn(
  paper: PaperName,
  count: number,
  columns: number,
  rows: number,
  marginMm: number,
): { page: number; field: Field }[] {
  const { width: w, height: h } = PAPER_MM[paper]
  const [width, height] = [(w - 2 * marginMm) / columns, (h - 2 * marginMm) / rows]
  return Array.from({ length: count }, (_, i) => {
    const place = i % (columns * rows)
    return {
      page: Math.floor(i / (columns * rows)),
      field: {
        x: marginMm + (place % columns) * width,
        y: marginMm + Math.floor(place / columns) * height,
        width,
        height,
      },
    }
  })
}
