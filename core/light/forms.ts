import { cosDegrees, sinDegrees } from '../base'
import { dot, scaled, sum, unit, type Vector } from './direction'

export const FORMS_IN_LIGHT = ['ball', 'cylinder', 'cone', 'box'] as const
export type FormInLight = (typeof FORMS_IN_LIGHT)[number]

/*
 * Four forms on a table, lit by Lambert's cosine law (1760): what a surface shows is as the cosine of the angle between
 * its normal and the light. Rays go from the eye to the form, and from what they meet to the light.
 */

/** The eye looks down at the table by so much, degrees. */
const TILT = 24
/** The table's height; the forms stand on it. */
const TABLE = -1
/** Half the width of what is seen, in the forms' own measure (a ball's radius is 1). */
export const HALF_VIEW = 1.62
/** Light from everywhere; from the lamp; thrown back by the table; by eye. */
const AROUND = 0.2
const LAMP = 0.72
const THROWN_BACK = 0.2
/** How sharp a highlight is (an exponent: 2 to the power of this), and how strong. */
const SHARPNESS = 5
const SHINE = 0.5

const CONE_TOP = 1.25
const CYLINDER_RADIUS = 0.8
const BOX_HALF = 0.82
const BOX_TURN = 32

const away: Vector = [0, -sinDegrees(TILT), -cosDegrees(TILT)]
const up: Vector = [0, cosDegrees(TILT), -sinDegrees(TILT)]
const right: Vector = [1, 0, 0]

interface Met {
  readonly far: number
  readonly normal: Vector
}

/** The light's direction among the forms, from that on the sheet (x right, y up, z toward the one who looks). */
export function inScene([x, y, z]: Vector): Vector {
  return unit(sum(sum(scaled(right, x), scaled(up, y)), scaled(away, -z)))
}

/** What a ray meets of a form; null: it goes by. */
export function meet(form: FormInLight, from: Vector, direction: Vector): Met | null {
  switch (form) {
    case 'ball':
      return meetBall(from, direction)
    case 'cylinder':
      return nearest(
        meetSide(from, direction, CYLINDER_RADIUS * CYLINDER_RADIUS, 0, 1),
        meetDisc(from, direction, 1, CYLINDER_RADIUS, 1),
      )
    case 'cone':
      return meetCone(from, direction)
    case 'box':
      return meetBox(from, direction)
  }
}

const LEAST = 1e-6

function nearest(a: Met | null, b: Met | null): Met | null {
  return !a ? b : !b ? a : a.far < b.far ? a : b
}

function meetBall(from: Vector, direction: Vector): Met | null {
  const b = dot(from, direction)
  const inside = b * b - dot(from, from) + 1
  if (inside < 0) return null
  const root = Math.sqrt(inside)
  const far = -b - root > LEAST ? -b - root : -b + root
  return far > LEAST ? { far, normal: sum(from, scaled(direction, far)) } : null
}

/**
 * A round side about the y axis: x² + z² = wide + narrows × y + …, between the table and `top`. `slope` 0 for a
 * cylinder.
 */
function meetSide(from: Vector, direction: Vector, wide: number, slope: number, top: number): Met | null {
  const a = direction[0] * direction[0] + direction[2] * direction[2]
  const b = from[0] * direction[0] + from[2] * direction[2]
  const c = from[0] * from[0] + from[2] * from[2] - wide
  const inside = b * b - a * c
  if (a === 0 || inside < 0) return null
  for (const far of [(-b - Math.sqrt(inside)) / a, (-b + Math.sqrt(inside)) / a]) {
    const y = from[1] + far * direction[1]
    if (far > LEAST && y >= TABLE && y <= top)
      return { far, normal: unit([from[0] + far * direction[0], slope, from[2] + far * direction[2]]) }
  }
  return null
}

function meetCone(from: Vector, direction: Vector): Met | null {
  // x² + z² = k² (top − y)²
  const k = 1 / (CONE_TOP - TABLE)
  const k2 = k * k
  const height = CONE_TOP - from[1]
  const a = direction[0] * direction[0] + direction[2] * direction[2] - k2 * direction[1] * direction[1]
  const b = from[0] * direction[0] + from[2] * direction[2] + k2 * height * direction[1]
  const c = from[0] * from[0] + from[2] * from[2] - k2 * height * height
  const inside = b * b - a * c
  if (a === 0 || inside < 0) return null
  const root = Math.sqrt(inside)
  for (const far of [(-b - root) / a, (-b + root) / a].sort((p, q) => p - q)) {
    const [x, y, z] = sum(from, scaled(direction, far))
    if (far > LEAST && y >= TABLE && y <= CONE_TOP) return { far, normal: unit([x, k2 * (CONE_TOP - y), z]) }
  }
  return null
}

function meetDisc(from: Vector, direction: Vector, y: number, radius: number, side: number): Met | null {
  if (direction[1] === 0) return null
  const far = (y - from[1]) / direction[1]
  const [x, , z] = sum(from, scaled(direction, far))
  return far > LEAST && x * x + z * z <= radius * radius ? { far, normal: [0, side, 0] } : null
}

/** A box turned about the y axis. */
function meetBox(from: Vector, direction: Vector): Met | null {
  const [cos, sin] = [cosDegrees(BOX_TURN), sinDegrees(BOX_TURN)]
  const turned = ([x, y, z]: Vector): Vector => [x * cos - z * sin, y, x * sin + z * cos]
  const [o, d] = [turned(from), turned(direction)]
  const [low, high]: [Vector, Vector] = [
    [-BOX_HALF, TABLE, -BOX_HALF],
    [BOX_HALF, TABLE + 2 * BOX_HALF, BOX_HALF],
  ]
  let [first, last, axis] = [-Infinity, Infinity, 0]
  for (let i = 0; i < 3; i++) {
    if (d[i] === 0) {
      if (o[i]! < low[i]! || o[i]! > high[i]!) return null
      continue
    }
    const [a, b] = [(low[i]! - o[i]!) / d[i]!, (high[i]! - o[i]!) / d[i]!]
    if (Math.min(a, b) > first) [first, axis] = [Math.min(a, b), i]
    last = Math.min(last, Math.max(a, b))
  }
  if (first > last || first <= LEAST) return null
  const normal = [0, 0, 0]
  normal[axis] = d[axis]! > 0 ? -1 : 1
  const [x, y, z] = normal as unknown as Vector
  return { far: first, normal: [x * cos + z * sin, y, -x * sin + z * cos] }
}

/** Lambert's cosine law: the share of the lamp's light that a surface takes. */
export function lambert(normal: Vector, light: Vector): number {
  return Math.max(dot(normal, light), 0)
}

/** How light a point of a form is, 0 … 1: round it, from the lamp, back from the table, and the highlight. */
export function lightOn(normal: Vector, light: Vector): number {
  const facing = lambert(normal, light)
  let shine = Math.max(dot(normal, unit(sum(light, scaled(away, -1)))), 0)
  for (let i = 0; i < SHARPNESS; i++) shine *= shine
  const lit = facing > 0 ? LAMP * facing + SHINE * shine : 0
  return Math.min(AROUND + lit + THROWN_BACK * Math.max(-normal[1], 0) * Math.max(light[1], 0), 1)
}

/** What is seen at a place of the picture (x right, y up, −{@link HALF_VIEW} … {@link HALF_VIEW}). */
export function seenAt(
  form: FormInLight,
  light: Vector,
  x: number,
  y: number,
): { readonly what: 'form' | 'table' | 'shadow'; readonly value: number } | null {
  const from = sum(sum(scaled(right, x), scaled(up, y)), scaled(away, -8))
  const met = meet(form, from, away)
  if (met) return { what: 'form', value: lightOn(met.normal, light) }
  const far = (TABLE - from[1]) / away[1]
  const place = sum(from, scaled(away, far))
  // The table ends where the picture's ground does.
  if (place[2] < -3.2) return null
  const isShaded = light[1] > 0 && meet(form, place, light) !== null
  const table = AROUND + LAMP * Math.max(light[1], 0)
  return isShaded ? { what: 'shadow', value: AROUND + 0.06 } : { what: 'table', value: Math.min(table + 0.12, 1) }
}

/** A picture of a form in the light, RGBA, `side` × `side` px, clear beyond the table; each px from four places. */
export function litForm(form: FormInLight, light: Vector, side: number): Uint8ClampedArray {
  const out = new Uint8ClampedArray(side * side * 4)
  const lamp = inScene(light)
  const at = (px: number) => ((px / side) * 2 - 1) * HALF_VIEW
  for (let y = 0; y < side; y++) {
    for (let x = 0; x < side; x++) {
      let [value, seen] = [0, 0]
      for (const [dx, dy] of [
        [0.25, 0.25],
        [0.75, 0.25],
        [0.25, 0.75],
        [0.75, 0.75],
      ] as const) {
        const found = seenAt(form, lamp, at(x + dx), -at(y + dy))
        if (!found) continue
        value += found.value
        seen++
      }
      if (seen === 0) continue
      // The eye sees the square root of light, near enough.
      const tone = Math.sqrt(value / seen)
      out.set([248 * tone, 243 * tone, 232 * tone, (255 * seen) / 4], 4 * (y * side + x))
    }
  }
  return out
}

/** A mark on the shadow lies so far from the ball's middle, squared. */
const CLEAR_OF_BALL = 1.5

/** The parts of light and shadow that one learns to see. */
export const ZONES = ['highlight', 'light', 'half-tone', 'core shadow', 'reflected light', 'cast shadow'] as const
export type Zone = (typeof ZONES)[number]

/**
 * Where the zones lie on the ball's picture; those that are out of sight are left out. Picture places as for {@link
 * seenAt}.
 */
export function zonesOfBall(light: Vector): { readonly zone: Zone; readonly x: number; readonly y: number }[] {
  const lamp = inScene(light)
  const toEye = scaled(away, -1)
  const out: { zone: Zone; x: number; y: number }[] = []
  const put = (zone: Zone, normal: Vector) => {
    if (dot(normal, toEye) > 0.05) out.push({ zone, x: dot(normal, right), y: dot(normal, up) })
  }
  // Across the light, on the side of the eye.
  const along = dot(toEye, lamp)
  const across = unit(sum(toEye, scaled(lamp, -along)))
  const at = (cos: number): Vector => sum(scaled(lamp, cos), scaled(across, Math.sqrt(1 - cos * cos)))
  put('highlight', unit(sum(lamp, toEye)))
  put('light', at(0.76))
  put('half-tone', at(0.42))
  put('core shadow', at(-0.08))
  put('reflected light', at(-0.62))
  if (lamp[1] > 0.05) {
    // From where the ray through the ball's middle meets the table outward, until it is clear of the ball.
    for (let far = 1 / lamp[1]; far < 3 / lamp[1]; far += 0.1) {
      const place: Vector = [-lamp[0] * far, TABLE, -lamp[2] * far]
      const [x, y] = [dot(place, right), dot(place, up)]
      if (
        x * x + y * y < CLEAR_OF_BALL ||
        Math.abs(x) > HALF_VIEW - 0.1 ||
        Math.abs(y) > HALF_VIEW - 0.1 ||
        seenAt('ball', lamp, x, y)?.what !== 'shadow'
      )
        continue
      out.push({ zone: 'cast shadow', x, y })
      break
    }
  }
  return out
}
