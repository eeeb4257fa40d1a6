import type { Pixels } from '../kernels'
import { placesWithin, thickenMarks, withoutSpecks, type Marks } from '../raster'
import { EvenedRows, wholeOf, type Cut } from './evened'
import type { ReadPage } from './read'
import { takeOutRuling } from './ruling'
import type { PaperSettings } from './settings'

/*
 * From a straight page to paint: under even light paper is 1, and what is darker is a mark. Marks become solid where
 * they are dark enough, with an edge as soft as wanted; what keeps its colour gets the least alpha with which it looks
 * the same on white.
 */

/** Darkness that a soft edge takes at most, of 1. */
const SOFTEST = 0.35
/** Along the rim of the page, of its longer side, nothing is drawn: there the table looks in. */
const RIM = 0.006
/** Rows between two shares of progress. */
const ROWS = 256

/**
 * @param page straight and opaque, row-major RGBA8; or a part of it
 * @param cut which part it is
 * @returns the same size; progress 0 … 1 on the way
 */
export function* cleanedPaper(
  page: Pixels,
  { light, ruling }: ReadPage,
  how: PaperSettings,
  cut: Cut = wholeOf(page),
): Generator<number, Pixels> {
  const { width, height } = page
  if (how.keeps === 'photograph') return page
  // A mark is looked for beside what lies round it; what keeps its colour keeps how dark that is.
  const rows = new EvenedRows(page, light, cut, how.keeps === 'page' || how.keeps === 'colours')
  const row = new Float32Array(3 * width)
  const readRow = (y: number) => {
    rows.read(y, row)
    if (how.ruling) takeOutRuling(ruling, y, row, cut)
    clearRim(row, y, cut)
  }
  if (how.keeps === 'page') return yield* evenedPage(page, readRow, row)
  const marks: Marks = { width, height, values: new Float32Array(width * height) }
  for (let y = 0; y < height; y++) {
    readRow(y)
    mark(row, marks.values, y * width, how)
    if (y % ROWS === 0) yield (0.5 * y) / height
  }
  if (how.specks > 0) withoutSpecks(marks, how.specks)
  yield 0.65
  const drawn = how.keeps === 'colours' && how.thicken > 0 ? marks.values.slice() : null
  if (how.thicken !== 0) thickenMarks(marks, how.thicken)
  yield 0.8
  const pixels = new Uint8Array(4 * width * height)
  for (let y = 0; y < height; y++) {
    if (how.keeps === 'colours') {
      readRow(y)
      ownColours(row, marks.values, pixels, y * width)
    } else inked(how.ink, marks.values, pixels, y * width, width)
    if (y % ROWS === 0) yield 0.8 + (0.2 * y) / height
  }
  if (drawn) colourGrown({ width, height, pixels }, marks.values, drawn, how.thicken)
  return { width, height, pixels }
}

function clearRim(row: Float32Array, y: number, cut: Cut): void {
  const rim = Math.ceil(RIM * Math.max(cut.width, cut.height))
  const at = y + cut.y
  if (at < rim || at >= cut.height - rim) row.fill(1)
  else {
    row.fill(1, 0, 3 * Math.max(0, rim - cut.x))
    row.fill(1, 3 * Math.min(row.length / 3, Math.max(0, cut.width - rim - cut.x)))
  }
}

function* evenedPage({ width, height }: Pixels, readRow: (y: number) => void, row: Float32Array) {
  const pixels = new Uint8Array(4 * width * height).fill(255)
  for (let y = 0, at = 0; y < height; y++) {
    readRow(y)
    for (let i = 0; i < row.length; i += 3, at += 4)
      for (let c = 0; c < 3; c++) pixels[at + c] = Math.min(255, 255 * row[i + c]! + 0.5)
    if (y % ROWS === 0) yield y / height
  }
  return { width, height, pixels }
}

/** How dark a px is, by what counts: the brightest channel leaves coloured pencil out, the darkest one keeps it. */
export function darknessOf(row: Float32Array, i: number, keeps: PaperSettings['keeps']): number {
  const [r, g, b] = [row[i]!, row[i + 1]!, row[i + 2]!]
  return keeps === 'dark' ? 1 - Math.max(r, g, b) : 1 - Math.min(r, g, b)
}

function mark(row: Float32Array, values: Float32Array, to: number, { keeps, strength, soft }: PaperSettings): void {
  const half = Math.max((SOFTEST * soft) / 200, 0.004)
  const from = strength / 100 - half
  for (let i = 0; i < row.length; i += 3, to++) {
    const share = (darknessOf(row, i, keeps) - from) / (2 * half)
    if (share > 0) values[to] = share >= 1 ? 1 : share * share * (3 - 2 * share)
  }
}

function inked(ink: PaperSettings['ink'], values: Float32Array, pixels: Uint8Array, from: number, count: number): void {
  const [r, g, b] = ink
  for (let i = from, at = 4 * from; i < from + count; i++, at += 4) {
    const alpha = Math.floor(values[i]! * 255 + 0.5)
    if (alpha === 0) continue
    pixels[at] = r
    pixels[at + 1] = g
    pixels[at + 2] = b
    pixels[at + 3] = alpha
  }
}

/** Each mark in its colour: with the least alpha that looks the same over white, times how much of a mark it is. */
function ownColours(row: Float32Array, values: Float32Array, pixels: Uint8Array, from: number): void {
  for (let i = 0, to = from, at = 4 * from; i < row.length; i += 3, to++, at += 4) {
    const mark = values[to]!
    if (mark <= 0) continue
    const least = Math.min(row[i]!, row[i + 1]!, row[i + 2]!)
    const alpha = Math.min(1, 1 - least)
    if (alpha <= 0) continue
    for (let c = 0; c < 3; c++) {
      const value = (row[i + c]! - (1 - alpha)) / alpha
      pixels[at + c] = Math.floor(255 * Math.min(1, Math.max(0, value)) + 0.5)
    }
    pixels[at + 3] = Math.floor(255 * alpha * mark + 0.5)
  }
}

/** Where a line was made thicker there is paper: it takes the colour of the mark that is nearest. */
function colourGrown({ width, height, pixels }: Pixels, values: Float32Array, drawn: Float32Array, by: number): void {
  const near = placesWithin(by + 1)
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (drawn[i]! >= 0.5 || values[i]! <= drawn[i]!) continue
      const found = near.find(([dx, dy]) => {
        const [px, py] = [x + dx, y + dy]
        return px >= 0 && py >= 0 && px < width && py < height && drawn[py * width + px]! >= 0.5
      })
      if (!found) continue
      const from = 4 * ((y + found[1]) * width + x + found[0])
      pixels.copyWithin(4 * i, from, from + 3)
      pixels[4 * i + 3] = Math.floor(pixels[from + 3]! * values[i]! + 0.5)
    }
  }
}
