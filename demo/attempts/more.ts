import { seededRandom } from '#core/base'
import { toolSettings } from '#core/brush'
import { rgbOf, shadeLadder } from '#core/colour'
import { shownTone } from '#core/lookfor'
import type { Point } from '../hand'
import { box, graded, middleOf, round, straightPath, Trial, vase, type Attempts, type Colour } from './trial'

/** Attempts at forms that were shown, at shadows, blending and order. */
export const MORE = {
  'even-width'(trial, fault) {
    const { random } = trial
    const path = round(500, 400, random.between(200, 320), random.between(110, 200), {
      from: 0,
      to: random.between(0.6, 0.9),
    })
    const size = random.int(12, 20)
    // Two pieces, one after the other: of one width, then of widths that differ more and more.
    const cut = Math.round(path.length * random.between(0.35, 0.65))
    const pen = (by: number) =>
      toolSettings('ink-pen', { size: Math.round(size * by), pressureSize: 0, speedSize: 0, taperIn: 0, taperOut: 0 })
    trial
      .stroke(pen(1), path.slice(0, cut), { layer: 'lines' })
      .stroke(pen(graded(fault, [1, 1.15], [2, 3])), path.slice(cut - 2), { layer: 'lines' })
    return {
      measure: 'even-width',
      layer: 'lines',
      what: 'the hill',
      target: box(60, 60, 940, 740),
      tolerance: 'standard',
    }
  },
  likeness(trial, fault) {
    const { random } = trial
    const size = random.between(180, 260)
    const shown = vase(500, 390, size, random, 0)
    const isExact = random.unit() < 0.3
    const isToned = random.unit() < 0.5
    const scale = isExact ? 1 : random.between(0.8, 1.15)
    const [dx, dy] = isExact ? [0, 0] : [random.between(-60, 60), random.between(-25, 25)]
    const own = shown.map(([x, y]): Point => {
      // What is toned is told apart by its light alone.
      const by = isToned ? 1 : y < 390 ? graded(fault, [1, 0.97], [0.6, 0.4]) : graded(fault, [1, 1.03], [1.35, 1.6])
      return [500 + (x - 500) * scale * by + dx, 390 + (y - 390) * scale + dy]
    })
    trial.line([...own, ...own.slice(0, 6)], { size: random.int(4, 8), hand: { sway: 2.5 } })
    const asked = {
      measure: 'likeness' as const,
      layer: 'lines',
      what: 'the vase',
      target: box(120, 60, 880, 720),
      shape: shown.filter((_, i) => i % 6 === 0).flat(),
      isExact,
      tolerance: 'standard' as const,
    }
    if (!isToned) return asked
    // Lit from one side: the same, then turned round it and flatter.
    const lit = (of: Trial, outline: readonly Point[], light: number, contrast: number) => {
      const middle = middleOf(outline)
      for (let i = 0; i < 5; i++) {
        const by = 1 - 0.17 * i
        const [x, y] = [middle[0] + 26 * i * Math.cos(light), middle[1] + 26 * i * Math.sin(light)]
        of.patch(
          outline.map(([px, py]): Point => [x + (px - middle[0]) * by, y + (py - middle[1]) * by]),
          [...rgbOf({ lightness: 0.56 + contrast * (i - 2), chroma: 0.04, hue: 60 })] as Colour,
          { wobble: 2 },
        )
      }
    }
    const light = random.between(0, 6)
    const model = new Trial(trial.kernels, seededRandom(1)).line(shown, { size: 6 })
    lit(model, shown, light, 0.085)
    lit(
      trial,
      own,
      light + random.pick([-1, 1]) * graded(fault, [0, 0.3], [1.4, Math.PI]),
      0.085 * graded(fault, [1.05, 0.9], [0.5, 0.2]),
    )
    return { ...asked, tone: shownTone(model, asked.shape) }
  },
  polygon(trial, fault) {
    const { random } = trial
    const wanted = random.int(3, 5)
    // Between the good and the faulty: a corner too few or too many, at the same size.
    const more = Math.round(graded(fault, [0, 0], [1, 2]))
    const corners = wanted + (wanted > 3 && more === 1 && random.unit() < 0.5 ? -1 : more)
    const turn = random.between(0, 6)
    const radius = random.between(150, 270)
    const places = Array.from({ length: corners }, (_, i): Point => {
      const angle = turn + (2 * Math.PI * i) / corners + random.between(-0.12, 0.12)
      return [500 + radius * Math.cos(angle), 380 + radius * Math.sin(angle)]
    })
    const sides = places.map((place, i) => straightPath(place, places[(i + 1) % corners]!))
    if (random.unit() < 0.5) trial.line([...sides.flat(), sides[0]![0]!], { size: 7, hand: { sway: 2 } })
    else for (const side of sides) trial.line(side, { size: 7, hand: { sway: 2 } })
    return {
      measure: 'polygon',
      layer: 'lines',
      what: 'the sign',
      corners: wanted,
      target: box(120, 20, 880, 740),
      tolerance: 'standard',
    }
  },
  'cast-shadow'(trial, fault) {
    const { random } = trial
    const path = random.between(0, 2 * Math.PI)
    const kind = random.pick(['toward', 'pale', ...(fault > 0.65 ? ['none'] : [])])
    trial.layer('shadow', 'shadow', 0)
    trial.patch(round(500, 350, 110, 120), [150, 110, 80])
    const to =
      path +
      Math.PI +
      random.pick([-1, 1]) * (kind === 'toward' ? graded(fault, [0, 0.35], [1.75, Math.PI]) : random.between(0, 0.35))
    const pale = kind === 'pale' ? graded(fault, [0, 0.2], [0.92, 1]) : 0
    const tone = [120, 116, 130].map((value, i) => Math.round(value + pale * ([248, 246, 241][i]! - value))) as Colour
    const far = random.between(70, 130)
    if (kind !== 'none')
      trial.patch(round(500 + far * Math.cos(to), 350 + far * Math.sin(to), 110, 100), tone, { layer: 'shadow' })
    return {
      measure: 'cast-shadow',
      form: 'colour',
      shadow: 'shadow',
      what: 'the pear',
      light: { x: 500 + 400 * Math.cos(path), y: 350 + 400 * Math.sin(path), height: 30 },
      tolerance: 'standard',
    }
  },
  'blended-along'(trial, fault) {
    const { random } = trial
    const count = 5
    const own = shadeLadder(rgbOf({ lightness: 0.6, chroma: 0.1, hue: random.between(0, 360) }), 85, count).rungs
    own.forEach((colour, i) =>
      trial.patch(
        [
          ...straightPath([200, 180 + 80 * i], [800, 180 + 80 * i]),
          ...straightPath([800, 260 + 80 * i], [200, 260 + 80 * i]),
        ],
        [...colour] as Colour,
        { wobble: 1 },
      ),
    )
    const smudge = toolSettings(random.pick(['smudge', 'soften'] as const), { size: 40 })
    for (let i = 1; i < count; i++) {
      // Along the stripes; then slanted, shorter and steeper; then across.
      const angle = (random.pick([-1, 1]) * Math.PI * graded(fault, [0, 6], [55, 90])) / 180
      const half = 270 - 90 * Math.abs(Math.sin(angle))
      const [x, y] = [Math.abs(angle) < 0.3 ? 500 : random.between(400, 600), 180 + 80 * i]
      trial.stroke(
        smudge,
        straightPath(
          [x - half * Math.cos(angle), y - half * Math.sin(angle)],
          [x + half * Math.cos(angle), y + half * Math.sin(angle)],
        ),
      )
    }
    return {
      measure: 'blended-along',
      layer: 'colour',
      what: 'the sky',
      target: box(200, 180, 800, 580),
      along: 0,
      tolerance: 'standard',
    }
  },
  texture(trial, fault) {
    const { random } = trial
    const wants = random.pick(['lively', 'even'] as const)
    const rough = graded(fault, wants === 'lively' ? [1, 0.8] : [0, 0.05], wants === 'lively' ? [0.1, 0] : [0.7, 1])
    const tones = [0.3, 0.42, 0.55, 0.7].map(
      (lightness): Colour => [...rgbOf({ lightness, chroma: 0.1, hue: 140 })] as Colour,
    )
    trial.patch(round(500, 380, 260, 180), tones[1]!)
    // Sprayed: dark first, light on top, here and there; the less rough, the nearer are the tones.
    if (rough >= 0.02) {
      for (const [lightness, each] of tones.entries()) {
        const tone = each.map((value, k) => Math.round(tones[1]![k]! + (value - tones[1]![k]!) * rough)) as Colour
        for (let i = 0; i < (rough > 0.3 || lightness > 1 ? 5 : 2); i++) {
          const [x, y] = [random.between(320, 680), random.between(270, 490)]
          trial.stroke(
            toolSettings('spatter', { size: 150, tip: { kind: 'spray', rate: 90, drop: 7 } }),
            straightPath([x - 90, y], [x + 90, y + random.between(-40, 40)]),
            { colour: tone, hand: { speed: 240 } },
          )
        }
      }
    }
    return {
      measure: 'texture',
      what: 'the bush',
      target: round(500, 380, 220, 150)
        .filter((_, i) => i % 10 === 0)
        .flat(),
      wants,
      holes: false,
      tolerance: 'standard',
    }
  },
  'steps-in-order'(trial, fault) {
    const { random } = trial
    const order = ['block', 'line', 'fill']
    const kind = random.pick(['turned', 'left out'])
    const amiss = Math.round(graded(fault, [0, 0], [1, 2]))
    const drawn =
      amiss === 0
        ? order
        : kind === 'left out'
          ? order.slice(0, 3 - amiss)
          : amiss === 1
            ? ['line', 'block', 'fill']
            : ['fill', 'line', 'block']
    for (const step of drawn) {
      trial.step(step)
      for (let i = 0; i < 3; i++)
        trial.line(straightPath([200 + 100 * i, 200], [260 + 100 * i, 500]), { tool: 'pencil', size: 6 })
    }
    return { measure: 'steps-in-order', steps: order.map(step => ({ step, title: step })), hidden: [] }
  },
} satisfies Attempts
