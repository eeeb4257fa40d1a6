/** What the handles of parts, cuts and stencils are called, by their keys in `core`. */

const CORNERS = ['Top left corner', 'Top right corner', 'Bottom right corner', 'Bottom left corner'] as const
const SIDES = ['Top side', 'Right side', 'Bottom side', 'Left side'] as const
/** Of boxes and ellipses: where they lie from the middle. */
const PLACES: Record<string, string> = {
  '-1 -1': CORNERS[0],
  '1 -1': CORNERS[1],
  '1 1': CORNERS[2],
  '-1 1': CORNERS[3],
  '0 -1': SIDES[0],
  '1 0': SIDES[1],
  '0 1': SIDES[2],
  '-1 0': SIDES[3],
}
const NAMES: Record<string, string> = {
  ...PLACES,
  turn: 'Turn',
  move: 'Middle',
  from: 'Start',
  to: 'End',
  bendA: 'Bend at the start',
  bendB: 'Bend at the end',
  radius: 'Size and turn',
}

export function handleName(key: string): string {
  const known = NAMES[key]
  if (known) return known
  const [, kind, number] = /^(?:(corner|side|knot) )?(\d+)$/.exec(key) ?? []
  const i = Number(number)
  if (kind === 'corner') return CORNERS[i]!
  if (kind === 'side') return SIDES[i]!
  return `${kind === 'knot' ? 'Knot' : 'Corner'} ${i + 1}`
}
