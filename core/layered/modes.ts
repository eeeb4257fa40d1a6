import type { BlendMode } from '../kernels'

/** Composite operations of OpenRaster's baseline, as the SVG compositing draft named them. */
const OPS = {
  normal: 'svg:src-over',
  multiply: 'svg:multiply',
  screen: 'svg:screen',
  overlay: 'svg:overlay',
  darken: 'svg:darken',
  lighten: 'svg:lighten',
  'color-dodge': 'svg:color-dodge',
  'color-burn': 'svg:color-burn',
  'hard-light': 'svg:hard-light',
  'soft-light': 'svg:soft-light',
  difference: 'svg:difference',
  color: 'svg:color',
  luminosity: 'svg:luminosity',
  hue: 'svg:hue',
  saturation: 'svg:saturation',
  'plus-lighter': 'svg:plus',
} as const satisfies Partial<Record<BlendMode, string>>

/** Clips a layer to what lies below it in its group. */
export const ATOP = 'svg:src-atop'
/** What takes paint away instead of laying some. */
export const TAKES_AWAY: readonly string[] = ['svg:dst-in', 'svg:dst-out', 'svg:dst-atop']

/** Ways of mixing that it has not. */
export const UNSAID: readonly BlendMode[] = ['exclusion']

export const opOf = (mode: BlendMode): string => OPS[mode as keyof typeof OPS] ?? OPS.normal

const MODES = new Map<string, BlendMode>(Object.entries(OPS).map(([mode, op]) => [op, mode as BlendMode]))
export const modeOf = (op: string): BlendMode | null => MODES.get(op) ?? null
