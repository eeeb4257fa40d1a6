import { mixtureOf, rgbOf, shadeLadder, type Rgb8 } from '#core/colour'
import { toolSettings } from '#core/brush'
import { box, boxPoints, graded, round, straightPath, type Attempts, type Colour, type Trial } from './trial'

const grey = (lightness: number): Colour => [...rgbOf({ lightness, chroma: 0.02, hue: 60 })] as Colour
const shades = (base: Colour, count: number): Colour[] =>
  shadeLadder(base, 85, count).rungs.map(rung => [...rung] as Colour)
/** A base of middling lightness, so that a ladder has room on both sides. */
const base = ({ random }: Trial): Colour =>
  [
    ...rgbOf({ lightness: random.between(0.5, 0.7), chroma: random.between(0.06, 0.14), hue: random.between(0, 360) }),
  ] as Colour
const BALL = round(500, 380, 190, 190)
/** Bands across a ball, dark to light along a way (radians, y down). */
function bandedBall(trial: Trial, colours: readonly Colour[], direction: number): void {
  trial.patch(BALL, colours[0]!, { wobble: 1 })
  // Each lighter one lies over the darker ones, moved toward the light and smaller: as a hand paints a ball.
  colours.slice(1).forEach((colour, i) => {
    const share = (i + 1) / colours.length
    const far = 190 * share * 0.62
    trial.patch(
      round(
        500 + far * Math.cos(direction),
        380 + far * Math.sin(direction),
        190 * (1 - share * 0.72),
        190 * (1 - share * 0.72),
      ),
      colour,
      { wobble: 2 },
    )
  })
}
function soften(trial: Trial, strength: number): void {
  trial.act({
    kind: 'adjust',
    version: 1,
    layer: 'colour',
    how: { kind: 'blur', sigma: Math.round(strength * 10) },
    seed: 1,
  })
}
const ballTarget = round(500, 380, 180, 180, {})
  .filter((_, i) => i % 8 === 0)
  .flat()
/** Strips side by side. */
const strip = (i: number, count: number): [number, number, number, number] => [
  150 + (i * 700) / count,
  250,
  150 + ((i + 1) * 700) / count,
  520,
]

/** Attempts at light, colour and shading. */
export const TONE = {
  'enough-shades'(trial, fault) {
    const { random } = trial
    const count = Math.round(graded(fault, [8, 6], [3, 1]))
    bandedBall(
      trial,
      count === 1 ? [base(trial)] : shades(base(trial), Math.max(count, 3)).slice(0, count),
      random.between(0, 6),
    )
    if (random.unit() < 0.3) soften(trial, random.between(1, 3))
    return { measure: 'enough-shades', what: 'the ball', target: ballTarget, shades: 6, tolerance: 'standard' }
  },
  'value-range'(trial, fault) {
    const { random } = trial
    const middle = random.between(0.5, 0.62)
    const half = graded(fault, [0.34, 0.26], [0.1, 0.01])
    bandedBall(
      trial,
      [-1, -0.4, 0.3, 1].map(t => grey(middle + t * half)),
      random.between(0, 6),
    )
    return { measure: 'value-range', what: 'the ball', target: ballTarget, tolerance: 'standard' }
  },
  'no-pure-ends'(trial, fault) {
    const { random } = trial
    bandedBall(trial, [0.3, 0.5, 0.7, 0.86].map(grey), random.between(0, 6))
    const pure: Colour = random.pick([
      [0, 0, 0],
      [255, 255, 255],
    ])
    const size = graded(fault, [3, 14], [50, 110])
    trial.patch(round(500 + random.between(-50, 50), 380 + random.between(-50, 50), size, size), pure, { wobble: 1 })
    return { measure: 'no-pure-ends', what: 'the ball', target: ballTarget, tolerance: 'standard' }
  },
  'palette-kept'(trial, fault) {
    const { random } = trial
    const colours = Array.from(
      { length: 4 },
      (_, i): Colour =>
        [...rgbOf({ lightness: 0.45 + 0.13 * i, chroma: 0.11, hue: (random.between(0, 60) + 90 * i) % 360 })] as Colour,
    )
    colours.forEach((colour, i) => {
      const own = mixtureOf(colour)
      const off = i > 1 ? 0 : graded(fault, [0, 0.08], [0.7, 1.2])
      const used: Rgb8 = rgbOf({
        ...own,
        hue: (own.hue + 50 * off) % 360,
        lightness: own.lightness + 0.12 * off + random.between(-0.012, 0.012),
      })
      trial.patch(boxPoints(...strip(i, 4)), [...used] as Colour, { wobble: 2 })
    })
    return {
      measure: 'palette-kept',
      what: 'the flags',
      target: box(150, 250, 850, 520),
      colours,
      tolerance: 'standard',
    }
  },
  'ladder-in-order'(trial, fault) {
    const { random } = trial
    const count = random.int(4, 7)
    const own = shades(base(trial), count)
    // A rung moves over to its neighbour, is the same, and lies on its other side at last.
    const i = random.int(0, count - 2)
    const [one, next] = [mixtureOf(own[i]!), mixtureOf(own[i + 1]!)]
    const over = graded(fault, [0, 0.12], [1, 2])
    own[i] = [...rgbOf({ ...one, lightness: one.lightness + (next.lightness - one.lightness) * over })] as Colour
    own.forEach((colour, i) => trial.patch(boxPoints(...strip(i, count)), colour, { wobble: 2 }))
    return {
      measure: 'ladder-in-order',
      what: 'the ladder',
      rungs: own.map((_, i) => box(strip(i, count)[0] + 10, 270, strip(i, count)[2] - 10, 500)),
      tolerance: 'standard',
    }
  },
  'seams-blended'(trial, fault) {
    const { random } = trial
    bandedBall(trial, shades(base(trial), 6), random.between(0, 6))
    if (random.unit() < 0.3) {
      // Rubbed flat: soft, and the ladder gone.
      soften(trial, graded(fault, [11, 16], [18, 20]))
      const contrast = -Math.round(graded(fault, [0, 0], [65, 85]))
      if (contrast)
        trial.act({
          kind: 'adjust',
          version: 1,
          layer: 'colour',
          how: { kind: 'light', brightness: 0, contrast },
          seed: 2,
        })
    } else soften(trial, graded(fault, [16, 10], [1.6, 0.3]))
    return {
      measure: 'seams-blended',
      what: 'the ball',
      target: round(500, 380, 140, 140)
        .filter((_, i) => i % 8 === 0)
        .flat(),
      tolerance: 'standard',
      range: 22,
    }
  },
  'light-from-pin'(trial, fault) {
    const { random } = trial
    const direction = random.between(0, 2 * Math.PI)
    const painted = direction + random.pick([-1, 1]) * graded(fault, [0, 0.25], [1.1, Math.PI])
    if (fault > 0.65 && random.unit() < 0.2) trial.patch(BALL, base(trial), { wobble: 2 })
    else bandedBall(trial, shades(base(trial), random.int(3, 7)), painted)
    if (random.unit() < 0.4) soften(trial, random.between(2, 10))
    return {
      measure: 'light-from-pin',
      what: 'the ball',
      target: ballTarget,
      light: { x: 500 + 420 * Math.cos(direction), y: 380 + 420 * Math.sin(direction), height: 35 },
      tolerance: 'standard',
    }
  },
  'lively-shadow'(trial, fault) {
    const { random } = trial
    const own = mixtureOf(base(trial))
    const lightness = own.lightness - random.between(0.1, 0.2)
    const isDark = random.unit() < 0.6
    const hue = (own.hue + random.between(-15, 15) + 360) % 360
    // Its colour goes out of it; or it is no darker, and lighter at last.
    const shadow = isDark
      ? { lightness, chroma: own.chroma * graded(fault, [1.25, 0.95], [0.4, 0.02]), hue }
      : { lightness: own.lightness + graded(fault, [-0.2, -0.1], [0, 0.1]), chroma: own.chroma, hue }
    trial
      .patch(boxPoints(200, 200, 500, 560), [...rgbOf(own)] as Colour)
      .patch(boxPoints(500, 200, 800, 560), [...rgbOf(shadow)] as Colour)
    return {
      measure: 'lively-shadow',
      what: 'the cloth',
      base: box(220, 220, 480, 540),
      target: box(520, 220, 780, 540),
      tolerance: 'standard',
    }
  },
  'contrast-pair'(trial, fault) {
    const { random } = trial
    const hue = random.between(0, 360)
    const turn = 180 + random.pick([-1, 1]) * graded(fault, [0, 22], [70, 170])
    const at = (degrees: number): Colour =>
      [...rgbOf({ lightness: 0.62, chroma: 0.11, hue: (degrees + 720) % 360 })] as Colour
    trial.patch(boxPoints(200, 200, 500, 560), at(hue)).patch(boxPoints(500, 200, 800, 560), at(hue + turn))
    return {
      measure: 'contrast-pair',
      areas: [
        { what: 'the sail', target: box(220, 220, 480, 540) },
        { what: 'the sea', target: box(520, 220, 780, 540) },
      ],
      tolerance: 'standard',
    }
  },
  'sparing-highlights'(trial, fault) {
    const { random } = trial
    bandedBall(trial, [0.35, 0.5, 0.62].map(grey), random.between(0, 6))
    const isMany = random.unit() < 0.5
    const count = isMany ? Math.round(graded(fault, [1, 3], [11, 16])) : 1
    const size = isMany ? random.between(12, 18) : graded(fault, [9, 20], [75, 110])
    for (let i = 0; i < count; i++) {
      const angle = (2 * Math.PI * i) / count + random.between(0, 0.3)
      const far = count === 1 ? 40 : 115
      trial.patch(round(500 + far * Math.cos(angle), 380 + far * Math.sin(angle), size, size * 0.8), grey(0.96), {
        wobble: 0.5,
      })
    }
    return { measure: 'sparing-highlights', what: 'the ball', target: ballTarget, tolerance: 'standard' }
  },
  'smooth-gradient'(trial, fault) {
    const { random } = trial
    // Bands: so many that no eye sees them, then fewer and fewer; good ones are poured as a gradient.
    const isGood = fault < 0.4
    const count = Math.round(graded(fault, [33, 33], [4, 2]))
    const [dark, light] = [0.35, 0.35 + random.between(0.25, 0.45)]
    if (isGood) {
      const ramp = Array.from(
        { length: 33 },
        (_, i): [number, number, number, number] =>
          [
            ...rgbOf({ lightness: dark + ((light - dark) * i) / 32, chroma: 0.06, hue: 250 }).map(value => value * 257),
            65535,
          ] as [number, number, number, number],
      )
      trial.patch(boxPoints(...strip(0, 1)), [120, 120, 120])
      trial.act({ kind: 'stack-set', item: 'colour', set: { inside: true } })
      trial.act({
        kind: 'gradient',
        version: 1,
        layer: 'colour',
        form: 'straight',
        from: [160 * 16, 380 * 16],
        to: [840 * 16, Math.round(380 + random.between(-60, 60)) * 16],
        ramp: ramp as never,
        opacity: 100,
        seed: 3,
      })
      // A hand goes over it.
      const soft = toolSettings('soft-brush', { size: 160, opacity: 8 })
      for (let i = 0; i < 3; i++)
        trial.stroke(soft, straightPath([200, 300 + 70 * i], [800, 310 + 70 * i]), { colour: [90, 100, 130] })
    } else {
      for (let i = 0; i < count; i++)
        trial.patch(
          boxPoints(...strip(i, count)),
          [...rgbOf({ lightness: dark + ((light - dark) * i) / (count - 1), chroma: 0.06, hue: 250 })] as Colour,
          { wobble: 1 },
        )
    }
    return { measure: 'smooth-gradient', what: 'the sky', target: box(160, 260, 840, 510), tolerance: 'standard' }
  },
  depth(trial, fault) {
    trial.layer('far', 'far hills', 0)
    const near = mixtureOf(base(trial))
    const paint = (layer: string, lightness: number, contrast: number, chroma: number, y: number) => {
      for (let i = 0; i < 4; i++)
        trial.patch(
          round(200 + 200 * i, y, 150, 110),
          [...rgbOf({ lightness: lightness + contrast * (i / 3 - 0.5), chroma, hue: near.hue })] as Colour,
          { layer },
        )
    }
    paint('colour', 0.48, 0.24, near.chroma, 560)
    paint(
      'far',
      graded(fault, [0.8, 0.68], [0.48, 0.38]),
      graded(fault, [0.04, 0.12], [0.24, 0.36]),
      near.chroma * graded(fault, [0.3, 0.7], [1, 1.2]),
      260,
    )
    return {
      measure: 'depth',
      near: { layer: 'colour', what: 'the near hills' },
      far: { layer: 'far', what: 'the far hills' },
      tolerance: 'standard',
    }
  },
} satisfies Attempts
