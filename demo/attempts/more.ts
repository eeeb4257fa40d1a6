import { toolSettings } from '#core/brush'
import { rgbOf, shadeLadder } from '#core/colour'
import type { Point } from '../hand'
import { box, round, straightWay, vase, type Attempts, type Colour } from './trial'

/** Attempts at forms that were shown, at shadows, blending and order. */
export const MORE = {
  'even-width'(trial, isGood) {
    const { random } = trial
    const way = round(500, 400, random.between(200, 320), random.between(110, 200), { from: 0, to: random.between(0.6, 0.9) })
    const size = random.int(12, 20)
    if (isGood) trial.stroke(toolSettings('ink-pen', { size, pressureSize: 0, speedSize: 0, taperIn: 0, taperOut: 0 }), way, { layer: 'lines' })
    else {
      // Pieces of very different width, one after the other.
      const cut = Math.round(way.length * random.between(0.35, 0.65))
      trial.stroke(toolSettings('ink-pen', { size, pressureSize: 0, speedSize: 0, taperIn: 0, taperOut: 0 }), way.slice(0, cut), { layer: 'lines' })
      trial.stroke(toolSettings('ink-pen', { size: Math.round(size * random.between(2.2, 3)), pressureSize: 0, speedSize: 0, taperIn: 0, taperOut: 0 }), way.slice(cut - 2), { layer: 'lines' })
    }
    return { measure: 'even-width', layer: 'lines', what: 'the hill', target: box(60, 60, 940, 740), tolerance: 'standard' }
  },
  'likeness'(trial, isGood) {
    const { random } = trial
    const size = random.between(180, 260)
    const shown = vase(500, 390, size, random, 0)
    const isExact = random.unit() < 0.3
    const scale = isExact ? 1 : random.between(0.8, 1.15)
    const [dx, dy] = isExact ? [0, 0] : [random.between(-60, 60), random.between(-25, 25)]
    const own = shown.map(([x, y], i): Point => {
      const fault = isGood ? 1 : y < 390 ? 0.45 : 1.5
      return [500 + (x - 500) * scale * fault + dx, 390 + (y - 390) * scale + dy + (i < 0 ? 1 : 0)]
    })
    trial.line([...own, ...own.slice(0, 6)], { size: random.int(4, 8), hand: { sway: 2.5 } })
    return { measure: 'likeness', layer: 'lines', what: 'the vase', target: box(120, 60, 880, 720), shape: shown.filter((_, i) => i % 6 === 0).flat(), isExact, tolerance: 'standard' }
  },
  'polygon'(trial, isGood) {
    const { random } = trial
    const wanted = random.int(3, 5)
    const corners = isGood ? wanted : wanted + random.pick(wanted === 3 ? [1, 2] : [-1, 2])
    const turn = random.between(0, 6)
    const radius = random.between(150, 270)
    const places = Array.from({ length: corners }, (_, i): Point => {
      const angle = turn + (2 * Math.PI * i) / corners + random.between(-0.12, 0.12)
      return [500 + radius * Math.cos(angle), 380 + radius * Math.sin(angle)]
    })
    const sides = places.map((place, i) => straightWay(place, places[(i + 1) % corners]!))
    if (random.unit() < 0.5) trial.line([...sides.flat(), sides[0]![0]!], { size: 7, hand: { sway: 2 } })
    else for (const side of sides) trial.line(side, { size: 7, hand: { sway: 2 } })
    return { measure: 'polygon', layer: 'lines', what: 'the sign', corners: wanted, target: box(120, 20, 880, 740), tolerance: 'standard' }
  },
  'cast-shadow'(trial, isGood) {
    const { random } = trial
    const way = random.between(0, 2 * Math.PI)
    const fault = isGood ? '' : random.pick(['toward', 'none', 'pale'])
    trial.layer('shadow', 'shadow', 0)
    trial.patch(round(500, 350, 110, 120), [150, 110, 80])
    const to = fault === 'toward' ? way + random.between(-0.5, 0.5) : way + Math.PI + random.between(-0.35, 0.35)
    const far = random.between(70, 130)
    if (fault !== 'none') trial.patch(round(500 + far * Math.cos(to), 350 + far * Math.sin(to), 110, 100), fault === 'pale' ? [248, 246, 241] : [120, 116, 130], { layer: 'shadow' })
    return { measure: 'cast-shadow', form: 'colour', shadow: 'shadow', what: 'the pear', light: { x: 500 + 400 * Math.cos(way), y: 350 + 400 * Math.sin(way), height: 30 }, tolerance: 'standard' }
  },
  'blended-along'(trial, isGood) {
    const { random } = trial
    const count = 5
    const own = shadeLadder(rgbOf({ lightness: 0.6, chroma: 0.1, hue: random.between(0, 360) }), 85, count).rungs
    own.forEach((colour, i) => trial.patch([...straightWay([200, 180 + 80 * i], [800, 180 + 80 * i]), ...straightWay([800, 260 + 80 * i], [200, 260 + 80 * i])], [...colour] as Colour, { wobble: 1 }))
    const smudge = toolSettings(random.pick(['smudge', 'soften'] as const), { size: 40 })
    for (let i = 1; i < count; i++) {
      if (isGood) trial.stroke(smudge, straightWay([230, 180 + 80 * i], [770, 180 + 80 * i + random.between(-14, 14)]))
      else {
        const x = random.between(260, 740)
        trial.stroke(smudge, straightWay([x, 200], [x + random.between(-60, 60), 560]))
      }
    }
    return { measure: 'blended-along', layer: 'colour', what: 'the sky', target: box(200, 180, 800, 580), along: 0, tolerance: 'standard' }
  },
  'texture'(trial, isGood) {
    const { random } = trial
    const wants = random.pick(['lively', 'even'] as const)
    const isRough = (wants === 'lively') === isGood
    const tones = [0.3, 0.42, 0.55, 0.7].map((lightness): Colour => [...rgbOf({ lightness, chroma: 0.1, hue: 140 })] as Colour)
    trial.patch(round(500, 380, 260, 180), tones[1]!)
    if (isRough) {
      // Sprayed: dark first, light on top, here and there.
      for (const tone of tones) {
        for (let i = 0; i < 5; i++) {
          const [x, y] = [random.between(320, 680), random.between(270, 490)]
          trial.stroke(toolSettings('spatter', { size: 150, tip: { kind: 'spray', rate: 90, drop: 7 } }), straightWay([x - 90, y], [x + 90, y + random.between(-40, 40)]), { colour: tone, hand: { speed: 240 } })
        }
      }
    }
    return { measure: 'texture', what: 'the bush', target: round(500, 380, 220, 150).filter((_, i) => i % 10 === 0).flat(), wants, holes: false, tolerance: 'standard' }
  },
  'steps-in-order'(trial, isGood) {
    const { random } = trial
    const order = ['block', 'line', 'fill']
    const fault = isGood ? '' : random.pick(['turned', 'left out'])
    const drawn = fault === 'turned' ? ['fill', 'line', 'block'] : fault === 'left out' ? ['block'] : order
    for (const step of drawn) {
      trial.step(step)
      for (let i = 0; i < 3; i++) trial.line(straightWay([200 + 100 * i, 200], [260 + 100 * i, 500]), { tool: 'pencil', size: 6 })
    }
    return { measure: 'steps-in-order', steps: order.map(step => ({ step, title: step })), hidden: [] }
  },
} satisfies Attempts
