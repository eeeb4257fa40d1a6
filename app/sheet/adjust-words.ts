import type { AdjustmentKind } from '#core/adjust'

/** What an adjustment is called, what it does, and its sliders. */
export interface AdjustWords {
  readonly name: string
  readonly does: string
  readonly sliders: readonly {
    readonly key: string
    readonly label: string
    readonly min: number
    readonly max: number
    readonly unit: string
    readonly per?: number
  }[]
}

const deg = '°'

export const ADJUST_WORDS: Record<AdjustmentKind, AdjustWords> = {
  blur: {
    name: 'Blur',
    does: 'Takes the hardness off edges; much of it makes a glow or a soft shadow.',
    sliders: [{ key: 'sigma', label: 'How soft', min: 1, max: 1200, unit: 'px', per: 10 }],
  },
  sharpen: {
    name: 'Sharpen',
    does: 'Makes edges stand out.',
    sliders: [
      { key: 'amount', label: 'How much', min: 1, max: 400, unit: '%' },
      { key: 'sigma', label: 'How wide', min: 1, max: 200, unit: 'px', per: 10 },
    ],
  },
  light: {
    name: 'Light and contrast',
    does: 'All lighter or darker; light and dark further apart or closer.',
    sliders: [
      { key: 'brightness', label: 'Light', min: -100, max: 100, unit: '' },
      { key: 'contrast', label: 'Contrast', min: -100, max: 100, unit: '' },
    ],
  },
  levels: {
    name: 'Levels',
    does: 'Says which value is black, which is white, and what lies in the middle.',
    sliders: [
      { key: 'black', label: 'Black from', min: 0, max: 254, unit: '' },
      { key: 'middle', label: 'Middle', min: 10, max: 400, unit: '%' },
      { key: 'white', label: 'White from', min: 1, max: 255, unit: '' },
    ],
  },
  curves: { name: 'Curve', does: 'Bends the values: pull the line up to lighten, down to darken.', sliders: [] },
  colour: {
    name: 'Hue and colour',
    does: 'Turns all hues, makes colours livelier or quieter, lighter or darker.',
    sliders: [
      { key: 'hue', label: 'Hue', min: -180, max: 180, unit: deg },
      { key: 'chroma', label: 'Liveliness', min: -100, max: 100, unit: '' },
      { key: 'lightness', label: 'Lightness', min: -100, max: 100, unit: '' },
    ],
  },
  tones: {
    name: 'Tones',
    does: 'Gives each value a colour, from dark to light.',
    sliders: [{ key: 'strength', label: 'Strength', min: 0, max: 100, unit: '%' }],
  },
  grey: {
    name: 'Greys',
    does: 'Takes the colour out, keeps the values.',
    sliders: [{ key: 'amount', label: 'How much', min: 0, max: 100, unit: '%' }],
  },
  steps: {
    name: 'Few steps',
    does: 'Leaves a few values only, as in a cut-paper picture.',
    sliders: [{ key: 'count', label: 'Steps', min: 2, max: 16, unit: '' }],
  },
  threshold: {
    name: 'Black or white',
    does: 'All lighter than this turns white, the rest black.',
    sliders: [{ key: 'at', label: 'White from', min: 0, max: 255, unit: '' }],
  },
  lines: {
    name: 'Clean lines',
    does: 'Makes soft or photographed lines solid, on clear.',
    sliders: [
      { key: 'strength', label: 'Line from', min: 2, max: 98, unit: '%' },
      { key: 'soft', label: 'Soft edge', min: 0, max: 100, unit: '%' },
      { key: 'thicken', label: 'Thicker', min: -8, max: 8, unit: 'px' },
      { key: 'specks', label: 'Dust below', min: 0, max: 400, unit: 'px²' },
    ],
  },
  sketch: {
    name: 'Take the sketch out',
    does: 'Takes away paint of one hue, and only that.',
    sliders: [{ key: 'width', label: 'Hues beside it', min: 2, max: 90, unit: deg }],
  },
}

/** In the order in which they are offered, in two columns. */
export const ADJUST_GROUPS: readonly (readonly {
  readonly name: string
  readonly kinds: readonly AdjustmentKind[]
}[])[] = [
  [
    { name: 'Values', kinds: ['light', 'levels', 'curves', 'steps', 'threshold'] },
    { name: 'Edges', kinds: ['blur', 'sharpen'] },
    { name: 'Lines', kinds: ['lines', 'sketch'] },
  ],
  [{ name: 'Colours', kinds: ['colour', 'tones', 'grey'] }],
]
