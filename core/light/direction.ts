import { cosDegrees, sinDegrees } from '../base'
import type { Light } from '../layers'

export type Vector = readonly [number, number, number]

export const dot = (a: Vector, b: Vector) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
export const scaled = (a: Vector, by: number): Vector => [a[0] * by, a[1] * by, a[2] * by]
export const sum = (a: Vector, b: Vector): Vector => [a[0] + b[0], a[1] + b[1], a[2] + b[2]]

export function unit(a: Vector): Vector {
  const length = Math.sqrt(dot(a, a))
  return length > 0 ? scaled(a, 1 / length) : a
}

/** Nearer than this to the pin a place has no side that faces it: the light comes from the viewer. Px. */
const ON_PIN = 1

/**
 * Where the light comes from, seen from a place of the sheet: x to the right, y up, z toward the one who looks; of
 * length 1. The pin gives the direction on the sheet, its height how far the light stands out from it.
 */
export function lightFrom({ x, y, height }: Light, place: { readonly x: number; readonly y: number }): Vector {
  const [dx, dy] = [x - place.x, place.y - y]
  const distance = Math.sqrt(dx * dx + dy * dy)
  if (distance < ON_PIN) return [0, 0, 1]
  const flat = cosDegrees(height) / distance
  return [dx * flat, dy * flat, sinDegrees(height)]
}
