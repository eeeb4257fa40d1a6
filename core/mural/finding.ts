import type { Rect } from '../base'
import type { Finding } from '../lookfor'
import type { Side } from './panels'
import type { SeamFound } from './seams'

/**
 * From so much of an edge that meets, and of lines that go on, a seam is whole; and nearly (common practice, no
 * source).
 */
const WHOLE = 0.9
const NEARLY = 0.65
/** Radius of the ring round a line's end, px of the sheet. */
const RING = 16
/** Colours are marked so far inside the edge, px. */
const INSET = 3

/** Where along an edge something is, in words. */
const FROM = {
  left: 'from the top',
  right: 'from the top',
  above: 'from the left',
  below: 'from the left',
} as const satisfies Record<Side, string>
const EDGE = { left: 'left', right: 'right', above: 'upper', below: 'lower' } as const satisfies Record<Side, string>

/**
 * The look-for of a mural's seams: how one edge of a panel meets the neighbour's, measured along the seam in ΔE00 and
 * in lines that end there. The seam was measured with this panel as its first; null: the neighbour has nothing but
 * white paper there.
 * `own`: the panel's part on its sheet. `whose`: what the panel's own lines are called.
 */
export function seamFinding(
  side: Side,
  seam: SeamFound | null,
  { own, neighbour, whose = 'yours' }: { own: Rect; neighbour: string; whose?: string },
): Omit<Finding, 'lookFor'> {
  const edge = `the ${EDGE[side]} edge`
  if (!seam)
    return {
      verdict: 'cant-tell',
      figure: null,
      sentence: `Along ${edge} there is only white paper so far: ${neighbour}.`,
      marks: [],
    }
  const colours = seam.marks.flatMap(each => (each.kind === 'colour' ? [each] : []))
  const lines = seam.marks.flatMap(each => (each.kind === 'line' ? [each] : []))
  const share = Math.min(seam.meets, seam.lines ? seam.linesMet / seam.lines : 1)
  const isWhole = share >= WHOLE
  const parts: string[] = []
  if (colours.length) {
    const widest = colours.reduce((a, b) => (b.to - b.from > a.to - a.from ? b : a))
    parts.push(
      `the colours part by ΔE ${Math.round(widest.difference)} from ${widest.from} to ${widest.to} px ${FROM[side]}${colours.length > 1 ? `, and in ${colours.length - 1} more place${colours.length > 2 ? 's' : ''}` : ''}`,
    )
  }
  const [mine, theirs] = [lines.filter(each => each.on === 'first'), lines.filter(each => each.on === 'second')]
  if (mine.length)
    parts.push(
      `${mine.length === 1 ? `a line of ${whose} ends` : `${mine.length} lines of ${whose} end`} at ${places(mine)} ${FROM[side]}`,
    )
  if (theirs.length)
    parts.push(
      `${theirs.length === 1 ? 'a line comes' : `${theirs.length} lines come`} over at ${places(theirs)} and ${theirs.length === 1 ? 'goes' : 'go'} no further`,
    )
  return {
    verdict: isWhole ? 'met' : share >= NEARLY ? 'nearly' : 'not-yet',
    figure: { value: Math.round(100 * share), unit: '% meets' },
    sentence: parts.length
      ? `Along ${edge}${isWhole ? ` it runs on into ${neighbour}, but for a little` : `, to ${neighbour}`}: ${parts.join('; ')}.`
      : `Along ${edge} it runs on into ${neighbour}.`,
    marks: [
      ...colours.map(each => ({
        kind: 'path' as const,
        points: [...on(side, own, each.from), ...on(side, own, each.to)],
      })),
      ...lines.map(each => {
        const [x, y] = on(side, own, each.at)
        return { kind: 'ring' as const, x, y, radius: RING, label: each.on === 'first' ? 'ends' : 'comes over' }
      }),
    ],
  }
}

function places(lines: readonly { at: number }[]): string {
  return lines.length > 3
    ? `${lines
        .slice(0, 3)
        .map(each => each.at)
        .join(', ')} … px`
    : `${lines.map(each => each.at).join(', ')} px`
}

/** A place along an edge, on the sheet. */
function on(side: Side, own: Rect, at: number): [number, number] {
  if (side === 'left' || side === 'right') return [side === 'left' ? own.x0 + INSET : own.x1 - INSET, own.y0 + at]
  return [own.x0 + at, side === 'above' ? own.y0 + INSET : own.y1 - INSET]
}
