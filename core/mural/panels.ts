import { CoreError, type Rect } from '../base'
import { GREATEST_SIDE } from '../drawing'

/** A picture cut into equal panels. px. */
export interface MuralGrid {
  readonly columns: number
  readonly rows: number
  /** One panel, without its bleed. */
  readonly width: number
  readonly height: number
  /** Drawn beyond each edge, so that paint meets the neighbour's. */
  readonly bleed: number
}

export interface Panel {
  readonly column: number
  readonly row: number
  /** Where it lies in the mural, without its bleed. */
  readonly own: Rect
}

export const SIDES = ['left', 'right', 'above', 'below'] as const
export type Side = (typeof SIDES)[number]
export const OPPOSITE = { left: 'right', right: 'left', above: 'below', below: 'above' } as const satisfies Record<
  Side,
  Side
>

/** Panels of one mural at most. */
export const MOST_PANELS = 120

/** @throws CoreError `mural-size` when a panel with its bleed is no sheet, or there are too many */
export function checkGrid({ columns, rows, width, height, bleed }: MuralGrid): void {
  const whole =
    [columns, rows, width, height].every(each => Number.isInteger(each) && each >= 1) &&
    Number.isInteger(bleed) &&
    bleed >= 0
  if (!whole || columns * rows > MOST_PANELS)
    throw new CoreError(
      'mural-size',
      `${columns} × ${rows} panels are not possible`,
      `Choose from one to ${MOST_PANELS} panels.`,
    )
  if (Math.max(width, height) + 2 * bleed > GREATEST_SIDE)
    throw new CoreError(
      'mural-size',
      `a panel of ${width} × ${height} px with ${bleed} px round it is larger than a sheet`,
      `Keep its sides below ${GREATEST_SIDE - 2 * bleed} px.`,
    )
}

/** All panels, row by row. */
export function panelsOf(grid: MuralGrid): Panel[] {
  checkGrid(grid)
  return Array.from({ length: grid.columns * grid.rows }, (_, i) =>
    panelAt(grid, i % grid.columns, Math.floor(i / grid.columns)),
  )
}

function panelAt({ width, height }: MuralGrid, column: number, row: number): Panel {
  return {
    column,
    row,
    own: { x0: column * width, y0: row * height, x1: (column + 1) * width, y1: (row + 1) * height },
  }
}

/** The panel beside one; null at the mural's edge. */
export function neighbourOf(grid: MuralGrid, { column, row }: Pick<Panel, 'column' | 'row'>, side: Side): Panel | null {
  const [c, r] = {
    left: [column - 1, row],
    right: [column + 1, row],
    above: [column, row - 1],
    below: [column, row + 1],
  }[side] as [number, number]
  return c >= 0 && r >= 0 && c < grid.columns && r < grid.rows ? panelAt(grid, c, r) : null
}

/** A panel's sheet, px, and where its own part lies on it. */
export function panelSheet({ width, height, bleed }: MuralGrid): { width: number; height: number; own: Rect } {
  return {
    width: width + 2 * bleed,
    height: height + 2 * bleed,
    own: { x0: bleed, y0: bleed, x1: bleed + width, y1: bleed + height },
  }
}
