/* eslint-disable max-lines -- bands, borders and seams of the same few forms */
import { describe, expect, it } from 'vitest'
import { toolSettings } from '../brush'
import { TrialSheet } from '../brush/testing'
import { lightnessOf, lightnessPlane } from '../colour'
import { loadKernels } from '../kernels'
import { lightFrom } from '../light'
import { fillPolygon } from '../raster'
import { bandGaps, formShape, FormInBands, seamsLeft, type FormShape } from './index'

const kernels = loadKernels()
const SIDE = 500
const circle = (x: number, y: number, long: number, short = long, turn = 0, count = 180) =>
  Array.from({ length: count }, (_, i) => (2 * Math.PI * i) / count).flatMap(angle => [
    x + long * Math.cos(angle) * Math.cos(turn) - short * Math.sin(angle) * Math.sin(turn),
    y + long * Math.cos(angle) * Math.sin(turn) + short * Math.sin(angle) * Math.cos(turn),
  ])
const shapeOf = (...polygons: number[][]): FormShape => {
  const inside = new Uint8Array(SIDE * SIDE)
  for (const polygon of polygons)
    for (const [i, value] of fillPolygon(polygon, SIDE, SIDE).entries()) if (value) inside[i] = 1
  return { box: { x0: 0, y0: 0, x1: SIDE, y1: SIDE }, inside }
}
const pointsOf = (points: readonly number[]) =>
  Array.from({ length: points.length / 2 }, (_, i) => ({ x: points[2 * i]!, y: points[2 * i + 1]! }))
const disc = shapeOf(circle(250, 250, 180))
const upperLeft = { x: 60, y: 40, height: 35 }

/** Half-Lambert on a half ball over a disc, in closed form. */
function onBall(x: number, y: number, light: typeof upperLeft): number {
  const [u, v] = [(x - 250) / 180, (250 - y) / 180]
  const [lx, ly, lz] = lightFrom(light, { x: 250, y: 250 })
  return (u * lx + v * ly + Math.sqrt(Math.max(1 - u * u - v * v, 0)) * lz + 1) / 2
}

describe.each(['ball', 'cushion'] as const)('bands of a disc taken for a %s', form => {
  it.each([2, 6, 9])('lie where a ball takes the same light, in %i even steps', rungs => {
    const { borders, places } = new FormInBands(disc, form).bands(upperLeft, rungs)
    let [least, most] = [Infinity, -Infinity]
    for (let y = 0; y < SIDE; y++) {
      for (let x = 0; x < SIDE; x++) {
        if (!disc.inside[y * SIDE + x]) continue
        least = Math.min(least, onBall(x + 0.5, y + 0.5, upperLeft))
        most = Math.max(most, onBall(x + 0.5, y + 0.5, upperLeft))
      }
    }
    expect(new Set(borders.map(border => border.above))).toEqual(
      new Set(Array.from({ length: rungs - 1 }, (_, i) => i)),
    )
    for (const { above, points } of borders) {
      const wanted = least + ((above + 1) / rungs) * (most - least)
      for (const { x, y } of pointsOf(points)) {
        // Near the edge a ball's light changes without bound: a cell there is worth more.
        if (Math.hypot(x - 250, y - 250) < 160) expect(Math.abs(onBall(x, y, upperLeft) - wanted)).toBeLessThan(0.02)
      }
    }
    expect(places.map(place => place.rung)).toEqual(Array.from({ length: rungs }, (_, i) => i))
    const lights = places.map(({ x, y }) => onBall(x, y, upperLeft))
    expect(lights).toEqual([...lights].sort((a, b) => a - b))
  })

  it('are rings when the pin is on the middle', () => {
    const { borders } = new FormInBands(disc, form).bands({ x: 250, y: 250, height: 20 }, 4)
    expect(borders).toHaveLength(3)
    for (const { points } of borders) {
      const far = pointsOf(points).map(({ x, y }) => Math.hypot(x - 250, y - 250))
      expect(Math.max(...far) - Math.min(...far)).toBeLessThan(3)
    }
  })

  it('reach the edge of the shape', () => {
    const { borders } = new FormInBands(disc, form).bands({ x: -4000, y: 250, height: 0 }, 5)
    for (const { points } of borders) {
      for (const { x, y } of [pointsOf(points)[0]!, pointsOf(points).at(-1)!])
        expect(Math.hypot(x - 250, y - 250)).toBeGreaterThan(174)
    }
  })
})

describe('bands of other forms', () => {
  it('a ball that is an ellipse keeps the shape’s axes', () => {
    const turn = 0.6
    const { borders } = new FormInBands(shapeOf(circle(250, 250, 200, 90, turn)), 'ball').bands(
      { x: 250, y: 250, height: 90 },
      3,
    )
    for (const { points } of borders) {
      const share = pointsOf(points).map(({ x, y }) => {
        const [dx, dy] = [x - 250, y - 250]
        // On an ellipsoid seen from above the light's lines of equal height above the sheet are not its own ellipses,
        // but they have its axes.
        return { along: dx * Math.cos(turn) + dy * Math.sin(turn), across: dy * Math.cos(turn) - dx * Math.sin(turn) }
      })
      const [left, right] = [share.filter(({ along }) => along < 0), share.filter(({ along }) => along > 0)]
      const reach = (part: typeof share) => Math.max(...part.map(({ along }) => Math.abs(along)))
      expect(Math.abs(reach(left) - reach(right))).toBeLessThan(3)
      const sum = share.reduce((total, { across }) => total + across, 0) / share.length
      expect(Math.abs(sum)).toBeLessThan(2)
    }
  })

  it('on a tilted cylinder they run along it, on a lying one across', () => {
    const turn = 0.4
    const corner = (along: number, across: number) => [
      250 + along * Math.cos(turn) - across * Math.sin(turn),
      250 + along * Math.sin(turn) + across * Math.cos(turn),
    ]
    const bar = shapeOf([...corner(-200, -60), ...corner(200, -60), ...corner(200, 60), ...corner(-200, 60)])
    for (const form of ['cylinder', 'lying-cylinder'] as const) {
      const light =
        form === 'cylinder'
          ? { x: 250 - 3000 * Math.sin(turn), y: 250 + 3000 * Math.cos(turn), height: 30 }
          : { x: 250 + 3000 * Math.cos(turn), y: 250 + 3000 * Math.sin(turn), height: 30 }
      const { borders } = new FormInBands(bar, form).bands(light, 6)
      expect(new Set(borders.map(({ above }) => above)).size).toBe(5)
      for (const { points } of borders) {
        // Away from the ends, where the bar's corners are cut by cells.
        const across = pointsOf(points)
          .map(({ x, y }) => ({
            along: (x - 250) * Math.cos(turn) + (y - 250) * Math.sin(turn),
            across: (y - 250) * Math.cos(turn) - (x - 250) * Math.sin(turn),
          }))
          .filter(place => Math.abs(place.along) < 185 && Math.abs(place.across) < 50)
          .map(place => (form === 'cylinder' ? place.across : place.along))
        if (across.length > 8) expect(Math.max(...across) - Math.min(...across)).toBeLessThan(8)
      }
    }
  })

  it('a turned form’s bands follow its sides', () => {
    // A tapering cup: 100 px wide at the top of it, 40 at the foot, half each.
    const cup = shapeOf([150, 80, 350, 80, 290, 420, 210, 420])
    const { borders } = new FormInBands(cup, 'cylinder').bands({ x: -5000, y: 250, height: 0 }, 4)
    expect(borders).toHaveLength(3)
    for (const { points } of borders) {
      const shares = pointsOf(points)
        .filter(({ y }) => y > 100 && y < 400)
        .map(({ x, y }) => (x - 250) / (100 - (60 * (y - 80)) / 340))
      expect(Math.max(...shares) - Math.min(...shares)).toBeLessThan(0.08)
    }
    // From the left, along the sheet: four even steps of the cosine meet at −½, 0 and ½ of the half width.
    const half = pointsOf(borders.find(({ above }) => above === 2)!.points)
      .filter(({ y }) => y > 240 && y < 260)
      .map(({ x, y }) => (x - 250) / (100 - (60 * (y - 80)) / 340))
    for (const share of half) expect(share).toBeCloseTo(-0.5, 1)
    expect(half.length).toBeGreaterThan(2)
  })

  it('a cushion between two long sides is highest in the middle, and every piece is a form of its own', () => {
    const two = shapeOf([20, 20, 480, 20, 480, 120, 20, 120], circle(250, 340, 100))
    const { borders, places } = new FormInBands(two, 'cushion').bands({ x: 250, y: -3000, height: 30 }, 4)
    expect(places).toHaveLength(8)
    const onBar = borders.flatMap(({ points }) => pointsOf(points)).filter(({ x, y }) => y < 130 && x > 150 && x < 350)
    expect(onBar.length).toBeGreaterThan(30)
    // Far from the ends the light's lines run along the bar.
    const byBorder = borders
      .map(({ points }) =>
        pointsOf(points)
          .filter(({ x, y }) => y < 130 && x > 200 && x < 300)
          .map(({ y }) => y),
      )
      .filter(ys => ys.length > 5)
    for (const ys of byBorder) expect(Math.max(...ys) - Math.min(...ys)).toBeLessThan(3)
  })
})

describe('a ladder that can’t be laid', () => {
  const bands =
    (rungs: number, shape = disc, light = upperLeft, form: 'ball' | 'cylinder' = 'ball') =>
    () =>
      new FormInBands(shape, form).bands(light, rungs)
  it('says so', () => {
    expect(bands(1)).toThrow('one rung is one flat colour')
    expect(bands(Number.NaN)).toThrow('one rung')
    expect(bands(4, shapeOf([10, 10, 12, 10, 12, 12, 10, 12]))).toThrow('too small')
    // Along a cylinder's axis.
    expect(
      bands(4, shapeOf([200, 50, 300, 50, 300, 450, 200, 450]), { x: 250, y: -9000, height: 0 }, 'cylinder'),
    ).toThrow('alike')
  })
})

describe('the shape', () => {
  const sheet = () => new TrialSheet(400, 300)
  const pen = toolSettings('ink-pen', { size: 6, pressureSize: 0, taperIn: 0, taperOut: 0, speedSize: 0, steadying: 0 })
  const ring = Array.from({ length: 61 }, (_, i) => ({
    x: 200 + 80 * Math.cos((i * Math.PI) / 30),
    y: 150 + 80 * Math.sin((i * Math.PI) / 30),
  }))

  it('is what an outline closes off, the line as well', () => {
    const { drawing } = sheet().stroke(pen, ring)
    const { box, inside } = formShape(drawing, drawing.layers[0]!)!
    expect(inside.reduce((a, b) => a + b, 0)).toBeGreaterThan(Math.PI * 80 * 80)
    expect(box.x0).toBeGreaterThan(110)
    expect(box.x1).toBeLessThan(290)
  })

  it('an outline that runs off the sheet is closed by its edge', () => {
    const { drawing } = sheet().stroke(pen, [
      { x: -20, y: 100 },
      { x: 150, y: 100 },
      { x: 150, y: 200 },
      { x: -20, y: 200 },
    ])
    const { inside } = formShape(drawing, drawing.layers[0]!)!
    expect(inside.reduce((a, b) => a + b, 0)).toBeGreaterThan(14_000)
  })

  it('is what is selected, when something is', () => {
    const { drawing } = sheet().stroke(pen, ring)
    const tile = new Uint8Array(256 * 256)
    for (let y = 20; y < 60; y++) tile.fill(255, y * 256 + 30, y * 256 + 90)
    const { box, inside } = formShape({ ...drawing, selection: new Map([[0, tile]]) }, drawing.layers[0]!)!
    expect(box).toEqual({ x0: 28, y0: 18, x1: 92, y1: 62 })
    expect(inside.reduce((a, b) => a + b, 0)).toBe(2400)
    expect(formShape({ ...drawing, selection: new Map() }, drawing.layers[0]!)).toBeNull()
  })
})

describe('borders that a hand drew', () => {
  const pen = toolSettings('ink-pen', { size: 4, pressureSize: 0, taperIn: 0, taperOut: 0, speedSize: 0, steadying: 0 })
  const shape: FormShape = { box: { x0: 50, y0: 40, x1: 350, y1: 260 }, inside: new Uint8Array(300 * 220) }
  for (let y = 5; y < 215; y++) shape.inside.fill(1, y * 300 + 5, y * 300 + 295)
  const across = (y: number, from: number, to: number) =>
    Array.from({ length: 40 }, (_, i) => ({ x: from + ((to - from) * i) / 39, y: y + 2 * Math.sin(i / 5) }))

  it('are counted, and their gaps shown where they are', () => {
    const trial = new TrialSheet(400, 300)
      .stroke(pen, across(110, 50, 350))
      .stroke(pen, across(190, 50, 190))
      .stroke(pen, across(190, 204, 350))
    const { gaps, bands, whenClosed } = bandGaps(kernels, trial.drawing, trial.drawing.layers[0]!, shape, 3)
    // A pour fills two of them in one.
    expect([bands, whenClosed]).toEqual([2, 3])
    expect(gaps).toHaveLength(1)
    expect(gaps[0]!.x).toBeGreaterThan(190)
    expect(gaps[0]!.x).toBeLessThan(204)
    expect(gaps[0]!.width).toBeGreaterThanOrEqual(8)
    expect(gaps[0]!.width).toBeLessThanOrEqual(12)
  })

  it('must reach the edge of the shape', () => {
    const trial = new TrialSheet(400, 300).stroke(pen, across(150, 64, 350))
    const { gaps, bands, whenClosed } = bandGaps(kernels, trial.drawing, trial.drawing.layers[0]!, shape, 3)
    expect([bands, whenClosed]).toEqual([1, 2])
    expect(gaps).toHaveLength(1)
    expect(gaps[0]!.x).toBeLessThan(66)
  })

  it('a wide opening is shown when a band is missing', () => {
    const trial = new TrialSheet(400, 300).stroke(pen, across(150, 50, 180)).stroke(pen, across(150, 230, 350))
    expect(bandGaps(kernels, trial.drawing, trial.drawing.layers[0]!, shape, 1).gaps).toHaveLength(0)
    const { gaps, bands, whenClosed } = bandGaps(kernels, trial.drawing, trial.drawing.layers[0]!, shape, 2)
    expect([bands, whenClosed]).toEqual([1, 2])
    expect(gaps.map(({ x }) => Math.round(x / 10))).toEqual([21])
  })

  it('none at all is one band', () => {
    const trial = new TrialSheet(400, 300)
    expect(bandGaps(kernels, trial.drawing, trial.drawing.layers[0]!, shape, 3)).toEqual({
      gaps: [],
      bands: 1,
      whenClosed: 1,
    })
  })
})

describe('seams that are left', () => {
  const [width, height] = [200, 120]
  const inside = new Uint8Array(width * height).fill(1)
  const plane = (at: (x: number, y: number) => number) =>
    Float32Array.from({ length: width * height }, (_, i) => at(i % width, Math.floor(i / width)))

  it('are found at a step, with its strength, and not in a soft passage', () => {
    const hard = seamsLeft(
      kernels,
      plane(x => (x < 100 ? 40 : 52)),
      inside,
      width,
      height,
    )
    expect(hard.count).toBe(1)
    // A step of 12 evened over 3 px and taken over 2: 12 ÷ 3.
    expect(hard.strongest).toBeCloseTo(4, 4)
    for (let i = 0; i < hard.set.length; i++) if (hard.set[i]) expect(Math.abs((i % width) - 99.5)).toBeLessThan(3)
    expect(
      seamsLeft(
        kernels,
        plane(x => 40 + Math.min(Math.max(x - 94, 0), 12)),
        inside,
        width,
        height,
      ).count,
    ).toBe(0)
  })

  it('the shape’s own edge and grain are none', () => {
    const shape = inside.map((_, i) => (i % width > 60 ? 1 : 0))
    expect(
      seamsLeft(
        kernels,
        plane(x => (x <= 60 ? 90 : 30)),
        shape,
        width,
        height,
      ).count,
    ).toBe(0)
    let seed = 1
    const grain = () => {
      seed = (seed * 1103515245 + 12345) % 2147483648
      return seed / 2147483648
    }
    expect(
      seamsLeft(
        kernels,
        plane(() => 50 + 6 * (grain() - 0.5)),
        inside,
        width,
        height,
      ).count,
    ).toBe(0)
  })

  it('lightness is CIE’s, within a twentieth', () => {
    const colours = Array.from(
      { length: 600 },
      (_, i) => [(i * 53) % 256, (i * 97) % 256, (i * 17) % 256] as [number, number, number],
    ).concat([
      [0, 0, 0],
      [255, 255, 255],
      [1, 1, 1],
      [12, 3, 0],
    ])
    const found = lightnessPlane(Uint8Array.from(colours.flatMap(colour => [...colour, 255])))
    for (const [i, colour] of colours.entries()) expect(Math.abs(found[i]! - lightnessOf(colour))).toBeLessThan(0.05)
  })
})
