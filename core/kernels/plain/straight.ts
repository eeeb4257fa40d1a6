import type { Pixels } from '../contract'
import { weight } from './read'

const f = Math.fround
const FAR = 1_000_000

/** The twin of `readStraight`: single-precision steps in the same order. */
export function readStraightPlain(
  { width, height, pixels }: Pixels,
  [x, y, w]: readonly [number, number, number],
  [dx, dy, dw]: readonly [number, number, number],
  count: number,
  out: Uint8Array,
): void {
  for (let i = 0; i < count; i++) {
    const by = w + i * dw
    const px = near((x + i * dx) / by - 0.5)
    const py = near((y + i * dy) / by - 0.5)
    const [ix, iy] = [Math.floor(px), Math.floor(py)]
    const [tx, ty] = [f(px - ix), f(py - iy)]
    for (let c = 0; c < 3; c++) {
      let sum = 0
      for (let j = 0; j < 4; j++) {
        const row = width * within(iy - 1 + j, height)
        let line = 0
        for (let k = 0; k < 4; k++) {
          const value = f(pixels[4 * (row + within(ix - 1 + k, width)) + c]! * weight(tx, k))
          line = k === 0 ? value : f(line + value)
        }
        sum = f(sum + f(line * weight(ty, j)))
      }
      out[4 * i + c] = Math.min(255, Math.max(0, Math.floor(f(sum + 0.5))))
    }
    out[4 * i + 3] = 255
  }
}

const near = (place: number) => (place > -FAR && place < FAR ? place : -1)
const within = (place: number, length: number) => Math.min(length - 1, Math.max(0, place))
