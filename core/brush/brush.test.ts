import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { loadKernels } from '../kernels'
import { layerAlpha, type Drawing, type Layer } from '../layers'
import { PathWalker } from './path'
import { Spacer, type Step } from './steps'
import { packSample, Stroke, toolSettings, toolSettingsSchema, TOOLS, unpackSample, type ToolSettings } from './index'

const kernels = loadKernels()
const sheet = { width: 400, height: 300, paper: [255, 255, 255] as const }
const layer: Layer = { id: 'a', name: 'a', visible: true, opacity: 100, tiles: new Map() }
const drawing: Drawing = { sheet, layers: [layer] }

/** Alpha after one stroke through the points (x, y, pressure). */
function alphaOf(
  tool: ToolSettings,
  points: readonly (readonly [number, number, number])[],
  from = drawing,
): Uint8Array {
  kernels.openMask(sheet.width, sheet.height)
  const stroke = new Stroke(kernels, from, from.layers[0]!, { tool, colour: [10, 20, 30], seed: 7 })
  stroke.extend(points.flatMap(([x, y, pressure]) => packSample({ x, y, pressure, wait: 8 })))
  stroke.finish()
  const after = stroke.lay()
  return layerAlpha(after, after.layers[0]!)
}

/** The ink pen with blunt ends, following the hand. */
const untapered = (set: Partial<Omit<ToolSettings, 'tool'>>) =>
  toolSettings('ink-pen', { taperIn: 0, taperOut: 0, steadying: 0, ...set })
/** Width of what is painted in a column, px of full paint. */
const widthAt = (alpha: Uint8Array, x: number) =>
  Array.from({ length: sheet.height }, (_, y) => alpha[y * sheet.width + x]! / 255).reduce(
    (sum, value) => sum + value,
    0,
  )
const line = (pressure: number) =>
  [
    [40, 150, pressure],
    [140, 150, pressure],
    [260, 150, pressure],
    [360, 150, pressure],
  ] as const

describe('the path of a stroke', () => {
  const walk = (points: readonly { x: number; y: number; pressure: number }[], spacing: number): Step[] => {
    const placed: Step[] = []
    const walker = new PathWalker(
      new Spacer(
        () => spacing,
        step => placed.push(step),
      ),
    )
    for (const point of points) walker.add({ ...point, wait: 8 })
    walker.finish()
    return placed
  }

  it('places dabs at the asked distance along a straight line, from its first point to its last', () => {
    const placed = walk(
      [
        { x: 0, y: 0, pressure: 1 },
        { x: 30, y: 40, pressure: 1 },
        { x: 60, y: 80, pressure: 1 },
      ],
      5,
    )
    expect(placed[0]).toMatchObject({ x: 0, y: 0 })
    // Whether the end itself still gets one hangs on the last bit of the way.
    expect(placed.length).toBeGreaterThanOrEqual(20)
    placed.forEach(({ x, y }, i) => {
      expect(x).toBeCloseTo(3 * i, 6)
      expect(y).toBeCloseTo(4 * i, 6)
    })
  })

  it('leaves no lag: the last dab lies within a spacing of the last sample', () => {
    const point = fc.record({
      x: fc.double({ min: 0, max: 300, noNaN: true }),
      y: fc.double({ min: 0, max: 300, noNaN: true }),
      pressure: fc.constant(1),
    })
    fc.assert(
      fc.property(
        fc.array(point, { minLength: 1, maxLength: 30 }),
        fc.double({ min: 0.5, max: 20, noNaN: true }),
        (points, spacing) => {
          const last = walk(points, spacing).at(-1)!
          const end = points.at(-1)!
          expect(Math.hypot(last.x - end.x, last.y - end.y)).toBeLessThanOrEqual(spacing + 1e-6)
        },
      ),
      { numRuns: 200, seed: 9 },
    )
  })

  it('makes one dab of a tap', () => {
    expect(walk([{ x: 5, y: 6, pressure: 0.4 }], 3)).toHaveLength(1)
  })
})

describe('a stroke', () => {
  it.each([1, 2, 3, 5, 9, 24, 60, 130])('of the ink pen at %i px and full pressure is that wide', size => {
    expect(Math.abs(widthAt(alphaOf(untapered({ size }), line(1)), 200) - size)).toBeLessThan(
      Math.max(0.35, size * 0.06),
    )
  })

  it('gets thinner or fainter as the tool says when pressed less', () => {
    const pen = untapered({ size: 40 })
    const firm = widthAt(alphaOf(pen, line(1)), 200)
    const light = widthAt(alphaOf(pen, line(0.2)), 200)
    // 55 % of the width is governed by pressure: at a fifth of it 56 % is left.
    expect(light / firm).toBeCloseTo(0.56, 1)
  })

  it('at 60 % is 60 % where it crosses itself, too', () => {
    const tool = untapered({ size: 30, opacity: 60, pressureSize: 0 })
    const alpha = alphaOf(tool, [
      [100, 150, 1],
      [300, 150, 1],
      [200, 60, 1],
      [200, 150, 1],
      [200, 250, 1],
    ])
    expect(Math.max(...alpha)).toBeLessThanOrEqual(154)
    expect(alpha[150 * sheet.width + 200]).toBeGreaterThanOrEqual(153)
  })

  it('of the soft brush builds up with every pass in one stroke', () => {
    const tool = toolSettings('soft-brush', { size: 60, opacity: 100 })
    const once = alphaOf(tool, [
      [60, 150, 0.3],
      [200, 150, 0.3],
      [340, 150, 0.3],
    ])
    const twice = alphaOf(tool, [
      [60, 150, 0.3],
      [200, 150, 0.3],
      [340, 150, 0.3],
      [200, 150, 0.3],
      [60, 150, 0.3],
    ])
    expect(twice[150 * sheet.width + 200]! - once[150 * sheet.width + 200]!).toBeGreaterThan(20)
  })

  it('of the eraser takes paint off, and nothing where there is none', () => {
    kernels.openMask(sheet.width, sheet.height)
    const stroke = new Stroke(kernels, drawing, layer, { tool: untapered({ size: 80 }), colour: [1, 2, 3], seed: 1 })
    stroke.extend(line(1).flatMap(([x, y, pressure]) => packSample({ x, y, pressure, wait: 8 })))
    stroke.finish()
    const painted = stroke.lay()
    const alpha = alphaOf(
      toolSettings('hard-eraser', { size: 20 }),
      [
        [200, 40, 1],
        [200, 260, 1],
      ],
      painted,
    )
    expect(alpha[150 * sheet.width + 200]).toBe(0)
    expect(alpha[150 * sheet.width + 150]).toBe(255)
    expect(alphaOf(toolSettings('hard-eraser'), line(1)).every(value => value === 0)).toBe(true)
  })

  it('of the pencil leaves the hollows of the paper white', () => {
    const alpha = alphaOf(toolSettings('pencil', { size: 40 }), line(0.5))
    const inside = Array.from({ length: 100 }, (_, i) => alpha[150 * sheet.width + 150 + i]!)
    expect(Math.max(...inside) - Math.min(...inside)).toBeGreaterThan(60)
  })

  it('leaves the mask clean, drawn or dropped', () => {
    alphaOf(toolSettings('soft-brush'), line(1))
    const dropped = new Stroke(kernels, drawing, layer, { tool: TOOLS['ink-pen'], colour: [0, 0, 0], seed: 1 })
    dropped.extend(packSample({ x: 395, y: 5, pressure: 1, wait: 0 }))
    dropped.drop()
    expect(kernels.readMask({ x0: 0, y0: 0, x1: sheet.width, y1: sheet.height }).every(value => value === 0)).toBe(true)
  })

  it('may run off the sheet and come back', () => {
    const alpha = alphaOf(untapered({ size: 20 }), [
      [-50, 150, 1],
      [200, 150, 1],
      [450, 150, 1],
    ])
    expect(alpha[150 * sheet.width]).toBe(255)
    expect(alpha[150 * sheet.width + 399]).toBe(255)
  })
})

describe('samples', () => {
  it('come back within half of a sixteenth of a pixel, and are pulled into range', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1e6, max: 1e6, noNaN: true }),
        fc.double({ min: -1, max: 2, noNaN: true }),
        (x, pressure) => {
          const back = unpackSample(packSample({ x, y: 0, pressure, wait: 3 }), 0)
          if (Math.abs(x) <= 100_000) expect(Math.abs(back.x - x)).toBeLessThanOrEqual(1 / 32)
          expect(back.pressure).toBeGreaterThanOrEqual(0)
          expect(back.pressure).toBeLessThanOrEqual(1)
          expect(Number.isInteger(back.wait)).toBe(true)
        },
      ),
    )
  })
})

describe('the tools', () => {
  it.each(Object.entries(TOOLS))('%s has settings that its own schema takes', (_name, tool) => {
    expect(toolSettingsSchema.parse(tool)).toEqual(tool)
  })
})

describe('a stroke of which all samples are known', () => {
  const wobble = Array.from({ length: 40 }, (_, i) =>
    packSample({ x: 40 + 8 * i, y: 150 + 60 * Math.sin(i / 5), pressure: 0.4 + 0.5 * Math.sin(i / 9), wait: 8 }),
  ).flat()
  const mirrored = { a: -1, b: 0, c: 0, d: 1, e: 400, f: 0 }
  // What was there before, so that a tile that is only touched must come out as it was.
  const ground = alphaGround()

  it.each(
    Object.values(TOOLS)
      .filter(tool => tool.effect !== 'smudge' && tool.effect !== 'soften')
      .flatMap(tool => [tool, { ...tool, taperIn: 40, taperOut: 120, steadying: 4 }])
      .map(tool => [tool.tool, tool.taperOut, tool] as const),
  )('is drawn at once as it grew under the hand: %s, tapered by %d px', (_name, _taper, tool) => {
    const draw = (how: (stroke: Stroke) => void) => {
      kernels.openMask(sheet.width, sheet.height)
      const stroke = new Stroke(kernels, ground, ground.layers[0]!, {
        tool,
        colour: [90, 30, 60],
        seed: 5,
        echoes: [mirrored],
      })
      how(stroke)
      return stroke.lay().layers[0]!.tiles
    }
    const grown = draw(stroke => {
      for (let i = 0; i < wobble.length; i += 44) stroke.extend(wobble.slice(i, i + 44))
      stroke.finish()
    })
    const whole = draw(stroke => stroke.drawWhole(wobble))
    expect([...whole.keys()]).toEqual([...grown.keys()])
    for (const [number, tile] of whole)
      expect(Buffer.compare(Buffer.from(tile), Buffer.from(grown.get(number)!)), `tile ${number}`).toBe(0)
  })

  function alphaGround(): Drawing {
    kernels.openMask(sheet.width, sheet.height)
    const stroke = new Stroke(kernels, drawing, layer, {
      tool: toolSettings('round-brush', { size: 60 }),
      colour: [10, 20, 30],
      seed: 7,
    })
    stroke.extend(
      [
        [20, 100, 0.7],
        [200, 160, 0.9],
        [380, 120, 0.5],
      ].flatMap(([x, y, pressure]) => packSample({ x: x!, y: y!, pressure: pressure!, wait: 8 })),
    )
    stroke.finish()
    return stroke.lay()
  }
})
