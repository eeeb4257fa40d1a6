import { badPalette, MOST_PALETTE_CHARACTERS, type ReadPalette } from './contract'
import { readCss } from './css'
import { readCsv } from './csv'
import { readTokens } from './tokens'

export { MOST_PALETTE_CHARACTERS, MOST_READ_WELLS, type ReadPalette } from './contract'
export { cssOf } from './css'
export { csvRowsOf } from './csv'
export { tokensOf } from './tokens'

/**
 * Reads a palette of whatever kind: what it is stands in it, its name may say anything. Throws CoreError
 * `palette-file`: what is wrong with it, and where.
 */
export function readPaletteText(text: string): ReadPalette {
  if (text.length > MOST_PALETTE_CHARACTERS)
    badPalette('This file is too large for a palette.', 'Choose one of two million characters at most.')
  const said = text.replace(/^\ufeff/, '').trim()
  if (said === '') badPalette('This file is empty.')
  if (said.includes('\0')) badPalette('This is no text.')
  if (said.startsWith('{') || said.startsWith('[')) return readTokens(said)
  return /--[^:;{}]+:/.test(said) ? readCss(said) : readCsv(said)
}
