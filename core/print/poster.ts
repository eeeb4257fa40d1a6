import { PAPER_MM, type Field, type PaperName } from './paper'

/** One page of a poster. mm; what it shows is counted from the poster's upper left corner. */
export interface PosterPage {
  readonly column: number
  readonly row: number
  /** What of the poster is printed on it, with what overlaps its neighbours. */
  readonly shows: Field
  /** Where that lies on the paper. */
  readonly at: Field
}

export interface Poster {
  readonly columns: number
  readonly rows: number
  /** The paper as it is used: upright, or lying where fewer pages are needed. */
  readonly paper: { readonly width: number; readonly height: number }
  readonly pages: readonly PosterPage[]
}

/**
 * A poster laid over pages of paper, in as few as can be: each page keeps a margin that printers can't reach, and shows
 * some of what its right and lower neighbour shows as well, to be glued over.
 */
export function posterOn(
  paper: PaperName,
  widthMm: number,
  heightMm: number,
  { marginMm = 8, overlapMm = 10 }: { marginMm?: number; overlapMm?: number } = {},
): Poster {
  const { width, height } = PAPER_MM[paper]
  const upright = counts(widthMm, heightMm, width, height, marginMm, overlapMm)
  const lying = counts(widthMm, heightMm, height, width, marginMm, overlapMm)
  const [columns, rows, page] =
    lying[0] * lying[1] < upright[0] * upright[1]
      ? ([...lying, { width: height, height: width }] as const)
      : ([...upright, { width, height }] as const)
  const [roomX, roomY] = [page.width - 2 * marginMm, page.height - 2 * marginMm]
  const pages = Array.from({ length: columns * rows }, (_, i): PosterPage => {
    const [column, row] = [i % columns, Math.floor(i / columns)]
    const [x, y] = [column * (roomX - overlapMm), row * (roomY - overlapMm)]
    const size = { width: Math.min(roomX, widthMm - x), height: Math.min(roomY, heightMm - y) }
    return { column, row, shows: { x, y, ...size }, at: { x: marginMm, y: marginMm, ...size } }
  })
  return { columns, rows, paper: page, pages }
}

function counts(
  width: number,
  height: number,
  pageWidth: number,
  pageHeight: number,
  margin: number,
  overlap: number,
): [number, number] {
  const along = (whole: number, page: number) =>
    Math.max(1, Math.ceil((whole - overlap) / (page - 2 * margin - overlap) - 1e-9))
  return [along(width, pageWidth), along(height, pageHeight)]
}
