import type { Point } from '../base'
import { packSample } from './samples'

/** A hand of even speed and pressure, ms for one px. */
const MS_A_PX = 1.2

/** Samples along a line, as if a hand had followed it. @param pressure 0 … 1 */
export function samplesAlong(line: readonly Point[], pressure = 1): number[] {
  return line.flatMap(({ x, y }, i) => {
    const before = line[i - 1]
    const far = before ? Math.sqrt((x - before.x) ** 2 + (y - before.y) ** 2) : 0
    return packSample({ x, y, pressure, wait: far * MS_A_PX })
  })
}
