import type { Point } from '#core/base'
import type { PictureSize } from './placed-pictures'

/*
 * The lines of an SVG as places along them. What is in the file is only read: shapes are built anew from their geometry
 * alone, and measured by the browser (SVG 2, 9.7 and 10.7).
 */

export interface DrawnLines {
  /** Of the drawing, in its own units. */
  readonly size: PictureSize
  readonly lines: readonly (readonly Point[])[]
  /** There are more than come in. */
  readonly isCut: boolean
}

const SVG = 'http://www.w3.org/2000/svg'
const GEOMETRY: Record<string, readonly string[]> = {
  path: ['d'],
  line: ['x1', 'y1', 'x2', 'y2'],
  polyline: ['points'],
  polygon: ['points'],
  rect: ['x', 'y', 'width', 'height', 'rx', 'ry'],
  circle: ['cx', 'cy', 'r'],
  ellipse: ['cx', 'cy', 'rx', 'ry'],
}
/** What is in them is not seen where it stands. */
const UNSEEN = 'defs, clipPath, mask, symbol, pattern, marker'
/** Lines, and places on all of them, at most. */
const MOST_LINES = 400
const MOST_PLACES = 60_000
/** Places along a line: so many for the longer side of the drawing. */
const PLACES_ACROSS = 600

/** How one such file is chosen. */
export const ONE_DRAWN_FILE = { accept: '.svg,image/svg+xml', multiple: false, reset: true } as const

/** Null: it can't be read, or there are no lines in it. */
export async function linesOf(file: Blob): Promise<DrawnLines | null> {
  const root = new DOMParser().parseFromString(await file.text(), SVG_TYPE).documentElement
  if (root.localName !== 'svg') return null
  const { box, size } = boxOf(root)
  const stage = document.createElementNS(SVG, 'svg')
  stage.setAttribute('viewBox', box.join(' '))
  stage.style.cssText = 'position:fixed;left:0;top:0;width:1px;height:1px;visibility:hidden'
  document.body.append(stage)
  try {
    const step = Math.max(size.width, size.height) / PLACES_ACROSS
    const lines: Point[][] = []
    let [places, isCut] = [0, false]
    for (const element of root.querySelectorAll(Object.keys(GEOMETRY).join(','))) {
      if (element.closest(UNSEEN) || isHidden(element)) continue
      for (const line of placesOn(stage, element, step)) {
        if (lines.length >= MOST_LINES || places + line.length > MOST_PLACES) isCut = true
        else {
          places += line.length
          lines.push(line.map(({ x, y }) => ({ x: x - box[0], y: y - box[1] })))
        }
      }
    }
    return lines.length > 0 ? { size, lines, isCut } : null
  } finally {
    stage.remove()
  }
}
/** Its lines on the sheet: in the middle, as large as they are if they have room there, else as large as the sheet. */
export async function linesOnSheet(file: Blob, sheet: PictureSize): Promise<Omit<DrawnLines, 'size'> | null> {
  const found = await linesOf(file)
  if (!found) return null
  const { size, lines, isCut } = found
  const scale = Math.min(1, sheet.width / size.width, sheet.height / size.height)
  const [x0, y0] = [(sheet.width - scale * size.width) / 2, (sheet.height - scale * size.height) / 2]
  return { lines: lines.map(line => line.map(({ x, y }) => ({ x: x0 + scale * x, y: y0 + scale * y }))), isCut }
}
const SVG_TYPE = 'image/svg+xml'

function boxOf(root: Element): { box: [number, number, number, number]; size: PictureSize } {
  const said = (root.getAttribute('viewBox') ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number)
  const [x, y, w, h] = said.length === 4 && said.every(Number.isFinite) ? said : []
  const plain = (name: string) => Number.parseFloat(root.getAttribute(name) ?? '')
  const width = w && w > 0 ? w : plain('width') || 300
  const height = h && h > 0 ? h : plain('height') || 150
  return { box: [x ?? 0, y ?? 0, width, height], size: { width, height } }
}

function isHidden(element: Element): boolean {
  for (let each: Element | null = element; each; each = each.parentElement)
    if (each.getAttribute('display') === 'none' || /display:\s*none/.test(each.getAttribute('style') ?? '')) return true
  return false
}

/** The same shape, measured where nothing of the file is but its numbers. */
function placesOn(stage: SVGSVGElement, element: Element, step: number): Point[][] {
  const shape = document.createElementNS(SVG, element.localName) as SVGGeometryElement
  for (const name of GEOMETRY[element.localName] ?? []) {
    const value = element.getAttribute(name)
    if (value !== null) shape.setAttribute(name, value)
  }
  stage.append(shape)
  const matrix = matrixOf(element)
  const length = shape.getTotalLength()
  if (!(length > 0)) return []
  const scale = Math.sqrt(Math.abs(matrix.a * matrix.d - matrix.b * matrix.c)) || 1
  const count = Math.min(MOST_PLACES, Math.max(1, Math.ceil((length * scale) / step)))
  const lines: Point[][] = [[]]
  const put = ({ x, y }: Point) =>
    lines.at(-1)!.push({ x: matrix.a * x + matrix.c * y + matrix.e, y: matrix.b * x + matrix.d * y + matrix.f })
  const at = (way: number) => shape.getPointAtLength(way)
  const far = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y)
  let before: Point = at(0)
  for (let i = 0; i <= count; i++) {
    const here = at((length * i) / count)
    // Where a path begins anew the pen is lifted.
    if (far(before, here) > (1.6 * length) / count) {
      const [end, start] = breakBetween((length * (i - 1)) / count, (length * i) / count)
      put(at(end))
      lines.push([])
      put(at(start))
    }
    put(here)
    before = here
  }
  return lines

  /** Just before and just after the jump that lies between two places on the way. */
  function breakBetween(from: number, to: number): [number, number] {
    let [low, high] = [from, to]
    const [first, last] = [at(from), at(to)]
    for (let k = 0; k < 24; k++) {
      const middle = (low + high) / 2
      if (far(at(middle), first) < far(at(middle), last)) low = middle
      else high = middle
    }
    return [low, high]
  }
}

/** All `transform` attributes round a shape, the outermost first. */
function matrixOf(element: Element): DOMMatrix {
  let matrix = new DOMMatrix()
  for (let each: Element | null = element; each && each.localName !== 'svg'; each = each.parentElement) {
    const given = each.getAttribute('transform')
    if (!given) continue
    const group = document.createElementNS(SVG, 'g')
    group.setAttribute('transform', given)
    const own = group.transform.baseVal.consolidate()?.matrix
    if (own) matrix = new DOMMatrix([own.a, own.b, own.c, own.d, own.e, own.f]).multiply(matrix)
  }
  return matrix
}
