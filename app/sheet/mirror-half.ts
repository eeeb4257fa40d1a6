import { SUBPIXELS } from '#core/brush'
import type { Guide } from '#core/guides'

/** Half of a layer that is mirrored onto the other: by where it lies. */
export type Half = 'left' | 'right' | 'top' | 'bottom'

const TOWARD = { left: { x: -1, y: 0 }, right: { x: 1, y: 0 }, top: { x: 0, y: -1 }, bottom: { x: 0, y: 1 } }
/** The line is told by two places so far apart, px. */
const APART = 1000

/**
 * The line that half of a layer is mirrored at, as x, y of two places in 1/16 px: the mirror line that is shown, or the
 * sheet's middle. What is kept lies to the left of the way along it (y down: the way up has the left half on its left).
 */
export function mirrorLine(
  half: Half,
  sheet: { readonly width: number; readonly height: number },
  guides: readonly Guide[],
): [number, number, number, number] {
  const mirror = guides.find(guide => guide.kind === 'mirror' && guide.isShown)
  const isUpright = half === 'left' || half === 'right'
  const middle = mirror?.kind === 'mirror' ? mirror.middle : { x: sheet.width / 2, y: sheet.height / 2 }
  const angle = mirror?.kind === 'mirror' ? (mirror.angle * Math.PI) / 180 : isUpright ? Math.PI / 2 : 0
  let [dx, dy] = [Math.cos(angle) * APART, Math.sin(angle) * APART]
  const toward = TOWARD[half]
  if (dy * toward.x - dx * toward.y < 0) [dx, dy] = [-dx, -dy]
  const px = (value: number) => Math.round(value * SUBPIXELS)
  return [px(middle.x), px(middle.y), px(middle.x + dx), px(middle.y + dy)]
}
