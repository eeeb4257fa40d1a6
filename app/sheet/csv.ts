import Papa from 'papaparse'

/** Rows as CSV (RFC 4180). What a spreadsheet would take for a formula is made text by an apostrophe. */
export function csvOf(rows: readonly (readonly (string | number)[])[]): string {
  return `${Papa.unparse(
    rows.map(row => [...row]),
    { newline: '\r\n', escapeFormulae: true },
  )}\r\n`
}
