/** Which way an arrow key goes: x to the right, y down. */
const ARROWS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

/**
 * How far an arrow goes, and with Shift; null: the key is no arrow. An arrow is taken: the page does not scroll, and
 * nobody else hears it.
 */
export function takeArrow(event: KeyboardEvent, step: number, bigStep: number): { x: number; y: number } | null {
  const arrow = ARROWS[event.key]
  if (!arrow) return null
  event.preventDefault()
  event.stopPropagation()
  const by = event.shiftKey ? bigStep : step
  return { x: by * arrow[0], y: by * arrow[1] }
}
