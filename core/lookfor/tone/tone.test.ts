import { describe, expect, it } from 'vitest'
import { rgbOf, type Rgb8 } from '../../colour'
import { fromLinear } from '../../colour'
import { TILE, TILE_BYTES, type Tile } from '../../kernels'
import type { Drawing, Layer } from '../../layers'
import { lightFrom } from '../../light'
import { lookAt, type Finding, type LookFor } from '../index'
import { percentile } from './common'
import { shadesIn } from './enough-shades'
import { hueTurn, lchOf } from './mean-colour'
import { leastSquares3 } from './plane'
import { loadKernels } from '../../kernels'

const kernels = loadKernels()

const sheet = { width: TILE, height: TILE, paper: [255, 255, 255] as const }
function layer(id: string, at: (x: number, y: number) => Rgb8 | null, set: Partial<Layer> = {}): Layer {
  const tile: Tile = new Uint8Array(TILE_BYTES)
  for (let y = 0; y < TILE; y++) {
    for (let x = 0; x < TILE; x++) {
      const colour = at(x, y)
      if (colour) tile.set([...colour, 255], 4 * (y * TILE + x))
    }
  }
  return { id, name: id, visible: true, opacity: 100, tiles: new Map([[0, tile]]), ...set }
}
const ask = (settings: object, layers: Layer[], set: Partial<Drawing> = {}): Finding =>
  lookAt(kernels, { drawing: { sheet, layers, ...set }, acts: [], step: 'now' }, [
    {
      id: 'it',
      title: 'it',
      settings: {
        what: 'the form',
        target: [10, 10, 246, 10, 246, 246, 10, 246],
        tolerance: 'standard',
        ...settings,
      } as LookFor['settings'],
    },
  ])[0]!
const grey = (lightness: number): Rgb8 => rgbOf({ lightness, chroma: 0, hue: 0 })
const inDisc = (x: number, y: number, radius = 100) => Math.hypot(x - 128, y - 128) < radius

describe('the figures behind', () => {
  it('a plane is found exactly, and how much it tells', () => {
    const values = Float32Array.from({ length: 900 }, (_, i) => 40 + 0.5 * (i % 30) - 0.25 * Math.floor(i / 30))
    const fit = leastSquares3(values, new Uint8Array(900).fill(1), 30)!
    expect(fit.dx).toBeCloseTo(0.5, 5)
    expect(fit.dy).toBeCloseTo(-0.25, 5)
    expect(fit.r2).toBeCloseTo(1, 5)
    expect(leastSquares3(values, new Uint8Array(900), 30)).toBeNull()
  })

  it('shades are counted in bands and in gradients', () => {
    const bands = (places: readonly number[]) =>
      Float64Array.from({ length: 101 }, (_, i) => (places.includes(i) ? 100 : 0))
    expect(shadesIn(bands([20, 32, 44, 56, 68]))).toEqual([20, 32, 44, 56, 68])
    expect(shadesIn(bands([20, 22, 60]))).toHaveLength(2)
    expect(
      shadesIn(new Float64Array(101).fill(1).map((value, i) => (i >= 30 && i < 70 ? value : 0))).length,
    ).toBeGreaterThanOrEqual(8)
    // A trace of a shade is none.
    expect(shadesIn(bands([50]).map((value, i) => (i === 80 ? 1 : value)))).toEqual([50])
  })

  it('percentiles and turns of hue', () => {
    const counts = new Float64Array(101)
    for (let i = 1; i <= 100; i++) counts[i] = 1
    expect([0.02, 0.5, 0.98].map(share => percentile(counts, share))).toEqual([2, 50, 98])
    expect([hueTurn(350, 10), hueTurn(10, 350), hueTurn(0, 180)]).toEqual([20, -20, -180])
    expect(lchOf([255, 0, 0]).hue).toBeCloseTo(29.2, 0)
  })
})

describe('light from the pin, on rendered balls', () => {
  it.each([0, 45, 130, 200, 310])('with the light at %i° around it the fitted way is the light’s', degrees => {
    const pin = {
      x: 128 + 300 * Math.cos((degrees * Math.PI) / 180),
      y: 128 + 300 * Math.sin((degrees * Math.PI) / 180),
      height: 40,
    }
    const [lx, ly, lz] = lightFrom(pin, { x: 128, y: 128 })
    // Lambert's cosine law and a little light from round about, as linear light.
    const ball = layer('ball', (x, y) => {
      const [u, v] = [(x + 0.5 - 128) / 100, (128 - y - 0.5) / 100]
      const rest = 1 - u * u - v * v
      if (rest < 0) return null
      const value = Math.round(
        255 * fromLinear(Math.min(0.08 + 0.8 * Math.max(u * lx + v * ly + Math.sqrt(rest) * lz, 0), 1)),
      )
      return [value, value, value]
    })
    const seen = ask({ measure: 'light-from-pin' }, [ball], { light: pin })
    expect(seen.verdict).toBe('met')
    expect(seen.figure!.value).toBeLessThanOrEqual(3)
    const wrong = ask({ measure: 'light-from-pin' }, [ball], { light: { ...pin, x: 256 - pin.x, y: 256 - pin.y } })
    expect(wrong.verdict).toBe('not-yet')
    expect(wrong.figure!.value).toBeGreaterThanOrEqual(177)
    expect(wrong.marks).toHaveLength(2)
    const beside = ask({ measure: 'light-from-pin' }, [ball], {
      light: { ...pin, x: 128 - (pin.y - 128), y: 128 + (pin.x - 128) },
    })
    expect(Math.abs(beside.figure!.value - 90)).toBeLessThanOrEqual(3)
  })

  it('can’t be told without a pin, with the pin on the form, or from a pattern', () => {
    const flat = layer('ball', (x, y) => (inDisc(x, y) ? grey(0.6) : null))
    expect(ask({ measure: 'light-from-pin' }, [flat]).verdict).toBe('cant-tell')
    expect(ask({ measure: 'light-from-pin' }, [flat], { light: { x: 128, y: 128, height: 30 } }).verdict).toBe(
      'cant-tell',
    )
    expect(ask({ measure: 'light-from-pin' }, [flat], { light: { x: 9, y: 9, height: 30 } }).verdict).toBe('not-yet')
  })
})

describe('values', () => {
  it('the range is that of the px', () => {
    const halves = layer('a', x => (x < 128 ? grey(0.3) : grey(0.8)))
    const { verdict, figure } = ask({ measure: 'value-range' }, [halves])
    expect(verdict).toBe('met')
    // OKLab's lightness of a grey is the cube root of its luminance: L* = 116 l − 16.
    expect(Math.abs(figure!.value - 116 * 0.5)).toBeLessThanOrEqual(1)
  })

  it('pure ends are counted', () => {
    const spot = layer('a', (x, y) => (inDisc(x, y, 28) ? [255, 255, 255] : grey(0.6)))
    const { verdict, figure, sentence } = ask({ measure: 'no-pure-ends' }, [spot])
    expect(figure!.value).toBeCloseTo((100 * Math.PI * 784) / (236 * 236), 0)
    expect(verdict).toBe('nearly')
    expect(sentence).toContain('pure white')
  })

  it('colours off the palette are named', () => {
    const red: Rgb8 = rgbOf({ lightness: 0.6, chroma: 0.12, hue: 25 })
    const blue: Rgb8 = rgbOf({ lightness: 0.6, chroma: 0.12, hue: 260 })
    const two = layer('a', x => (x < 180 ? red : blue))
    expect(ask({ measure: 'palette-kept', colours: [[...red], [...blue]] }, [two]).verdict).toBe('met')
    const off = ask({ measure: 'palette-kept', colours: [[...red]] }, [two])
    expect(off.verdict).toBe('not-yet')
    expect(off.sentence).toContain('blue')
    expect(off.figure!.value).toBeCloseTo((100 * 170) / 236, 0)
  })

  it('a band is told from a fall', () => {
    const fall = layer('a', x => grey(0.3 + 0.4 * (x / 255)))
    const bands = layer('a', x => grey(0.3 + 0.2 * Math.min(Math.floor(x / 86), 2)))
    expect(ask({ measure: 'smooth-gradient' }, [fall]).verdict).toBe('met')
    expect(ask({ measure: 'smooth-gradient' }, [bands]).verdict).toBe('not-yet')
    expect(ask({ measure: 'smooth-gradient' }, [layer('a', () => grey(0.5))]).sentence).toContain('hardly changes')
  })

  it('opposites are opposite', () => {
    const halves = (turn: number) =>
      layer('a', x => rgbOf({ lightness: 0.62, chroma: 0.1, hue: x < 128 ? 40 : (40 + turn) % 360 }))
    const areas = [
      { what: 'the sail', target: [20, 20, 110, 20, 110, 230, 20, 230] },
      { what: 'the sea', target: [146, 20, 236, 20, 236, 230, 146, 230] },
    ]
    const off = (turn: number) => ask({ measure: 'contrast-pair', areas }, [halves(turn)]).figure!.value
    for (const turn of [180, 150, 90]) expect(Math.abs(off(turn) - Math.abs(180 - turn))).toBeLessThanOrEqual(2)
    expect(ask({ measure: 'contrast-pair', areas }, [layer('a', () => grey(0.5))]).verdict).toBe('cant-tell')
  })

  it('a shadow is darker and still a colour', () => {
    const of = (shadow: Rgb8) =>
      ask(
        {
          measure: 'lively-shadow',
          base: [20, 20, 110, 20, 110, 230, 20, 230],
          target: [146, 20, 236, 20, 236, 230, 146, 230],
        },
        [layer('a', x => (x < 128 ? rgbOf({ lightness: 0.7, chroma: 0.12, hue: 60 }) : shadow))],
      )
    expect(of(rgbOf({ lightness: 0.5, chroma: 0.12, hue: 40 })).verdict).toBe('met')
    expect(of(grey(0.5)).verdict).toBe('not-yet')
    expect(of(rgbOf({ lightness: 0.7, chroma: 0.12, hue: 60 })).sentence).toContain('not darker')
  })
})

describe('layers', () => {
  const layers = [
    layer('colour', () => grey(0.5)),
    layer('soft shadow', () => null, { mode: 'multiply', opacity: 60, tiles: new Map() }),
    layer('Lines 2', () => grey(0.1)),
  ]
  const set = (...asked: object[]) =>
    ask({ measure: 'layer-set-up', layers: asked, what: undefined, target: undefined, tolerance: undefined }, layers)
  it('are looked at by name, order and settings', () => {
    expect(
      set(
        { name: 'colour', painted: true },
        { name: 'Shadow', mode: 'multiply', opacityFrom: 40, opacityTo: 80 },
        { name: 'lines' },
      ).verdict,
    ).toBe('met')
    expect(set({ name: 'lines' }, { name: 'colour' }).sentence).toBe('“colour” lies too low.')
    expect(set({ name: 'shadow', painted: true, mode: 'screen', clip: true }).sentence).toBe(
      '“soft shadow” mixes as multiply, not screen, is not clipped to below and is empty.',
    )
    expect(set({ name: 'sky' }).sentence).toBe('There is no layer “sky”.')
  })
})
