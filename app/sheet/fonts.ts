import caveat from '@fontsource/caveat/files/caveat-latin-600-normal.woff?url'
import fraunces from '@fontsource/fraunces/files/fraunces-latin-600-normal.woff?url'
import lexend from '@fontsource/lexend/files/lexend-latin-400-normal.woff?url'
import lexendBold from '@fontsource/lexend/files/lexend-latin-700-normal.woff?url'
import patrick from '@fontsource/patrick-hand/files/patrick-hand-latin-400-normal.woff?url'
import type { Font } from 'opentype.js'

/** Fonts that ship with the program, for lettering. */
export const LETTERING_FONTS = {
  plain: { name: 'Plain', url: lexend },
  bold: { name: 'Bold', url: lexendBold },
  book: { name: 'Book', url: fraunces },
  hand: { name: 'Hand', url: patrick },
  flowing: { name: 'Flowing', url: caveat },
} as const
export type LetteringFont = keyof typeof LETTERING_FONTS

/** Straight pieces that a curve of a letter is cut into. */
const PIECES = 8
/** Distance between two lines, in sizes (common practice, no source). */
const LINE_HEIGHT = 1.25

const loaded = new Map<LetteringFont, Promise<Font>>()

function load(name: LetteringFont): Promise<Font> {
  let font = loaded.get(name)
  if (!font) {
    font = (async () => {
      const { parse } = await import('opentype.js')
      const answer = await fetch(LETTERING_FONTS[name].url)
      if (!answer.ok) throw new Error(`the font ${name} can't be had: ${answer.status}`)
      return parse(await answer.arrayBuffer())
    })()
    font.catch(() => loaded.delete(name))
    loaded.set(name, font)
  }
  return font
}

/**
 * A text as outlines, x, y, x, y … in px, its first line's top left corner at about (0, 0). Letters that
 * the font does not have are left out.
 */
export async function textOutlines(text: string, name: LetteringFont, size: number): Promise<number[][]> {
  const font = await load(name)
  const up = (font.ascender / font.unitsPerEm) * size
  return text
    .split('\n')
    .flatMap((line, i) =>
      outlinesOf(font.getPath(withoutMissing(font, line), 0, up + i * size * LINE_HEIGHT, size).commands),
    )
}

function withoutMissing(font: Font, text: string): string {
  return [...text].filter(letter => letter === ' ' || font.charToGlyphIndex(letter) > 0).join('')
}

type Command = ReturnType<Font['getPath']>['commands'][number]

/** A path's closed outlines with its curves cut into straight pieces. */
export function outlinesOf(commands: readonly Command[]): number[][] {
  const outlines: number[][] = []
  let outline: number[] = []
  let [x, y] = [0, 0]
  const close = () => {
    if (outline.length >= 6) outlines.push(outline)
    outline = []
  }
  for (const command of commands) {
    if (command.type === 'Z') {
      close()
      continue
    }
    if (command.type === 'M') close()
    if (command.type === 'Q' || command.type === 'C') {
      for (let i = 1; i <= PIECES; i++) {
        const t = i / PIECES
        const u = 1 - t
        if (command.type === 'Q')
          outline.push(
            u * u * x + 2 * u * t * command.x1 + t * t * command.x,
            u * u * y + 2 * u * t * command.y1 + t * t * command.y,
          )
        else {
          outline.push(
            u * u * u * x + 3 * u * u * t * command.x1 + 3 * u * t * t * command.x2 + t * t * t * command.x,
            u * u * u * y + 3 * u * u * t * command.y1 + 3 * u * t * t * command.y2 + t * t * t * command.y,
          )
        }
      }
    } else {
      outline.push(command.x, command.y)
    }
    x = command.x
    y = command.y
  }
  close()
  return outlines
}
