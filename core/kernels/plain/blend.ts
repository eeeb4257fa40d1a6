import { assert, type Rect } from '../../base'
import { TILE, type DrawCommand, type Ground, type MaskTile, type Tile } from '../contract'
import type { BlendMode } from '../modes'

const f = Math.fround
const add = (a: number, b: number) => f(a + b)
const sub = (a: number, b: number) => f(a - b)
const mul = (a: number, b: number) => f(a * b)
const div = (a: number, b: number) => f(a / b)

type Colour = readonly [number, number, number]

/** Colour times alpha, 0 … 255, and alpha, 0 … 1. */
interface Sum {
  readonly colour: Colour
  readonly alpha: number
}

interface Source {
  /** Straight, 0 … 255. */
  readonly colour: Colour
  readonly alpha: number
  readonly mode: BlendMode
  readonly isAtop: boolean
}

/** The twin of `blendRows`, pixel by pixel. */
export function blendPlain(commands: readonly DrawCommand[], ground: Ground, out: Tile, rect: Rect): void {
  for (let y = rect.y0; y < rect.y1; y++) {
    for (let x = rect.x0; x < rect.x1; x++) {
      const at = 4 * (y * TILE + x)
      out.set(stored(pixelOf(commands, ground, at), ground !== null), at)
    }
  }
}

interface Level {
  sum: Sum
  readonly isOpaque: boolean
  readonly isOwn: boolean
}

function pixelOf(commands: readonly DrawCommand[], ground: Ground, at: number): Sum {
  const levels: Level[] = [
    {
      sum: ground ? { colour: [f(ground[0]), f(ground[1]), f(ground[2])], alpha: 1 } : CLEAR,
      isOpaque: ground !== null,
      isOwn: true,
    },
  ]
  for (const command of commands) {
    const level = levels[levels.length - 1]!
    if (command.do === 'open') {
      levels.push(
        command.isOwn
          ? { sum: CLEAR, isOpaque: false, isOwn: true }
          : { sum: level.sum, isOpaque: level.isOpaque, isOwn: false },
      )
    } else if (command.do === 'tile') {
      const { tile, mode, isAtop } = command
      if (tile[at + 3] === 0) continue
      const alpha = shownThrough(mul(tile[at + 3]!, f(command.opacity / 255)), command.mask, at)
      level.sum = blended(
        level.sum,
        { colour: [tile[at]!, tile[at + 1]!, tile[at + 2]!], alpha, mode, isAtop },
        level.isOpaque,
      )
    } else {
      levels.pop()
      const below = levels[levels.length - 1]
      assert(below, 'a group was closed and not opened')
      below.sum = level.isOwn
        ? withGroup(below, level.sum, command, at)
        : toward(below.sum, level.sum, shownThrough(f(command.opacity), command.mask, at))
    }
  }
  assert(levels.length === 1, 'a group was opened and not closed')
  return levels[0]!.sum
}

const CLEAR: Sum = { colour: [0, 0, 0], alpha: 0 }

function withGroup(
  below: Level,
  { colour, alpha }: Sum,
  { opacity, mode, mask, isAtop }: Extract<DrawCommand, { do: 'close' }>,
  at: number,
): Sum {
  if (alpha === 0) return below.sum
  const per = div(1, alpha)
  const straight = colour.map(value => mul(value, per)) as unknown as Colour
  return blended(
    below.sum,
    { colour: straight, alpha: shownThrough(mul(alpha, f(opacity)), mask, at), mode, isAtop },
    below.isOpaque,
  )
}

function toward(below: Sum, group: Sum, t: number): Sum {
  const step = (a: number, b: number) => add(a, mul(sub(b, a), t))
  return { colour: map(i => step(below.colour[i]!, group.colour[i]!)), alpha: step(below.alpha, group.alpha) }
}

function shownThrough(alpha: number, mask: MaskTile | null, at: number): number {
  if (!mask || (!mask.tile && mask.base === 1)) return alpha
  if (!mask.tile) return mul(alpha, mask.base)
  const [r, g, b, a] = mask.tile.subarray(at, at + 4) as unknown as [number, number, number, number]
  // The coefficients of luminanceToAlpha (Filter Effects Module Level 1).
  const light = add(add(mul(r, div(f(0.2125), 255)), mul(g, div(f(0.7154), 255))), mul(b, div(f(0.0721), 255)))
  const shown = add(mask.base, mul(sub(light, mask.base), mul(a, f(1 / 255))))
  return mul(alpha, Math.min(Math.max(shown, 0), 1))
}

const map = (value: (i: number) => number): Colour => [value(0), value(1), value(2)]

function blended({ colour, alpha }: Sum, source: Source, isOpaque: boolean): Sum {
  const { colour: own, alpha: s, mode, isAtop } = source
  if (mode === 'plus-lighter') {
    const share = isAtop && !isOpaque ? mul(s, alpha) : s
    const whole = isOpaque || isAtop ? alpha : Math.min(1, add(alpha, s))
    const limit = isOpaque ? 255 : mul(255, whole)
    return { colour: map(i => Math.min(limit, add(colour[i]!, mul(own[i]!, share)))), alpha: whole }
  }
  if (isOpaque) {
    const mixed = mode === 'normal' ? own : mixing(mode, colour, own)
    return { colour: map(i => add(colour[i]!, mul(sub(mixed[i]!, colour[i]!), s))), alpha }
  }
  const keep = sub(1, s)
  const share = isAtop ? mul(s, alpha) : s
  const shown = mode === 'normal' ? own : overClear(mode, colour, alpha, own, isAtop)
  return {
    colour: map(i => add(mul(colour[i]!, keep), mul(shown[i]!, share))),
    alpha: isAtop ? alpha : add(mul(alpha, keep), s),
  }
}

/** What is shown of a source: its own colour where nothing lies below, the blended one where something does. */
function overClear(mode: BlendMode, colour: Colour, alpha: number, own: Colour, isAtop: boolean): Colour {
  const per = alpha > 0 ? div(1, alpha) : 0
  const mixed = mixing(
    mode,
    map(i => mul(colour[i]!, per)),
    own,
  )
  return isAtop ? mixed : map(i => add(own[i]!, mul(sub(mixed[i]!, own[i]!), alpha)))
}

/** B(cb, cs), 0 … 255: W3C Compositing and Blending Level 1, §10. */
function mixing(mode: BlendMode, b: Colour, s: Colour): Colour {
  const separable = SEPARABLE[mode]
  return separable ? map(i => separable(b[i]!, s[i]!)) : toned(mode, b, s)
}

const times = (b: number, s: number) => mul(mul(b, s), f(1 / 255))
const screened = (b: number, s: number) => sub(add(b, s), times(b, s))
const hardLit = (b: number, s: number) => (s <= 127.5 ? times(b, add(s, s)) : screened(b, sub(add(s, s), 255)))

const SEPARABLE: Partial<Record<BlendMode, (b: number, s: number) => number>> = {
  multiply: times,
  screen: screened,
  overlay: (b, s) => hardLit(s, b),
  darken: Math.min,
  lighten: Math.max,
  'color-dodge': (b, s) => (b < f(0.01) ? 0 : s >= f(254.99) ? 255 : Math.min(255, div(mul(b, 255), sub(255, s)))),
  'color-burn': (b, s) =>
    b > f(254.99) ? 255 : s < f(0.01) ? 0 : sub(255, Math.min(255, div(mul(sub(255, b), 255), s))),
  'hard-light': hardLit,
  'soft-light': softLit,
  difference: (b, s) => Math.abs(sub(b, s)),
  exclusion: (b, s) => sub(add(b, s), mul(2, times(b, s))),
}

function softLit(back: number, source: number): number {
  const b = mul(back, f(1 / 255))
  const s = mul(source, f(1 / 255))
  const twice = sub(add(s, s), 1)
  if (s <= 0.5) return mul(add(b, mul(mul(twice, b), sub(1, b))), 255)
  const root = b <= 0.25 ? mul(add(mul(sub(mul(16, b), 12), b), 4), b) : f(Math.sqrt(Math.max(b, 0)))
  return mul(add(b, mul(twice, sub(root, b))), 255)
}

const lum = ([r, g, b]: Colour) => add(add(mul(f(0.3), r), mul(f(0.59), g)), mul(f(0.11), b))
const sat = (colour: Colour) => sub(Math.max(...colour), Math.min(...colour))

function toned(mode: BlendMode, b: Colour, s: Colour): Colour {
  switch (mode) {
    case 'hue':
      return withLum(withSat(s, sat(b)), lum(b))
    case 'saturation':
      return withLum(withSat(b, sat(s)), lum(b))
    case 'luminosity':
      return withLum(b, lum(s))
    default:
      return withLum(s, lum(b))
  }
}

function withSat(colour: Colour, wanted: number): Colour {
  const least = Math.min(...colour)
  const span = sat(colour)
  const scale = span > 0 ? div(wanted, span) : 0
  return map(i => mul(sub(colour[i]!, least), scale))
}

function withLum(colour: Colour, wanted: number): Colour {
  const d = sub(wanted, lum(colour))
  const moved = map(i => add(colour[i]!, d))
  const l = lum(moved)
  const n = Math.min(...moved)
  const x = Math.max(...moved)
  return map(i => {
    const c = n < 0 && sub(l, n) > f(0.001) ? add(l, div(mul(sub(moved[i]!, l), l), sub(l, n))) : moved[i]!
    return x > 255 && sub(x, l) > f(0.001) ? add(l, div(mul(sub(c, l), sub(255, l)), sub(x, l))) : c
  })
}

const rounded = (value: number) => Math.trunc(add(value, 0.5))

function stored({ colour, alpha }: Sum, hasPaper: boolean): number[] {
  if (hasPaper) return [...colour.map(rounded), 255]
  const byte = rounded(mul(alpha, 255))
  if (byte === 0) return [0, 0, 0, 0]
  const per = div(1, alpha)
  return [...colour.map(value => rounded(mul(value, per))), byte]
}
