import Papa from 'papaparse'
import { readRows, type Layout, type ListRead } from '#core/roster'

/**
 * A list's bytes as text: UTF-8 or UTF-16 where it says so or is so, otherwise what older spreadsheets of western
 * Europe write (WHATWG Encoding Standard, windows-1252).
 */
export function decodedList(bytes: Uint8Array): string {
  const [a, b] = bytes
  if (a === 0xff && b === 0xfe) return new TextDecoder('utf-16le').decode(bytes)
  if (a === 0xfe && b === 0xff) return new TextDecoder('utf-16be').decode(bytes)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}

/** The rows of a pasted list or a CSV file (RFC 4180; semicolons and tabs are taken too). */
export function rowsOf(text: string): string[][] {
  return Papa.parse<string[]>(text, { delimitersToGuess: [',', ';', '\t'] }).data
}

/** Learners in such a list. @param known names of the class @param chosen what somebody said the columns are */
export function readList(text: string, known: readonly string[], chosen?: Pick<Layout, 'columns' | 'from'>): ListRead {
  return readRows(rowsOf(text), known, chosen)
}
