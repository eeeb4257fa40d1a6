import fontkit from '@pdf-lib/fontkit'
import sharp from 'sharp'
import type { MuralGrid } from '#core/mural'

/** Paper of a panel that is missing, the lines over it, and its name. */
const PAPER = '#f4f1ea'
const LINES = '#cfc8ba'
const INK = '#8a8375'
/** Height of the name's capitals, of the panel's shorter side. */
const NAME_SHARE = 0.16

/** Writes a line of letters as SVG paths, `height` px high (capitals), its middle at (x, y). */
type Letters = (text: string, height: number, x: number, y: number) => string

/** Read when the first panel is missing, then kept. */
let letters: Promise<Letters> | null = null

/** The app's own face: the server has no fonts to lean on. */
async function readLetters(): Promise<Letters> {
  const bytes = await useStorage('assets:fonts').getItemRaw<Buffer>('lexend-latin-700-normal.woff')
  if (!bytes) throw new Error('the font of the server is missing in the build')
  const font = fontkit.create(bytes) as unknown as Font
  return (text, height, x, y) => {
    const { glyphs, positions } = font.layout(text)
    const scale = height / font.capHeight
    const width = positions.reduce((sum, each) => sum + each.xAdvance, 0) * scale
    let at = x - width / 2
    return glyphs
      .map((glyph, i) => {
        const here = at
        at += positions[i]!.xAdvance * scale
        return `<path transform="translate(${here} ${y + height / 2}) scale(${scale} ${-scale})" d="${glyph.path.toSVG()}"/>`
      })
      .join('')
  }
}

/** What is used of a font; the package says less of it. Units of the font. */
interface Font {
  readonly capHeight: number
  layout(text: string): {
    readonly glyphs: readonly { readonly path: { toSVG(): string } }[]
    readonly positions: readonly { readonly xAdvance: number }[]
  }
}

/** A panel that is not there: hatched paper with its name, PNG. */
export async function missingPicture(
  { width, height }: Pick<MuralGrid, 'width' | 'height'>,
  name: string,
): Promise<Buffer> {
  const write = await (letters ??= readLetters())
  const shorter = Math.min(width, height)
  const step = Math.max(12, Math.round(shorter / 14))
  const high = NAME_SHARE * shorter
  const [x, y] = [width / 2, height / 2]
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">
    <defs><pattern id="h" width="${step}" height="${step}" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"><rect width="${step}" height="${step}" fill="${PAPER}"/><rect width="${Math.max(2, step / 10)}" height="${step}" fill="${LINES}"/></pattern></defs>
    <rect width="100%" height="100%" fill="url(#h)"/>
    <ellipse cx="${x}" cy="${y}" rx="${1.7 * high}" ry="${1.2 * high}" fill="${PAPER}"/>
    <g fill="${INK}">${write(name, high, x, y)}</g>
  </svg>`
  return sharp(Buffer.from(svg)).removeAlpha().png().toBuffer()
}
