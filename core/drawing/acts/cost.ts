import { isRubbing, SAMPLE_FIELDS, SUBPIXELS, type ToolSettings } from '../../brush'

/*
 * What acts take about, ms of one core of a middling machine: measured once with the acts themselves, right within a
 * few times.
 */

/** One px of a dab as it is, of one that is made anew each time, of one that rubs, ms. */
const DAB_PX = 1.5e-6
const MADE_PX = 8e-6
const RUBBED_PX = 200e-6
/** One px of what a stroke lays, and of what a wet one does; of a whole layer gone over once, ms. */
const LAID_PX = 8e-6
const WET_PX = 80e-6
const GONE_OVER_PX = 12e-6
const BENT_PX = 0.3e-3
/** One dab, one thrown drop, one piece of a path, ms. */
const DAB = 2e-3
const DROP = 15e-3
const PIECE = 0.35e-3

/** Length of a piece of a path; least distance of dabs; width of brush that a bristle takes, px. */
const PIECE_PX = 2
const LEAST_SPACING_PX = 0.5
const BRISTLE_PX = 2.4
/** A tool that answers to pressure has more and smaller dabs: as if it were this part of its size throughout. */
const PRESSED = 0.5

/** What goes over all of a layer so many times. */
export const goesOver =
  (times: number) =>
  (_act: unknown, area: number): number =>
    times * GONE_OVER_PX * area

/** A pour, or the fence of a stroke; so much more where gaps are closed. */
export const POURING = 10
export const CLOSING = 8

/** A stroke, drawn so many `times` on a sheet of so many px. */
export function strokeCost(tool: ToolSettings, samples: readonly number[], times: number, area: number): number {
  const { length, ms } = pathOf(samples)
  const { size } = tool
  const pieces = (length / PIECE_PX + samples.length / SAMPLE_FIELDS) * PIECE
  const laid = Math.min(area, (length + size + TILE) * (size + TILE))
  const isWet = (tool.wet ?? 0) > 0
  return pieces + times * (dabsCost(tool, length, ms, area) + laid * (isWet ? WET_PX : LAID_PX))
}
/** Px are laid tile by tile: about half of one more on either side. */
const TILE = 256

/** The dabs that a tool puts down on its way. */
function dabsCost(tool: ToolSettings, length: number, ms: number, area: number): number {
  const { size, tip } = tool
  const isPressed = tool.pressureSize > 0 || tool.taperIn > 0 || tool.taperOut > 0
  const perPx = isRubbing(tool) ? RUBBED_PX : isPressed ? MADE_PX : DAB_PX
  const round = Math.min(size * size, area) * perPx
  const spaced = (by: number) => 1 + length / Math.max((by * tool.spacing) / 100, LEAST_SPACING_PX)
  switch (tip.kind) {
    case 'spray':
      return (3 + (tip.rate * size * ms) / 10_000) * (DROP + 2 * tip.drop * tip.drop * DAB_PX)
    case 'bristles': {
      const bristles = Math.min(Math.max(size / BRISTLE_PX, 4), 140)
      const radius = Math.max(size / bristles / 2, 1)
      return (1 + length / Math.max(1, 0.6 * radius)) * bristles * (DAB + 4 * radius * radius * DAB_PX)
    }
    case 'nib':
      return spaced((size * tip.thin) / 100) * (DAB + round)
    default:
      return spaced(isPressed ? size * PRESSED : size) * (DAB + round * (isPressed ? PRESSED : 1))
  }
}

/** A brush that moves what lies under it along a path. */
export function bendCost({ size, samples }: { size: number; samples: readonly number[] }, area: number): number {
  const { length } = pathOf(samples)
  return (length / PIECE_PX) * PIECE + (1 + length / Math.max(1, size / 8)) * Math.min(size * size, area) * BENT_PX
}

/** Length of a path, px, and how long it took, ms. */
function pathOf(samples: readonly number[]): { length: number; ms: number } {
  let [length, ms] = [0, 0]
  for (let i = SAMPLE_FIELDS; i < samples.length; i += SAMPLE_FIELDS) {
    const dx = samples[i]! - samples[i - SAMPLE_FIELDS]!
    const dy = samples[i + 1]! - samples[i - SAMPLE_FIELDS + 1]!
    length += Math.sqrt(dx * dx + dy * dy)
    ms += samples[i + 3]!
  }
  return { length: length / SUBPIXELS, ms }
}
