import { createCanvas } from '@napi-rs/canvas'
import { describe, expect, it } from 'vitest'
import { loadKernels } from '../kernels'
import { layerAlpha, type Drawing } from '../layers'
import { packSample, Stroke, toolSettings } from './index'

const kernels = loadKernels()
const [WIDTH, HEIGHT] = [2800, 520]
const SIZE = 400
const FLOW = 3
/** Dabs lie so far apart that 300 of them make the stroke, px. */
const STEP = 8
const [FROM, TO] = [200, 200 + 299 * STEP]

/** Steps along a column through the stroke: how many levels it has, and how far two neighbours lie apart at most. */
function along(column: readonly number[]): { levels: number; step: number; turns: number } {
  const steps = column.slice(1).map((value, i) => value - column[i]!)
  const middle = column.length >> 1
  // Up to the middle it never gets fainter, after it never stronger: what does is a band, or noise.
  const turns = steps.filter((step, i) => (i < middle - 2 ? step < -1 : i > middle + 2 ? step > 1 : false)).length
  return { levels: new Set(column).size, step: Math.max(...steps.map(Math.abs)), turns }
}

describe('building up with a big soft brush', () => {
  it(`${FLOW} % flow, ${SIZE} px, 300 dabs: no bands, at least as smooth as Skia's stamps`, () => {
    kernels.openMask(WIDTH, HEIGHT)
    const layer = { id: 'a', name: 'a', visible: true, opacity: 100, tiles: new Map() }
    const drawing: Drawing = { sheet: { width: WIDTH, height: HEIGHT, paper: [255, 255, 255] }, layers: [layer] }
    const tool = toolSettings('soft-brush', {
      size: SIZE,
      flow: FLOW,
      opacity: 100,
      spacing: (100 * STEP) / SIZE,
      pressureFlow: 0,
      hardness: 0,
    })
    const stroke = new Stroke(kernels, drawing, layer, { tool, colour: [40, 40, 60], seed: 5 })
    const samples: number[] = []
    for (let x = FROM; x <= TO; x += 8) samples.push(...packSample({ x, y: HEIGHT / 2, pressure: 1, wait: 8 }))
    stroke.extend(samples)
    stroke.finish()
    const own = layerAlpha(drawing, stroke.lay().layers[0]!)

    const canvas = createCanvas(WIDTH, HEIGHT)
    const context = canvas.getContext('2d')
    for (let i = 0; i < 300; i++) {
      const x = FROM + i * STEP
      const soft = context.createRadialGradient(x, HEIGHT / 2, 0, x, HEIGHT / 2, SIZE / 2)
      for (let k = 0; k <= 10; k++)
        soft.addColorStop(k / 10, `rgba(40, 40, 60, ${(FLOW / 100) * (1 - k / 10) ** 2 * (1 + (2 * k) / 10)})`)
      context.fillStyle = soft
      context.fillRect(0, 0, WIDTH, HEIGHT)
    }
    const theirs = context.getImageData(0, 0, WIDTH, HEIGHT).data
    const columns = [1000, 1400, 1803].map(x => ({
      own: along(Array.from({ length: HEIGHT }, (_, y) => own[y * WIDTH + x]!)),
      theirs: along(Array.from({ length: HEIGHT }, (_, y) => theirs[4 * (y * WIDTH + x) + 3]!)),
    }))
    for (const { own: a, theirs: b } of columns) {
      console.info(
        `soft build-up: ${a.levels} levels, greatest step ${a.step}, ${a.turns} turns; Skia's stamps: ${b.levels} levels, greatest step ${b.step}, ${b.turns} turns`,
      )
      expect(a.levels).toBeGreaterThanOrEqual(b.levels)
      expect(a.step).toBeLessThanOrEqual(Math.max(b.step, 3))
      expect(a.turns).toBe(0)
    }
  })
})
