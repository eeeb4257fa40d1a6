import type { Rgb8 } from '#core/colour'

export { hexOf } from '#core/colour'

/** Reads six digits or three, with # or without; null: it is no colour. */
export function readHex(text: string): Rgb8 | null {
  const digits = /^#?([0-9a-f]{3}|[0-9a-f]{6})$/i.exec(text.trim())?.[1]
  if (!digits) return null
  const six = digits.length === 3 ? [...digits].map(each => each + each).join('') : digits
  return [0, 2, 4].map(i => Number.parseInt(six.slice(i, i + 2), 16)) as unknown as Rgb8
}
