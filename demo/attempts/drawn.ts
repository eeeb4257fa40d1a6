import { toolSettings } from '#core/brush'
import type { Point } from '../hand'
import { box, boxPoints, graded, round, straightPath, vase, type Attempts } from './trial'

const ERASER = toolSettings('hard-eraser')

/** Attempts at lines and shapes. */
export const DRAWN = {
  'straight-line'(trial, fault) {
    const { random } = trial
    const length = random.between(320, 620)
    const asked = random.int(0, 179)
    const isTilted = random.unit() < 0.35
    const tilt = isTilted ? random.pick([-1, 1]) * graded(fault, [0, 1.5], [9, 30]) : random.between(-1.5, 1.5)
    const bow = isTilted ? random.between(0, 0.006) : graded(fault, [0, 0.01], [0.06, 0.22])
    const angle = -((asked + tilt) * Math.PI) / 180
    const [cx, cy] = [500, 380]
    const path = Array.from({ length: 120 }, (_, i): Point => {
      const t = i / 119 - 0.5
      const off = bow * length * (1 - 4 * t * t)
      return [
        cx + t * length * Math.cos(angle) - off * Math.sin(angle),
        cy + t * length * Math.sin(angle) + off * Math.cos(angle),
      ]
    })
    trial.line(path, { size: random.int(3, 14) })
    return {
      measure: 'straight-line',
      layer: 'lines',
      what: 'the mast',
      target: box(100, 20, 900, 740),
      angle: asked,
      tolerance: 'standard',
    }
  },
  'round-shape'(trial, fault) {
    const { random } = trial
    const radius = random.between(90, 260)
    const form = random.pick(['circle', 'ellipse'] as const)
    const kind = random.pick(form === 'circle' ? ['flat', 'bump', 'open'] : ['bump', 'open'])
    const ratio =
      form === 'ellipse'
        ? random.between(0.45, 0.8)
        : kind === 'flat'
          ? graded(fault, [1, 0.95], [0.72, 0.5])
          : random.between(0.95, 1)
    const to = kind === 'open' ? graded(fault, [1.03, 0.995], [0.87, 0.7]) : random.between(0.995, 1.06)
    const from = random.unit()
    const bump = kind === 'bump' ? graded(fault, [0, 0.015], [0.14, 0.26]) : random.between(0, 0.012)
    const path = round(500, 380, radius, radius * ratio, {
      from,
      to: from + to,
      turn: random.between(0, 3),
      bump,
      lobes: random.int(3, 4),
    })
    if (kind !== 'open' && random.unit() < 0.25) {
      // In two strokes.
      const half = path.length >> 1
      trial.line(path.slice(0, half + 3)).line(path.slice(half - 3))
    } else trial.line(path, { size: random.int(4, 12) })
    return {
      measure: 'round-shape',
      layer: 'lines',
      what: 'the wheel',
      form,
      target: box(150, 30, 850, 730),
      tolerance: 'standard',
    }
  },
  'steady-line'(trial, fault) {
    const { random } = trial
    const path = round(500, 420, random.between(200, 330), random.between(90, 200), {
      from: random.between(0, 0.3),
      to: random.between(0.6, 0.95),
    })
    trial.line(path, {
      size: random.int(8, 12),
      tool: 'pencil',
      hand: { tremor: graded(fault, [0.2, 1], [8, 14]), ...(fault > 0.5 && { sway: 6, speed: 330 }) },
    })
    return {
      measure: 'steady-line',
      layer: 'lines',
      what: 'the hill',
      target: box(60, 60, 940, 720),
      tolerance: 'standard',
    }
  },
  'confident-strokes'(trial, fault) {
    const { random } = trial
    const path = round(500, 400, random.between(220, 340), random.between(120, 220), { from: 0, to: 1 })
    const pieces = Math.round(graded(fault, [1, 4], [13, 26]))
    const isHairy = fault > 0.4
    for (let i = 0; i < pieces; i++) {
      const share = isHairy ? random.between(0.16, 0.3) : 1 / pieces + 0.03
      const from = isHairy ? random.unit() : i / pieces
      const part = Array.from(
        { length: Math.round(share * path.length) },
        (_, k) => path[(Math.round(from * path.length) + k) % path.length]!,
      )
      trial.line(part, { size: 6, tool: 'pencil' })
    }
    return {
      measure: 'confident-strokes',
      layer: 'lines',
      what: 'the pot',
      target: box(60, 60, 940, 740),
      tolerance: 'standard',
    }
  },
  'ends-meet'(trial, fault) {
    const { random } = trial
    const [w, h] = [random.between(150, 280), random.between(120, 240)]
    const corners: Point[] = [
      [500 - w, 380 - h],
      [500 + w, 380 - h],
      [500 + w, 380 + h],
      [500 - w, 380 + h],
    ]
    const bad = random.int(0, 3)
    const isShort = random.unit() < 0.5
    corners.forEach((from, i) => {
      const to = corners[(i + 1) % 4]!
      const length = Math.hypot(to[0] - from[0], to[1] - from[1])
      const extra =
        i !== bad
          ? random.between(-1, 4)
          : isShort
            ? -graded(fault, [-1, 2], [20, 40])
            : graded(fault, [0, 5], [50, 90])
      const end: Point = [to[0] + ((to[0] - from[0]) / length) * extra, to[1] + ((to[1] - from[1]) / length) * extra]
      trial.line(straightPath(from, end), { size: random.int(6, 10), hand: { sway: 1.2, tremor: 0.3 } })
    })
    return {
      measure: 'ends-meet',
      layer: 'lines',
      what: 'the box',
      target: box(60, 40, 940, 740),
      tolerance: 'standard',
    }
  },
  placement(trial, fault) {
    const { random } = trial
    const kind = random.pick(['middle', 'margin', 'size', 'foot', 'thirds'] as const)
    const size = random.between(0.14, 0.2)
    let [x, y, high] = [0.5, 0.5, size]
    const off = (good: number, from: number, to: number) => random.pick([-1, 1]) * graded(fault, [0, good], [from, to])
    if (kind === 'middle') [x, y] = [0.5 + off(0.03, 0.12, 0.22), 0.5 + random.between(-0.03, 0.03)]
    if (kind === 'thirds')
      [x, y] = [
        graded(fault, [1 / 3, 0.36], [0.47, 0.5]) + random.between(-0.01, 0.01),
        graded(fault, [2 / 3, 0.64], [0.53, 0.5]) + random.between(-0.01, 0.01),
      ]
    if (kind === 'margin') [x, y] = [graded(fault, [0.5, 0.32], [0.18, 0.14]), 0.5]
    if (kind === 'size')
      high = random.pick([graded(fault, [0.3, 0.285], [0.19, 0.1]), graded(fault, [0.3, 0.315], [0.4, 0.46])])
    if (kind === 'foot') y = 0.75 + off(0.02, 0.12, 0.2) - high
    const [cx, cy, ry] = [1000 * x, 760 * y, 760 * high]
    trial.line(round(cx, cy, Math.min(ry, 140), ry, { to: 1.02 }), { size: 8 })
    const aim = {
      middle: { kind, x: 0.5, y: 0.5 },
      thirds: { kind },
      margin: { kind, least: 0.12 },
      size: { kind, height: 0.6 },
      foot: { kind, y: 0.75 },
    }[kind]
    return { measure: 'placement', layer: 'lines', what: 'the pear', aim: aim as never, tolerance: 'standard' }
  },
  proportion(trial, fault) {
    const { random } = trial
    const ratio = random.between(0.3, 0.7)
    const found = ratio * random.pick([graded(fault, [1, 0.93], [0.66, 0.4]), graded(fault, [1, 1.07], [1.5, 2.2])])
    const body = 170
    trial.patch(round(500, 480, 120, body), [120, 90, 60]).layer('head', 'head', 2)
    trial.patch(round(500, 150, 90 * found + 20, body * found), [160, 120, 90], { layer: 'head' })
    return {
      measure: 'proportion',
      part: { layer: 'head', what: 'the head' },
      to: { layer: 'colour', what: 'the body' },
      by: 'height',
      ratio,
      tolerance: 'standard',
    }
  },
  symmetry(trial, fault) {
    const { random } = trial
    const wants = random.pick(['even', 'slightly-uneven'] as const)
    const odd = graded(fault, wants === 'even' ? [0, 0.03] : [0.06, 0.1], [0.42, 0.8])
    const path = vase(500, 390, random.between(180, 300), random, odd)
    trial.line([...path, ...path.slice(0, 6)], { size: random.int(4, 9), hand: { sway: wants === 'even' ? 2 : 4 } })
    return {
      measure: 'symmetry',
      layer: 'lines',
      what: 'the vase',
      wants,
      target: box(200, 80, 800, 700),
      tolerance: 'standard',
    }
  },
  'closed-outline'(trial, fault) {
    const { random } = trial
    const from = random.unit()
    const radius = random.between(120, 260)
    const gap = graded(fault, [-20, -6], [14, 40]) / (2 * Math.PI * radius)
    trial.line(round(500, 380, radius, radius * random.between(0.7, 1), { from, to: from + 1 - gap }), {
      size: random.int(5, 11),
      hand: { sway: 2 },
    })
    return {
      measure: 'closed-outline',
      layer: 'lines',
      what: 'the bowl',
      target: round(500, 380, radius * 0.6, radius * 0.5).flat(),
      tolerance: 'standard',
    }
  },
  covered(trial, fault) {
    const { random } = trial
    const radius = random.between(130, 240)
    trial
      .line(round(500, 380, radius, radius, { to: 1.02 }), { size: 10, hand: { sway: 1.5 } })
      .patch(round(500, 380, radius - 1, radius - 1), trial.colour(), { wobble: 1 })
    // A place is left bare; a pinhole is none.
    trial.stroke(
      { ...ERASER, size: Math.max(Math.round(radius * graded(fault, [0.01, 0.03], [0.24, 0.6])), 2) },
      straightPath([500 - radius * 0.5, 350], [500 - radius * graded(fault, [0.47, 0.4], [-0.1, -0.4]), 420]),
    )
    return {
      measure: 'covered',
      layer: 'colour',
      lines: 'lines',
      what: 'the bowl',
      target: round(500, 380, radius * 0.96, radius * 0.96).flat(),
      tolerance: 'standard',
    }
  },
  'inside-lines'(trial, fault) {
    const { random } = trial
    const radius = random.between(130, 220)
    trial
      .line(round(500, 380, radius, radius, { to: 1.02 }), { size: 9, hand: { sway: 1.5 } })
      .patch(round(500, 380, radius - 1, radius - 1), trial.colour(), { wobble: 1 })
    const angle = random.between(0, 6)
    const at = (far: number): Point => [500 + far * Math.cos(angle), 380 + far * Math.sin(angle)]
    const size = Math.round(graded(fault, [14, 20], [36, 70]))
    // From well inside to so far past the line.
    trial.line(straightPath(at(radius - 60), at(radius - size / 2 + graded(fault, [-20, 6], [36, 100]))), {
      layer: 'colour',
      tool: 'marker',
      size,
      colour: [200, 60, 60],
    })
    return {
      measure: 'inside-lines',
      layer: 'colour',
      lines: 'lines',
      what: 'the bowl',
      target: round(500, 380, radius * 0.96, radius * 0.96).flat(),
      tolerance: 'standard',
    }
  },
  'no-pale-fringe'(trial, fault) {
    const { random } = trial
    const radius = random.between(130, 230)
    const short = graded(fault, [-3, -1], [8, 14])
    trial
      .line(round(500, 380, radius, radius, { to: 1.02 }), { size: 10, hand: { sway: 1.2 } })
      .patch(round(500, 380, radius - short, radius - short), trial.colour(), { wobble: fault < 0.5 ? 0.5 : 1.5 })
    return {
      measure: 'no-pale-fringe',
      layer: 'colour',
      lines: 'lines',
      what: 'the bowl',
      target: round(500, 380, radius * 0.96, radius * 0.96).flat(),
      tolerance: 'standard',
    }
  },
  'right-layer'(trial, fault) {
    const { random } = trial
    const count = random.int(4, 14)
    const stray = Math.round(count * graded(fault, [0, 0], [0.3, 1]))
    for (let i = 0; i < count; i++)
      trial.line(straightPath([100 + 50 * i, 200], [130 + 50 * i, 500]), {
        layer: i < stray ? 'colour' : 'lines',
        size: 6,
      })
    return { measure: 'right-layer', layer: 'lines', tolerance: 'standard' }
  },
  'tools-used'(trial, fault) {
    const { random } = trial
    const count = random.int(4, 12)
    for (let i = 0; i < count; i++) {
      const isOther = i < Math.round(count * graded(fault, [0, 0.04], [0.4, 1]))
      trial.line(straightPath([100 + 60 * i, 200], [130 + 60 * i, 450]), {
        tool: isOther ? random.pick(['marker', 'pencil', 'chalk']) : 'ink-pen',
        size: isOther ? 20 : random.int(6, 10),
      })
    }
    return { measure: 'tools-used', tools: [{ tool: 'ink-pen', sizeFrom: 6, sizeTo: 10 }], tolerance: 'standard' }
  },
  'layer-set-up'(trial, fault) {
    const { random } = trial
    // One thing amiss, then two, then all three.
    const amiss = Math.round(graded(fault, [0, 0], [1, 3]))
    trial.layer('shade', amiss > 2 ? 'Layer 7' : random.pick(['Shadow', 'my shadow', 'shadow 1']), amiss > 1 ? 0 : 1)
    trial.patch(boxPoints(300, 200, 600, 500), trial.colour()).line(straightPath([100, 100], [700, 600]))
    if (amiss === 0) trial.act({ kind: 'stack-set', item: 'shade', set: { mode: 'multiply' } })
    return {
      measure: 'layer-set-up',
      layers: [
        { name: 'colour', painted: true },
        { name: 'shadow', mode: 'multiply' },
        { name: 'lines', painted: true },
      ],
    }
  },
} satisfies Attempts
