import { CoreError } from '#core/base'
import { difference00, namedApart, paletteOf, type Well } from '#core/colour'
import { cssOf, csvRowsOf, MOST_PALETTE_CHARACTERS, readPaletteText, tokensOf, type ReadPalette } from '#core/palettes'
import { wellOf } from '../stores/kept-hand'
import { csvFile } from './csv'
import type { PaletteKindName } from './palette-kinds'
import { smallPixels } from './small-pixels'

/** Palettes as files: read of whatever kind they are, and written. */

/** Longer side of a picture while its colours are looked for, px; how many are looked for at most. */
const SIDE = 240
const MOST_OF_PICTURE = 16
/** Colours nearer than this are one, ΔE00 (common practice, no source). */
const LEAST_APART = 4
/** Bytes of a file at most: beyond it is no palette. */
const MOST_BYTES = 80 * 1024 * 1024

/** Reads a file of colours, or a picture's colours. Throws CoreError `palette-file`. */
export async function readPaletteFile(file: Blob): Promise<ReadPalette> {
  if (file.size > MOST_BYTES)
    throw new CoreError('palette-file', 'This file is very large.', 'Choose one of 80 MB at most.')
  if (await isPicture(file)) return coloursOf(file)
  if (file.size > 4 * MOST_PALETTE_CHARACTERS)
    throw new CoreError('palette-file', 'This file is too large for a palette.', 'Choose one of 8 MB at most.')
  return readPaletteText(await file.text())
}

/** By what stands in it, for names may lie: letters of a text, or bytes that no text has. */
async function isPicture(file: Blob): Promise<boolean> {
  const head = new Uint8Array(await file.slice(0, 512).arrayBuffer())
  const text = new TextDecoder().decode(head)
  return head.some(each => each < 9) || text.includes('\ufffd') || /<svg[\s>]/.test(text)
}

async function coloursOf(file: Blob): Promise<ReadPalette> {
  let pixels: Uint8ClampedArray
  try {
    pixels = await smallPixels(file, SIDE)
  } catch {
    throw new CoreError(
      'palette-file',
      'This is neither a palette nor a picture that can be opened.',
      'Choose design tokens (JSON), CSS, CSV, or a PNG, JPEG or WebP picture.',
    )
  }
  const found = paletteOf(pixels, MOST_OF_PICTURE)
  const apart = found.filter(({ colour }, i) =>
    found.slice(0, i).every(each => difference00(each.colour, colour) >= LEAST_APART),
  )
  if (apart.length === 0) throw new CoreError('palette-file', 'This picture is empty.', 'Choose another one.')
  return { wells: namedApart(apart.map(each => wellOf(each.colour))), notes: [] }
}

/** The wells as a file of a kind. */
export async function paletteBytes(kind: PaletteKindName, title: string, wells: readonly Well[]): Promise<Uint8Array> {
  const bytes = (text: string) => new TextEncoder().encode(text)
  switch (kind) {
    case 'tokens':
      return bytes(tokensOf(title, wells))
    case 'css':
      return bytes(cssOf(title, wells))
    case 'csv':
      return csvFile(csvRowsOf(wells))
    case 'picture': {
      const { colourCard } = await import('./colour-card')
      return colourCard(title, wells)
    }
  }
}
