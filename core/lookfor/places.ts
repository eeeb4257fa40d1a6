import { z } from 'zod'
import type { Placed } from '../layers'
import { areaSchema, limitSchema, type Band } from './contract'

/** What a measure's schema says of its settings: which are places, where its light stands, whether it takes a limit. */

/** Names of settings that are areas of the sheet, or hold some, at any depth. */
export type Places = ReadonlySet<string>

const known = new WeakMap<z.ZodType, Places>()

/** The places among the settings of a schema: whatever is, or holds, an `areaSchema`. */
export function placesOf(schema: z.ZodType): Places {
  let places = known.get(schema)
  if (!places) {
    const found = new Set<string>()
    holdsArea(schema, found)
    known.set(schema, (places = found))
  }
  return places
}

function holdsArea(schema: z.core.$ZodType, found: Set<string>): boolean {
  if (schema === areaSchema) return true
  if (schema instanceof z.ZodOptional) return holdsArea(schema.unwrap(), found)
  if (schema instanceof z.ZodArray) return holdsArea(schema.element, found)
  if (schema instanceof z.ZodTuple) return schema.def.items.filter(each => holdsArea(each, found)).length > 0
  if (!(schema instanceof z.ZodObject)) return false
  const own = Object.entries(schema.shape as Record<string, z.core.$ZodType>).filter(([, each]) =>
    holdsArea(each, found),
  )
  for (const [name] of own) found.add(name)
  return own.length > 0
}

/** Whether a measure takes a limit of one's own, in the unit of its figure; otherwise it knows three levels only. */
export function takesLimit(schema: z.ZodType): boolean {
  return schema instanceof z.ZodObject && (schema.shape as Record<string, unknown>).tolerance === limitSchema
}

/** Whether a place that the look-for needs is empty. */
export function isUnplaced(settings: object, places: Places): boolean {
  return Object.entries(settings).some(([key, value]: [string, unknown]) => {
    if (!places.has(key) || typeof value !== 'object' || value === null) return false
    if (!Array.isArray(value)) return isUnplaced(value, places)
    return (
      value.length === 0 ||
      value.some((each: unknown) =>
        Array.isArray(each) ? each.length === 0 : typeof each === 'object' && each !== null && isUnplaced(each, places),
      )
    )
  })
}

/** The borders of all places, sheet px. */
export function bordersIn(settings: object, places: Places): Band[] {
  return Object.entries(settings).flatMap(([key, value]): Band[] => {
    if (!places.has(key)) return []
    if (!Array.isArray(value)) return typeof value === 'object' && value !== null ? bordersIn(value, places) : []
    if (typeof value[0] === 'number') return [{ points: value as number[], isClosed: true, reach: 0 }]
    return value.flatMap((each: unknown) =>
      Array.isArray(each)
        ? [{ points: each as number[], isClosed: true, reach: 0 }]
        : bordersIn(each as object, places),
    )
  })
}

/** A plan says where something is expected on its own sheet: on one that was cut or scaled since it lies elsewhere. */
export function onSheet<T>(settings: T, places: Places, placed: Placed): T {
  return Object.fromEntries(
    Object.entries(settings as object).map(([key, value]) => [
      key,
      places.has(key)
        ? moved(value, places, placed)
        : key === 'light'
          ? movedLight(value as { x: number; y: number }, placed)
          : value,
    ]),
  ) as T
}

function moved(value: unknown, places: Places, placed: Placed): unknown {
  if (!Array.isArray(value)) return typeof value === 'object' && value !== null ? onSheet(value, places, placed) : value
  if (typeof value[0] !== 'number') return value.map(each => moved(each, places, placed))
  return value.map((each: number, i) => (i % 2 ? each * placed.scaleY + placed.y : each * placed.scaleX + placed.x))
}

function movedLight<L extends { readonly x: number; readonly y: number }>(
  light: L,
  { x, y, scaleX, scaleY }: Placed,
): L {
  return { ...light, x: light.x * scaleX + x, y: light.y * scaleY + y }
}
