import Papa from 'papaparse'
import { parse as parseColour } from 'culori'
import { colourName, hexOf, namedApart, wellName, type Well } from '../colour'
import { badPalette, MOST_READ_WELLS, type ReadPalette } from './contract'
import { notesOn, onScreen, type OnScreen } from './spaces'

/**
 * Palettes as a table (RFC 4180, or parted by semicolons or tabs): a name, and red, green and blue from 0 to 255 or one
 * cell with a colour as CSS writes it. A first line of headings may say which column is which.
 */

interface Columns {
  readonly name: number | null
  readonly figures: readonly [number, number, number] | null
  readonly written: number | null
}

/** Throws CoreError `palette-file` with the line of the fault. */
export function readCsv(text: string): ReadPalette {
  const { data } = Papa.parse<string[]>(text.replace(/^\ufeff/, ''), { skipEmptyLines: 'greedy' })
  const rows = data.map(cells => cells.map(each => each.trim()))
  const headed = columnsBy(rows[0] ?? [])
  const body = headed ? rows.slice(1) : rows
  if (body.length === 0) badPalette('There is no colour in this table.')
  if (body.length > MOST_READ_WELLS)
    badPalette(`This table has ${body.length} lines.`, `Keep ${MOST_READ_WELLS} of them at most, and choose it again.`)
  const columns =
    headed ?? guessed(body[0]!) ?? badPalette('No column of this table has colours, such as 70,80,90 or #46505a.')
  const shown: OnScreen[] = []
  const wells = body.map((cells, i): Well => {
    const one =
      colourIn(cells, columns) ??
      badPalette(`Line ${i + (headed ? 2 : 1)} has no colour: ${cells.join(', ').slice(0, 60)}`)
    shown.push(one)
    const said = columns.name === null ? '' : (cells[columns.name] ?? '')
    // An apostrophe makes text of what a spreadsheet would take for a formula.
    return { name: wellName(said.replace(/^'(?=[=+\-@])/, ''), colourName(one.colour)), colour: one.colour }
  })
  return { wells: namedApart(wells), notes: notesOn(shown) }
}

const NAMES = /^(name|colou?r name|title)$/i
const WRITTEN = /^(hex|colou?r|value|css|rgb)$/i

function columnsBy(heads: readonly string[]): Columns | null {
  const place = (what: RegExp) => {
    const at = heads.findIndex(each => what.test(each))
    return at < 0 ? null : at
  }
  const figures = [place(/^r(ed)?$/i), place(/^g(reen)?$/i), place(/^b(lue)?$/i)] as const
  const written = place(WRITTEN)
  const hasFigures = figures.every(each => each !== null)
  if (!hasFigures && written === null) return null
  return { name: place(NAMES), figures: hasFigures ? (figures as [number, number, number]) : null, written }
}

/** From the first line, where nothing says which column is which. */
function guessed(cells: readonly string[]): Columns | null {
  const isFigure = cells.map(each => figureOf(each) !== null)
  const first = isFigure.findIndex((each, i) => each && isFigure[i + 1] && isFigure[i + 2])
  const written = cells.findIndex(each => !/^\d+$/.test(each) && parseColour(each) !== undefined)
  if (first < 0 && written < 0) return null
  const taken = first >= 0 ? [first, first + 1, first + 2] : [written]
  const name = cells.findIndex((each, i) => !taken.includes(i) && i !== written && each !== '')
  return {
    name: name < 0 ? null : name,
    figures: first < 0 ? null : [first, first + 1, first + 2],
    written: written < 0 ? null : written,
  }
}

const figureOf = (cell: string | undefined): number | null => {
  const value = cell === undefined || cell === '' ? NaN : Number(cell.replace(',', '.'))
  return value >= 0 && value <= 255 ? value : null
}

function colourIn(cells: readonly string[], { figures, written }: Columns): OnScreen | null {
  if (figures) {
    const [r, g, b] = figures.map(each => figureOf(cells[each]))
    if (r != null && g != null && b != null) return onScreen({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 })
  }
  const colour = written === null ? undefined : parseColour(cells[written] ?? '')
  return colour ? onScreen(colour) : null
}

/** Rows of a table with headings: name, red, green, blue, and the same as hex. */
export const csvRowsOf = (wells: readonly Well[]): (string | number)[][] => [
  ['name', 'red', 'green', 'blue', 'hex'],
  ...wells.map(({ name, colour }) => [name, ...colour, hexOf(colour)]),
]
