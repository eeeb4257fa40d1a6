import { create } from 'qrcode'
import { describe, expect, it } from 'vitest'
import type { Corners } from './corners'
import { paperCorners } from './corners'
import { printedFrame, printedSheet } from './printed'
import { photographedSheet, type MadeSheet } from './testing'

const { modules } = create('https://easel.example/?paper=3.12.217', { errorCorrectionLevel: 'M' })
const code = Array.from({ length: modules.size }, (_, y) =>
  Array.from({ length: modules.size }, (_, x) => Boolean(modules.get(y, x))),
)
/** A pot of ink lines, somewhat shaded. */
const drawn = (u: number, v: number): readonly [number, number, number] => {
  const off = Math.hypot((u - 0.5) * 1.3, v - 0.52)
  if (Math.abs(off - 0.3) < 0.008) return [0.15, 0.15, 0.17]
  return off < 0.3 && (u * 40 + v * 70) % 3 < 2 ? [0.8, 0.6, 0.5] : [0.93, 0.93, 0.9]
}
const sheet = printedSheet({ width: 1600, height: 1200 })
const made = (seed: number, more: Partial<MadeSheet> = {}): MadeSheet => ({
  seed,
  noise: 4,
  hasShadow: seed % 2 === 0,
  code,
  drawn,
  ...more,
})
/** Farthest corner from where it is, of the frame's longer side. */
function offOf(found: Corners | null, wanted: Corners): number {
  if (!found) return Infinity
  const side = Math.hypot(wanted[1].x - wanted[0].x, wanted[1].y - wanted[0].y)
  return Math.max(...found.map((each, i) => Math.hypot(each.x - wanted[i]!.x, each.y - wanted[i]!.y))) / side
}

describe('a printed sheet', () => {
  it('has the form of the drawing, and all of it lies on the paper', () => {
    for (const form of [
      { width: 1600, height: 1200 },
      { width: 1200, height: 1600 },
      { width: 2500, height: 2500 },
      { width: 4000, height: 700 },
    ]) {
      const { frame, paper, squares, square, code: box } = printedSheet(form)
      expect(frame.width / frame.height).toBeCloseTo(form.width / form.height, 9)
      expect(paper.width > paper.height).toBe(form.width > form.height)
      for (const { x, y } of squares) {
        expect(x - square / 2).toBeGreaterThan(9)
        expect(y - square / 2).toBeGreaterThan(9)
        expect(x + square / 2).toBeLessThan(paper.width - 9)
        expect(y + square / 2).toBeLessThan(paper.height - 9)
        // The code is read apart from them.
        expect(x + square / 2 < box.x - 3 || y - square / 2 > box.y + box.height + 3).toBe(true)
      }
    }
  })

  it('is found in a photograph within 0.3 % of its side, whichever way it lies', () => {
    for (let seed = 1; seed <= 8; seed++) {
      const shot = photographedSheet(sheet, made(seed, { turned: seed % 4 }))
      const paper = paperCorners(shot.picture)
      const found = printedFrame(shot.picture, sheet, shot.code, paper?.corners ?? null)
      expect(offOf(found, shot.frame), `seed ${seed}`).toBeLessThan(0.003)
    }
  })

  it('is found by its code alone, where the paper’s edges are not in the picture', () => {
    const offs = [1, 2, 3, 5, 7].map(seed => {
      const shot = photographedSheet(sheet, made(seed))
      return offOf(printedFrame(shot.picture, sheet, shot.code, null), shot.frame)
    })
    expect(offs.filter(each => each < 0.003)).toHaveLength(offs.length)
  })

  it('is not found where a square is hidden', () => {
    const shot = photographedSheet(
      { ...sheet, squares: [sheet.squares[0], sheet.squares[0], sheet.squares[2], sheet.squares[3]] },
      made(3),
    )
    expect(printedFrame(shot.picture, sheet, shot.code, paperCorners(shot.picture)?.corners ?? null)).toBeNull()
  })
})
