import type { Pixels } from '../kernels'
import type { PageLight } from './light'

/** A part of a page: how large the whole is, and where its first px lies on it. */
export interface Cut {
  readonly width: number
  readonly height: number
  readonly x: number
  readonly y: number
}

export const wholeOf = ({ width, height }: Pixels): Cut => ({ width, height, x: 0, y: 0 })

/** Reads what a page, or a part of it, would be under even light: 1 is paper, 0 black, three values for each px. */
export class EvenedRows {
  /** Gains along the row that is read. */
  private readonly line: Float32Array
  /** Of which two of them each px lies between, and how far from the first one. */
  private readonly lefts: Uint16Array
  private readonly shares: Float32Array

  constructor(
    private readonly page: Pixels,
    private readonly light: PageLight,
    private readonly cut: Cut = wholeOf(page),
    /** Painted areas keep how dark they are. */
    private readonly keepsAreas = false,
  ) {
    const { width, across } = light
    this.line = new Float32Array(3 * width)
    this.lefts = new Uint16Array(page.width)
    this.shares = new Float32Array(page.width)
    for (let x = 0; x < page.width; x++) {
      const place = Math.min(width - 1, Math.max(0, (x + cut.x + 0.5) / (cut.width * across) - 0.5))
      const left = Math.min(Math.max(0, width - 2), Math.floor(place))
      this.lefts[x] = 3 * left
      this.shares[x] = place - left
    }
  }

  /** Writes a row, three values for each px. */
  read(y: number, out: Float32Array): void {
    const { width, pixels } = this.page
    const { line, lefts, shares } = this
    this.setLine(y)
    const next = this.light.width > 1 ? 3 : 0
    for (let x = 0, at = 4 * y * width, to = 0; x < width; x++, at += 4, to += 3) {
      const left = lefts[x]!
      const u = shares[x]!
      const [r, g, b] = [line[left]!, line[left + 1]!, line[left + 2]!]
      out[to] = pixels[at]! * (r + (line[left + next]! - r) * u)
      out[to + 1] = pixels[at + 1]! * (g + (line[left + next + 1]! - g) * u)
      out[to + 2] = pixels[at + 2]! * (b + (line[left + next + 2]! - b) * u)
    }
  }

  private setLine(y: number): void {
    const { width, height, down } = this.light
    const gains = this.keepsAreas ? this.light.areaGains : this.light.gains
    const place = Math.min(height - 1, Math.max(0, (y + this.cut.y + 0.5) / (this.cut.height * down) - 0.5))
    const above = Math.min(Math.max(0, height - 2), Math.floor(place))
    const v = place - above
    const [from, to] = [3 * above * width, 3 * Math.min(height - 1, above + 1) * width]
    for (let i = 0; i < 3 * width; i++) this.line[i] = gains[from + i]! * (1 - v) + gains[to + i]! * v
  }
}
