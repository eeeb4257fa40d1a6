/** Names of all warm-ups, apart from what they do: a plan names some. */
export const DRILL_NAMES = [
  'line-through-dots',
  'parallels',
  'hatching',
  'circle-in-square',
  'circle-through-dots',
  'ellipse-on-axis',
  'arcs',
  'spiral',
  'ramp-width',
  'ramp-dark',
  'close-by-eye',
  'pour-shut',
  'copy-angle',
  'halve-and-third',
  'copy-proportion',
  'match-colour',
  'match-value',
  'value-ladder',
  'blend-band',
  'shade-ball',
] as const
export type DrillName = (typeof DRILL_NAMES)[number]

/** Greatest seed of a try. */
export const GREATEST_SEED = 999_999
