import Papa from 'papaparse'

/** Says that it is UTF-8: spreadsheets take a file for one of older letters otherwise (common practice, no source). */
const MARK = '\uFEFF'

/** Rows as a CSV file for a spreadsheet, in whatever letters names have. */
export const csvFile = (rows: readonly (readonly (string | number)[])[]): Uint8Array =>
  new TextEncoder().encode(MARK + csvOf(rows))

/** Rows as CSV (RFC 4180). What a spreadsheet would take for a formula is made text by an apostrophe. */
export function csvOf(rows: readonly (readonly (string | number)[])[]): string {
  return `${Papa.unparse(
    rows.map(row => [...row]),
    { newline: '\r\n', escapeFormulae: true },
  )}\r\n`
}
