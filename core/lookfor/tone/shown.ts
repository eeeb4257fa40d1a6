import { z } from 'zod'
import { boundsOf } from '../../base'
import { LEAST_SIDE, structuralSimilarity } from './ssim'
import type { Found, Limit } from '../contract'
import { capital, placeInWords } from '../words'
import { regionView, type Seen } from './view'

/** Light and dark of a shape as it was shown: mean L* of the cells of a grid laid over the box round it, row by row. */
export const shownToneSchema = z
  .strictObject({
    columns: z.int().min(LEAST_SIDE).max(64),
    rows: z.int().min(LEAST_SIDE).max(64),
    values: z.array(z.number().min(0).max(100)),
  })
  .refine(({ columns, rows, values }) => values.length === columns * rows, {
    message: 'One value for each cell is needed.',
    path: ['values'],
  })
export type ShownTone = z.infer<typeof shownToneSchema>

/** Cells along the longer side: as coarse as light and dark are seen with the eyes half shut. */
const CELLS = 24
/** Structural similarity from which it is met, %. By hand-like attempts, see the truth table. */
const ALIKE = { gentle: 45, standard: 60, strict: 80 } as const
/** It is nearly alike down to this share of that. */
const NEARLY = 0.6

type Box = ReturnType<typeof boundsOf>

/** Light and dark in the box round a shape, as all visible layers show them; to be kept with a plan. */
export function shownTone(seen: Seen, shape: readonly number[]): ShownTone {
  const box = boundsOf(shape)
  const [width, height] = [box.x1 - box.x0, box.y1 - box.y0]
  const along = (side: number) => Math.max(Math.round((CELLS * side) / Math.max(width, height)), LEAST_SIDE)
  const [columns, rows] = [along(width), along(height)]
  return { columns, rows, values: [...toneIn(seen, box, columns, rows)].map(value => Math.round(value * 10) / 10) }
}

/** Mean L* of the cells of a grid over a box of the sheet; beyond the sheet's edge lies the px nearest to it. */
function toneIn(seen: Seen, { x0, y0, x1, y1 }: Box, columns: number, rows: number): Float64Array {
  const out = new Float64Array(columns * rows)
  const view = regionView(seen, [x0, y0, x1, y0, x1, y1, x0, y1])
  if (!view) return out
  const { box, width, height, lightness } = view
  const place = (value: number, start: number, count: number) =>
    Math.min(Math.max(Math.floor(value) - start, 0), count - 1)
  for (let row = 0, i = 0; row < rows; row++) {
    const [top, bottom] = [0, 1].map(by => place(y0 + ((y1 - y0) * (row + by)) / rows - by, box.y0, height)) as [
      number,
      number,
    ]
    for (let column = 0; column < columns; column++, i++) {
      const [left, right] = [0, 1].map(by => place(x0 + ((x1 - x0) * (column + by)) / columns - by, box.x0, width)) as [
        number,
        number,
      ]
      let [sum, count] = [0, 0]
      for (let y = top; y <= Math.max(bottom, top); y++) {
        for (let x = left; x <= Math.max(right, left); x++) {
          sum += lightness[y * width + x]!
          count++
        }
      }
      out[i] = sum / count
    }
  }
  return out
}

/**
 * The drawing's light and dark against what was shown, by structural similarity (Wang et al. 2004).
 *
 * @param shown the box round the teacher's shape
 * @param toSheet where a place of the teacher's lies in this drawing: moved and scaled
 * @returns null when they are alike
 */
export function toneAgainst(
  seen: Seen,
  { columns, rows, values }: ShownTone,
  shown: Box,
  toSheet: (place: readonly [number, number]) => readonly [number, number],
  what: string,
  tolerance: Limit,
): Found | null {
  const [[x0, y0], [x1, y1]] = [toSheet([shown.x0, shown.y0]), toSheet([shown.x1, shown.y1])]
  const own = toneIn(seen, { x0, y0, x1, y1 }, columns, rows)
  const { mean, worst } = structuralSimilarity(own, Float64Array.from(values), columns, rows, 100)
  const value = Math.round(100 * mean)
  const limit = ALIKE[typeof tolerance === 'number' ? 'standard' : tolerance]
  if (value >= limit) return null
  const at = worst.y * columns + worst.x
  const [x, y] = [x0 + ((x1 - x0) * (worst.x + 0.5)) / columns, y0 + ((y1 - y0) * (worst.y + 0.5)) / rows]
  const off = Math.round(own[at]! - values[at]!)
  const how =
    Math.abs(off) < 3 ? 'the light runs another way there' : `yours is ${off > 0 ? 'lighter' : 'darker'} there`
  return {
    verdict: value >= NEARLY * limit ? 'nearly' : 'not-yet',
    figure: { value, unit: '% alike in light and dark' },
    sentence: `${capital(what)} has the form that was shown. Light and dark differ most ${placeInWords(x, y, { x0, y0, x1, y1 })}: ${how}.`,
    marks: [
      {
        kind: 'ring',
        x: Math.round(x),
        y: Math.round(y),
        radius: Math.max(Math.round((3 * (x1 - x0)) / columns), 16),
        label: Math.abs(off) < 3 ? 'here' : `${off > 0 ? '+' : '−'}${Math.abs(off)} L*`,
      },
    ],
  }
}
