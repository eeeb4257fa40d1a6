import { create } from 'qrcode'
import sharp from 'sharp'
import { beforeAll, describe, expect, it, vi } from 'vitest'
import { printedSheet } from '#core/paper'
import { photographedSheet } from '#core/paper/testing'
import type { Answered } from './answered'
import { readCode } from './code'
import { Door } from './door'

/** A photographed page at the door, on its way to be handed in. */

// A browser's bitmap: none is met here.
vi.stubGlobal('ImageBitmap', Map)
const kept = vi.hoisted(() => new Map<string, Uint8Array>())
vi.mock('./kept', () => ({
  keepPicture: async ({ hash }: { hash: string }, pack: () => Promise<Uint8Array>) => kept.set(hash, await pack()),
}))

const SAYS = 'https://easel.example/?paper=3.12.4711'
const SHEET = { width: 1600, height: 1200 }
const PAPER = 0.93
/** A pot with a dark outline, a third of the page, painted in one colour. Of white paper. */
function drawn(u: number, v: number): readonly [number, number, number] {
  const off = Math.hypot((u - 0.5) * 1.3, v - 0.52)
  if (Math.abs(off - 0.34) < 0.006) return [0.15, 0.16, 0.2]
  return off < 0.34 ? [0.56, 0.66, 0.69] : [1, 1, 1]
}
const { modules } = create(SAYS, { errorCorrectionLevel: 'M' })
const code = Array.from({ length: modules.size }, (_, y) =>
  Array.from({ length: modules.size }, (_, x) => Boolean(modules.get(y, x))),
)
let door: Door
let faintest = 0

function right<T>(answer: Answered<T>): T {
  if (!answer.ok) throw new Error(answer.message)
  return answer.value
}
beforeAll(async () => {
  const made = { seed: 6, turned: 3, noise: 3, hasShadow: false, code }
  const onPaper = (u: number, v: number) => drawn(u, v).map(each => PAPER * each) as [number, number, number]
  const { picture } = photographedSheet(printedSheet(SHEET), { ...made, drawn: onPaper }, 1600, 1200)
  const { width, height, pixels } = picture
  // With alpha it is read without a browser.
  const png = await sharp(pixels, { raw: { width, height, channels: 4 } })
    .png()
    .toBuffer()
  door = new Door()
  right(await door.read(new Blob([new Uint8Array(png)])))
})

describe('a photographed page', () => {
  it('has its code read, and its frame found the right way up', async () => {
    const shown = right(await door.layOutPage(SHEET))
    expect(shown).toMatchObject({ code: SAYS, isPrinted: true, isFound: true })
    const straight = right(await door.straighten(shown.corners))!
    expect(straight.size.width / straight.size.height).toBeCloseTo(SHEET.width / SHEET.height, 1)
    expect(straight.faintest).toBeGreaterThanOrEqual(8)
    expect(straight.faintest).toBeLessThan(straight.strengths.dark)
    ;({ faintest } = straight)
  })

  it('is on white, as large as its sheet at most, and shows what was drawn', async () => {
    const seen = right(await door.lookPage(faintest))
    const corner = seen.pixels.subarray(4 * (20 * seen.width + 20), 4 * (20 * seen.width + 20) + 4)
    expect([...corner]).toEqual([255, 255, 255, 255])
    const shares: number[] = []
    const most = { width: 480, height: 360 }
    const name = right(await door.keepPage(faintest, most, share => shares.push(share)))!
    expect({ width: name.width, height: name.height }).toEqual(most)
    expect(shares.length).toBeGreaterThan(3)
    expect(shares).toEqual([...shares].sort((a, b) => a - b))
    // The same drawing at that size, in greys: they differ at lines that lie a px beside their place. What was painted
    // over a third of the page is as dark as it was.
    const [w, h] = [180, 135]
    const made = await sharp(kept.get(name.hash)!).resize(w, h, { fit: 'fill' }).greyscale().raw().toBuffer()
    const wanted = Array.from({ length: w * h }, (_, i) => {
      const [r, g, b] = drawn(((i % w) + 0.5) / w, (Math.floor(i / w) + 0.5) / h)
      return 255 * (0.2126 * r + 0.7152 * g + 0.0722 * b)
    })
    const off = made.reduce((sum, value, i) => sum + Math.abs(value - wanted[i]!), 0) / made.length
    expect(Math.abs(made[70 * w + 90]! - wanted[70 * w + 90]!)).toBeLessThan(16)
    expect(off).toBeLessThan(5)
  })

  it('tells what is no code', () => {
    const pixels = new Uint8Array(4 * 200 * 200).fill(255)
    expect(readCode({ width: 200, height: 200, pixels })).toBeNull()
  })
})
