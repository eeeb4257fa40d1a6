import { wholeNumbers } from '../base'

/** Pointer samples are kept in sixteenths of a pixel. */
export const SUBPIXELS = 16
/** Full pressure. */
export const FULL_PRESSURE = 1023
/** Numbers for one sample: x, y (sixteenths of a px), pressure (0 … 1023), ms since the one before. */
export const SAMPLE_FIELDS = 4
/** Samples in one stroke at most: about ten minutes at 240 a second. */
export const GREATEST_SAMPLES = 150_000
/** How far off the sheet the pen may go, px, either way. */
const FARTHEST = 100_000

export interface Sample {
  /** Sheet px. */
  readonly x: number
  readonly y: number
  /** 0 … 1. */
  readonly pressure: number
  /** ms since the sample before; 0 for the first. */
  readonly wait: number
}

const WIDEST = FARTHEST * SUBPIXELS
const LONGEST_WAIT = 3_600_000

/** Flat: {@link SAMPLE_FIELDS} whole numbers a sample, at least one sample. */
export const samplesSchema = wholeNumbers({
  least: SAMPLE_FIELDS,
  most: GREATEST_SAMPLES * SAMPLE_FIELDS,
  group: SAMPLE_FIELDS,
  short: 'samples come in fours: x, y, pressure, wait',
  range: [
    [-WIDEST, WIDEST],
    [-WIDEST, WIDEST],
    [0, FULL_PRESSURE],
    [0, LONGEST_WAIT],
  ],
})

/** Rounds a sample to what a record holds, pulled into range. */
export function packSample(sample: Sample): [number, number, number, number] {
  const clamp = (value: number, low: number, high: number) => Math.min(Math.max(Math.round(value), low), high)
  return [
    clamp(sample.x * SUBPIXELS, -WIDEST, WIDEST),
    clamp(sample.y * SUBPIXELS, -WIDEST, WIDEST),
    clamp(sample.pressure * FULL_PRESSURE, 0, FULL_PRESSURE),
    clamp(sample.wait, 0, LONGEST_WAIT),
  ]
}

/** Sample number `i` of a packed list. */
export function unpackSample(packed: readonly number[], i: number): Sample {
  const at = i * SAMPLE_FIELDS
  return {
    x: packed[at]! / SUBPIXELS,
    y: packed[at + 1]! / SUBPIXELS,
    pressure: packed[at + 2]! / FULL_PRESSURE,
    wait: packed[at + 3]!,
  }
}
