import type { BringInAct, StandingAct } from '../drawing'
import type { Kernels } from '../kernels'
import { flattenDrawing, sheetRect, tileOrigin, tilesUnder, type Drawing, type Layer } from '../layers'
import { TILE, TILE_BYTES } from '../kernels'
import { greyClosing, withoutSpecks, type Marks } from '../raster'
import { PAGE, type Evidence, type Looking } from './contract'

/*
 * A drawing on paper, as look-fors look at it: what the page shows, taken apart into its dark lines, all its marks, and
 * those that are no lines, as if each were a layer. Whatever was drawn over the page since belongs to it.
 */

type PageAct = BringInAct & { readonly page: NonNullable<BringInAct['page']> }

/** How soft the edge of a mark is, of 1. */
const SOFT = 0.06
/** Of a sheet this large, px along its longer side, specks are smaller than so many px². */
const SPECKS = { side: 1600, px: 8 }
/** Lines are thinner than twice so many px, at the same size. */
const THICKEST = 22
/** Where there are so few dark lines among the marks, they were drawn in colour. */
const FEW_LINES = 0.02
/** Colour that lies so near to a line is its edge, px at the same size. */
const EDGE = 2

/** The page that a drawing was brought in as; null: it is none, or was taken away. */
export function pageOf({ drawing, acts }: Pick<Evidence, 'drawing' | 'acts'>): PageAct['page'] | null {
  const isPage = ({ act }: StandingAct) =>
    act.kind === 'bring-in' && act.page !== undefined && drawing.layers.some(each => each.id === act.layer)
  return (acts.findLast(isPage)?.act as PageAct | undefined)?.page ?? null
}

const seen = new WeakMap<Drawing, Drawing>()

/** What there is to be looked at: of a drawing on paper the page, of any other the drawing itself. */
export function lookedAt(kernels: Kernels, evidence: Evidence): Looking {
  const page = pageOf(evidence)
  if (!page) return { ...evidence, kernels }
  let drawing = seen.get(evidence.drawing)
  if (!drawing) seen.set(evidence.drawing, (drawing = takenApart(kernels, evidence.drawing, page)))
  return { ...evidence, drawing, isOnPaper: true, kernels }
}

function takenApart(kernels: Kernels, drawing: Drawing, page: PageAct['page']): Drawing {
  const { width, height } = drawing.sheet
  const rgba = flattenDrawing(kernels, { ...drawing, sheet: { ...drawing.sheet, texture: undefined } }, [255, 255, 255])
  const by = Math.max(width, height) / SPECKS.side
  const marksOf = (light: Float32Array, strength: number): Marks => {
    const from = strength / 100 - SOFT
    const values = light.map(value => {
      const share = (1 - value - from) / (2 * SOFT)
      return share <= 0 ? 0 : share >= 1 ? 1 : share * share * (3 - 2 * share)
    })
    const marks = { width, height, values }
    withoutSpecks(marks, Math.round(SPECKS.px * by * by))
    return marks
  }
  const [least, most] = [new Float32Array(width * height), new Float32Array(width * height)]
  for (let i = 0, at = 0; i < least.length; i++, at += 4) {
    const [r, g, b] = [rgba[at]!, rgba[at + 1]!, rgba[at + 2]!]
    least[i] = Math.min(r, g, b) / 255
    most[i] = Math.max(r, g, b) / 255
  }
  const marks = marksOf(least, page.marks)
  // A line is dark beside what lies to both sides of it: an area is none, however dark.
  const around = greyClosing(most, width, height, Math.max(2, Math.round(THICKEST * by)))
  let lines = marksOf(
    most.map((value, i) => value / Math.max(around[i]!, 0.05)),
    page.lines,
  )
  if (countOf(lines) < FEW_LINES * countOf(marks)) lines = marks
  const sheet = { ...drawing.sheet, paper: [255, 255, 255] as const, texture: undefined }
  const layer = (id: string, { values }: Marks): Layer => ({
    id,
    name: 'paper',
    // What is seen is the marks; the others are parts of them.
    visible: id === PAGE.marks,
    opacity: 100,
    tiles: tilesOf(sheet, rgba, values),
  })
  return {
    ...drawing,
    sheet,
    groups: undefined,
    selection: undefined,
    layers: [
      layer(PAGE.marks, marks),
      layer(PAGE.colour, without(marks, lines, Math.max(1, Math.round(EDGE * by)))),
      layer(PAGE.lines, lines),
    ],
  }
}

const countOf = ({ values }: Marks) => values.reduce((sum, value) => sum + (value >= 0.5 ? 1 : 0), 0)

/** What lies farther than `reach` px (up, down and across) from each line. */
function without(marks: Marks, lines: Marks, reach: number): Marks {
  const { width, height } = marks
  const across = new Uint8Array(width * height)
  const values = marks.values.slice()
  for (let y = 0; y < height; y++)
    for (let x = 0, last = -Infinity; x < width + reach; x++) {
      if (x < width && lines.values[y * width + x]! > 0) last = x
      const at = x - reach
      if (at >= 0 && last >= at - reach) across[y * width + at] = 1
    }
  for (let x = 0; x < width; x++)
    for (let y = 0, last = -Infinity; y < height + reach; y++) {
      if (y < height && across[y * width + x]) last = y
      const at = y - reach
      if (at >= 0 && last >= at - reach) values[at * width + x] = 0
    }
  return { width, height, values }
}

/** The px of a page, each as strong as it is a mark. */
function tilesOf(sheet: Drawing['sheet'], rgba: Uint8Array, marks: Float32Array): Map<number, Uint8Array> {
  const tiles = new Map<number, Uint8Array>()
  for (const { number, part } of tilesUnder(sheet, sheetRect(sheet))) {
    const { x, y } = tileOrigin(sheet, number)
    let tile: Uint8Array | null = null
    for (let py = part.y0; py < part.y1; py++) {
      for (let px = part.x0; px < part.x1; px++) {
        const i = py * sheet.width + px
        const alpha = Math.round(255 * marks[i]!)
        if (alpha === 0) continue
        tile ??= new Uint8Array(TILE_BYTES)
        const at = 4 * ((py - y) * TILE + px - x)
        for (let c = 0; c < 3; c++) tile[at + c] = rgba[4 * i + c]!
        tile[at + 3] = alpha
      }
    }
    if (tile) tiles.set(number, tile)
  }
  return tiles
}
