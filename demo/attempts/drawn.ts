import { toolSettings } from '#core/brush'
import type { Point } from '../hand'
import { box, boxPoints, round, straightWay, vase, type Attempts } from './trial'

const ERASER = toolSettings('hard-eraser')

/** Attempts at lines and shapes. */
export const DRAWN = {
  'straight-line'(trial, isGood) {
    const { random } = trial
    const length = random.between(320, 620)
    const asked = random.int(0, 179)
    const isTilted = !isGood && random.unit() < 0.35
    const tilt = isGood ? random.between(-1.5, 1.5) : isTilted ? random.pick([-1, 1]) * random.between(11, 30) : random.between(-1.5, 1.5)
    const bow = isGood ? random.between(0, 0.006) : isTilted ? 0 : random.between(0.09, 0.22)
    const angle = -((asked + tilt) * Math.PI) / 180
    const [cx, cy] = [500, 380]
    const way = Array.from({ length: 120 }, (_, i): Point => {
      const t = i / 119 - 0.5
      const off = bow * length * (1 - 4 * t * t)
      return [cx + t * length * Math.cos(angle) - off * Math.sin(angle), cy + t * length * Math.sin(angle) + off * Math.cos(angle)]
    })
    trial.line(way, { size: random.int(3, 14) })
    return { measure: 'straight-line', layer: 'lines', what: 'the mast', target: box(100, 20, 900, 740), angle: asked, tolerance: 'standard' }
  },
  'round-shape'(trial, isGood) {
    const { random } = trial
    const radius = random.between(90, 260)
    const form = random.pick(['circle', 'ellipse'] as const)
    const fault = isGood ? '' : random.pick(form === 'circle' ? ['flat', 'bump', 'open'] : ['bump', 'open'])
    const ratio = form === 'ellipse' ? random.between(0.45, 0.8) : fault === 'flat' ? random.between(0.5, 0.7) : random.between(0.95, 1)
    const to = fault === 'open' ? random.between(0.7, 0.85) : random.between(0.995, 1.06)
    const from = random.unit()
    const bump = fault === 'bump' ? random.between(0.16, 0.26) : random.between(0, 0.012)
    const way = round(500, 380, radius, radius * ratio, { from, to: from + to, turn: random.between(0, 3), bump, lobes: random.int(3, 4) })
    if (isGood && random.unit() < 0.25) {
      // In two strokes.
      const half = way.length >> 1
      trial.line(way.slice(0, half + 3)).line(way.slice(half - 3))
    } else trial.line(way, { size: random.int(4, 12) })
    return { measure: 'round-shape', layer: 'lines', what: 'the wheel', form, target: box(150, 30, 850, 730), tolerance: 'standard' }
  },
  'steady-line'(trial, isGood) {
    const { random } = trial
    const way = round(500, 420, random.between(200, 330), random.between(90, 200), { from: random.between(0, 0.3), to: random.between(0.6, 0.95) })
    trial.line(way, { size: random.int(8, 12), tool: 'pencil', hand: isGood ? { tremor: random.between(0.2, 0.9) } : { tremor: random.between(9, 14), sway: 6, speed: 330 } })
    return { measure: 'steady-line', layer: 'lines', what: 'the hill', target: box(60, 60, 940, 720), tolerance: 'standard' }
  },
  'confident-strokes'(trial, isGood) {
    const { random } = trial
    const way = round(500, 400, random.between(220, 340), random.between(120, 220), { from: 0, to: 1 })
    const pieces = isGood ? random.int(1, 4) : random.int(14, 26)
    for (let i = 0; i < pieces; i++) {
      const share = isGood ? 1 / pieces + 0.03 : random.between(0.16, 0.3)
      const from = isGood ? i / pieces : random.unit()
      const part = Array.from({ length: Math.round(share * way.length) }, (_, k) => way[(Math.round(from * way.length) + k) % way.length]!)
      trial.line(part, { size: 6, tool: 'pencil' })
    }
    return { measure: 'confident-strokes', layer: 'lines', what: 'the pot', target: box(60, 60, 940, 740), tolerance: 'standard' }
  },
  'ends-meet'(trial, isGood) {
    const { random } = trial
    const [w, h] = [random.between(150, 280), random.between(120, 240)]
    const corners: Point[] = [[500 - w, 380 - h], [500 + w, 380 - h], [500 + w, 380 + h], [500 - w, 380 + h]]
    const bad = random.int(0, 3)
    const isShort = random.unit() < 0.5
    corners.forEach((from, i) => {
      const to = corners[(i + 1) % 4]!
      const length = Math.hypot(to[0] - from[0], to[1] - from[1])
      const extra = isGood || i !== bad ? random.between(-1, 4) : isShort ? -random.between(24, 40) : random.between(62, 90)
      const end: Point = [to[0] + ((to[0] - from[0]) / length) * extra, to[1] + ((to[1] - from[1]) / length) * extra]
      trial.line(straightWay(from, end), { size: random.int(6, 10), hand: { sway: 1.2, tremor: 0.3 } })
    })
    return { measure: 'ends-meet', layer: 'lines', what: 'the box', target: box(60, 40, 940, 740), tolerance: 'standard' }
  },
  'placement'(trial, isGood) {
    const { random } = trial
    const kind = random.pick(['middle', 'margin', 'size', 'foot', 'thirds'] as const)
    const size = random.between(0.14, 0.2)
    let [x, y, high] = [0.5, 0.5, size]
    const off = () => (isGood ? random.between(-0.03, 0.03) : random.pick([-1, 1]) * random.between(0.14, 0.22))
    if (kind === 'middle') [x, y] = [0.5 + off(), 0.5 + random.between(-0.03, 0.03)]
    if (kind === 'thirds') [x, y] = isGood ? [1 / 3 + random.between(-0.03, 0.03), 2 / 3 + random.between(-0.03, 0.03)] : [0.5 + random.between(-0.02, 0.02), 0.5 + random.between(-0.02, 0.02)]
    if (kind === 'margin') [x, y] = isGood ? [0.5, 0.5] : [random.between(0.14, 0.16), 0.5]
    if (kind === 'size') high = isGood ? 0.3 + random.between(-0.015, 0.015) : random.pick([random.between(0.1, 0.15), random.between(0.42, 0.46)])
    if (kind === 'foot') y = (isGood ? 0.75 + random.between(-0.02, 0.02) : 0.75 + random.pick([-1, 1]) * random.between(0.15, 0.2)) - high
    const [cx, cy, ry] = [1000 * x, 760 * y, 760 * high]
    trial.line(round(cx, cy, Math.min(ry, 140), ry, { to: 1.02 }), { size: 8 })
    const aim = { middle: { kind, x: 0.5, y: 0.5 }, thirds: { kind }, margin: { kind, least: 0.12 }, size: { kind, height: 0.6 }, foot: { kind, y: 0.75 } }[kind]
    return { measure: 'placement', layer: 'lines', what: 'the pear', aim: aim as never, tolerance: 'standard' }
  },
  'proportion'(trial, isGood) {
    const { random } = trial
    const ratio = random.between(0.3, 0.7)
    const found = isGood ? ratio * random.between(0.93, 1.07) : ratio * random.pick([random.between(0.4, 0.55), random.between(1.7, 2.2)])
    const body = 170
    trial.patch(round(500, 480, 120, body), [120, 90, 60]).layer('head', 'head', 2)
    trial.patch(round(500, 150, 90 * found + 20, body * found), [160, 120, 90], { layer: 'head' })
    return { measure: 'proportion', part: { layer: 'head', what: 'the head' }, to: { layer: 'colour', what: 'the body' }, by: 'height', ratio, tolerance: 'standard' }
  },
  'symmetry'(trial, isGood) {
    const { random } = trial
    const wants = random.pick(['even', 'slightly-uneven'] as const)
    const odd = isGood ? (wants === 'even' ? random.between(0, 0.03) : random.between(0.06, 0.1)) : random.between(0.55, 0.8)
    const way = vase(500, 390, random.between(180, 300), random, odd)
    trial.line([...way, ...way.slice(0, 6)], { size: random.int(4, 9), hand: { sway: wants === 'even' ? 2 : 4 } })
    return { measure: 'symmetry', layer: 'lines', what: 'the vase', wants, target: box(200, 80, 800, 700), tolerance: 'standard' }
  },
  'closed-outline'(trial, isGood) {
    const { random } = trial
    const from = random.unit()
    const radius = random.between(120, 260)
    const gap = isGood ? -0.02 : random.between(16, 40) / (2 * Math.PI * radius)
    trial.line(round(500, 380, radius, radius * random.between(0.7, 1), { from, to: from + 1 - gap }), { size: random.int(5, 11), hand: { sway: 2 } })
    return { measure: 'closed-outline', layer: 'lines', what: 'the bowl', target: round(500, 380, radius * 0.6, radius * 0.5).flat(), tolerance: 'standard' }
  },
  'covered'(trial, isGood) {
    const { random } = trial
    const radius = random.between(130, 240)
    trial.line(round(500, 380, radius, radius, { to: 1.02 }), { size: 10, hand: { sway: 1.5 } }).patch(round(500, 380, radius - 1, radius - 1), trial.colour(), { wobble: 1 })
    if (!isGood) trial.stroke({ ...ERASER, size: Math.round(radius * random.between(0.35, 0.6)) }, straightWay([500 - radius * 0.5, 350], [500 + radius * 0.4, 420]))
    return { measure: 'covered', layer: 'colour', lines: 'lines', what: 'the bowl', target: round(500, 380, radius * 0.96, radius * 0.96).flat(), tolerance: 'standard' }
  },
  'inside-lines'(trial, isGood) {
    const { random } = trial
    const radius = random.between(130, 220)
    trial.line(round(500, 380, radius, radius, { to: 1.02 }), { size: 9, hand: { sway: 1.5 } }).patch(round(500, 380, radius - 1, radius - 1), trial.colour(), { wobble: 1 })
    if (!isGood) {
      const angle = random.between(0, 6)
      const at = (far: number): Point => [500 + far * Math.cos(angle), 380 + far * Math.sin(angle)]
      trial.line(straightWay(at(radius - 20), at(radius + random.between(60, 100))), { layer: 'colour', tool: 'marker', size: random.int(40, 70), colour: [200, 60, 60] })
    }
    return { measure: 'inside-lines', layer: 'colour', lines: 'lines', what: 'the bowl', target: round(500, 380, radius * 0.96, radius * 0.96).flat(), tolerance: 'standard' }
  },
  'no-pale-fringe'(trial, isGood) {
    const { random } = trial
    const radius = random.between(130, 230)
    const short = isGood ? -random.between(1, 3) : random.between(9, 14)
    trial.line(round(500, 380, radius, radius, { to: 1.02 }), { size: 10, hand: { sway: 1.2 } }).patch(round(500, 380, radius - short, radius - short), trial.colour(), { wobble: isGood ? 0.5 : 1.5 })
    return { measure: 'no-pale-fringe', layer: 'colour', lines: 'lines', what: 'the bowl', target: round(500, 380, radius * 0.96, radius * 0.96).flat(), tolerance: 'standard' }
  },
  'right-layer'(trial, isGood) {
    const { random } = trial
    const count = random.int(4, 14)
    const stray = isGood ? 0 : random.int(Math.ceil(count * 0.3), count)
    for (let i = 0; i < count; i++) trial.line(straightWay([100 + 50 * i, 200], [130 + 50 * i, 500]), { layer: i < stray ? 'colour' : 'lines', size: 6 })
    return { measure: 'right-layer', layer: 'lines', tolerance: 'standard' }
  },
  'tools-used'(trial, isGood) {
    const { random } = trial
    const count = random.int(4, 12)
    for (let i = 0; i < count; i++) {
      const isOther = !isGood && i < count * 0.6
      trial.line(straightWay([100 + 60 * i, 200], [130 + 60 * i, 450]), { tool: isOther ? random.pick(['marker', 'pencil', 'chalk']) : 'ink-pen', size: isOther ? 20 : random.int(6, 10) })
    }
    return { measure: 'tools-used', tools: [{ tool: 'ink-pen', sizeFrom: 6, sizeTo: 10 }], tolerance: 'standard' }
  },
  'layer-set-up'(trial, isGood) {
    const { random } = trial
    trial.layer('shade', random.pick(['Shadow', 'my shadow', 'shadow 1']), isGood ? 1 : random.pick([1, 0]))
    trial.patch(boxPoints(300, 200, 600, 500), trial.colour()).line(straightWay([100, 100], [700, 600]))
    if (isGood) trial.act({ kind: 'stack-set', item: 'shade', set: { mode: 'multiply' } })
    return { measure: 'layer-set-up', layers: [{ name: 'colour', painted: true }, { name: 'shadow', mode: 'multiply' }, { name: 'lines', painted: true }] }
  },
} satisfies Attempts
