import sharp from 'sharp'
import { beforeAll, describe, expect, it, vi } from 'vitest'
import type { Pixels } from '#core/kernels'
import { PLAIN_PAPER, type Corners } from '#core/paper'
import { madePhotograph } from '#core/paper/testing'
import type { Answered } from './answered'
import { Door } from './door'

/** A photographed drawing at the door, as the page asks for it. */

// A browser's bitmap: none is met here.
vi.stubGlobal('ImageBitmap', Map)

const made = madePhotograph({ seed: 4, isRuled: false, hasShadow: true, hasColour: true, noise: 4 }, 900, 700)

function right<T>(answer: Answered<T>): T {
  if (!answer.ok) throw new Error(answer.message)
  return answer.value
}
async function openDoor(picture: Pixels = made.picture): Promise<Door> {
  const { width, height, pixels } = picture
  // A PNG with alpha is read without a browser.
  const png = await sharp(pixels, { raw: { width, height, channels: 4 } })
    .png()
    .toBuffer()
  const door = new Door()
  right(await door.read(new Blob([new Uint8Array(png)])))
  return door
}
const off = (found: Corners, wanted: Corners) =>
  Math.max(...found.map((each, i) => Math.hypot(each.x - wanted[i]!.x, each.y - wanted[i]!.y)))

describe('a photographed drawing', () => {
  let door: Door
  let corners: Corners

  beforeAll(async () => {
    door = await openDoor()
    const shown = right(await door.layOut())
    expect(shown.isFound).toBe(true)
    expect(shown.size).toEqual({ width: 900, height: 700 })
    corners = shown.corners
  })

  it('lies with its corners found', () => expect(off(corners, made.corners)).toBeLessThan(3))

  it('makes no sheet of corners that cross over', async () => {
    const [a, b, c, d] = corners
    expect(right(await door.straighten([c, b, a, d]))).toBeNull()
  })

  it('is seen whole and close, and becomes the same px', async () => {
    const page = right(await door.straighten(corners))!
    expect(page.isRuled).toBe(false)
    for (const strength of Object.values(page.strengths)) {
      expect(strength).toBeGreaterThan(5)
      expect(strength).toBeLessThan(61)
    }
    const how = { ...PLAIN_PAPER, strength: page.strengths.dark, specks: 0 }
    const whole = right(await door.look(how, null))
    const close = right(await door.look(how, { at: { x: 0.4, y: 0.3 }, size: { width: 100, height: 80 } }))
    expect([close.width, close.height]).toEqual([100, 80])
    const shares: number[] = []
    const taken = right(await door.takePaper(how, share => shares.push(share)))!
    expect(shares.length).toBeGreaterThan(4)
    expect(shares).toEqual(shares.toSorted((a, b) => a - b))
    expect([taken.width, taken.height]).toEqual([page.size.width, page.size.height])
    expect([whole.width, whole.height]).toEqual([taken.width, taken.height])
    // The part that was seen close is the one that comes.
    const [left, top] = [Math.round(0.4 * taken.width - 50), Math.round(0.3 * taken.height - 40)]
    const row = (y: number) =>
      taken.pixels.subarray(4 * ((top + y) * taken.width + left), 4 * ((top + y) * taken.width + left + 100))
    for (let y = 0; y < 80; y++) expect([...close.pixels.subarray(400 * y, 400 * y + 400)]).toEqual([...row(y)])
    expect(close.pixels.some((value, i) => i % 4 === 3 && value === 255)).toBe(true)
  })
})

describe('one that is stopped', () => {
  it('gives nothing, and can be taken again', async () => {
    const door = await openDoor()
    const { corners } = right(await door.layOut())
    await door.straighten(corners)
    const stopped = await door.takePaper(PLAIN_PAPER, () => door.stopPaper())
    expect(right(stopped)).toBeNull()
    expect(right(await door.takePaper(PLAIN_PAPER, () => {}))?.hash).toMatch(/^[0-9a-f]{64}$/)
  })
})

describe('a picture without a sheet', () => {
  it('has the corners of the picture', async () => {
    const pixels = new Uint8Array(4 * 60 * 40).fill(180)
    const door = await openDoor({ width: 60, height: 40, pixels })
    const shown = right(await door.layOut())
    expect(shown.isFound).toBe(false)
    expect(shown.corners).toEqual([
      { x: 0, y: 0 },
      { x: 60, y: 0 },
      { x: 60, y: 40 },
      { x: 0, y: 40 },
    ])
    // What is clear is paper.
    expect([...shown.picture.pixels.subarray(0, 4)]).toEqual([202, 202, 202, 255])
  })
})
