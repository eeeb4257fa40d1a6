import { mixtureOf, type Rgb8 } from './mix'

/**
 * Hues of OKLCH up to which a name goes, degrees. By eye, with the screen's own red at 29°, yellow at 110°, green at
 * 142°, blue at 264°.
 */
const HUES: readonly [number, string][] = [
  [8, 'pink'],
  [38, 'red'],
  [72, 'orange'],
  [98, 'golden yellow'],
  [118, 'yellow'],
  [132, 'yellow green'],
  [160, 'green'],
  [182, 'sea green'],
  [214, 'turquoise'],
  [246, 'sky blue'],
  [276, 'blue'],
  [300, 'violet'],
  [328, 'purple'],
  [350, 'magenta'],
  [360, 'pink'],
]

/** A colour in words, for those who can't tell it by looking: “dark greyish blue”. */
export function colourName(rgb: Rgb8): string {
  const { lightness, chroma, hue } = mixtureOf(rgb)
  if (lightness < 0.12) return 'black'
  if (chroma < 0.012) return lightness > 0.97 ? 'white' : `${tone(lightness)}grey`
  const name = HUES.find(([to]) => hue < to)![1]
  const isWarm = hue >= 38 && hue < 98
  if (isWarm && lightness < 0.62) return `${lightness < 0.36 ? 'dark ' : ''}${chroma < 0.05 ? 'greyish ' : ''}brown`
  if (lightness > 0.95 && chroma < 0.04) return `white with a touch of ${name}`
  return `${tone(lightness)}${chroma < 0.045 ? 'greyish ' : chroma > 0.2 ? 'vivid ' : ''}${name}`
}

function tone(lightness: number): string {
  if (lightness < 0.38) return 'dark '
  if (lightness > 0.84) return 'pale '
  return lightness > 0.7 ? 'light ' : ''
}
