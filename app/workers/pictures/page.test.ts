import sharp from 'sharp'
import { beforeAll, describe, expect, it, vi } from 'vitest'
import { drawKettle } from '#demo/kettle'
import { loadKernels } from '#core/kernels'
import { showDrawing, type Drawing } from '#core/layers'
import { photographOf } from '../../../tests/lib/photographs'
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
let drawing: Drawing
let door: Door
let faintest = 0

function right<T>(answer: Answered<T>): T {
  if (!answer.ok) throw new Error(answer.message)
  return answer.value
}
/** With alpha it is read without a browser. */
const asPng = async (jpeg: Buffer) => new Blob([new Uint8Array(await sharp(jpeg).ensureAlpha().png().toBuffer())])

beforeAll(async () => {
  drawing = drawKettle(loadKernels(), { seed: 9, steps: 3 }).engine.drawing
  door = new Door()
  right(await door.read(await asPng(await photographOf(drawing, { seed: 6, turned: 3, says: SAYS }))))
})

describe('a photographed page', () => {
  it('has its code read, and its frame found the right way up', async () => {
    const { width, height } = drawing.sheet
    const shown = right(await door.layOutPage({ width, height }))
    expect(shown).toMatchObject({ code: SAYS, isPrinted: true, isFound: true })
    const straight = right(await door.straighten(shown.corners))!
    expect(straight.size.width / straight.size.height).toBeCloseTo(width / height, 1)
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
    // The same drawing at that size, in greys: they differ at lines that lie a px beside their place. What was poured
    // over a third of the page is as dark as it was.
    const greys = (from: ReturnType<typeof sharp>) =>
      from.resize(180, 135, { fit: 'fill' }).greyscale().raw().toBuffer()
    const made = await greys(sharp(kept.get(name.hash)!))
    const shown = showDrawing(loadKernels(), { ...drawing, sheet: { ...drawing.sheet, paper: [255, 255, 255] } })
    const { width, height } = drawing.sheet
    const wanted = await greys(sharp(shown, { raw: { width, height, channels: 4 } }))
    const off = made.reduce((sum, value, i) => sum + Math.abs(value - wanted[i]!), 0) / made.length
    expect(off).toBeLessThan(5)
  })

  it('tells what is no code', () => {
    const pixels = new Uint8Array(4 * 200 * 200).fill(255)
    expect(readCode({ width: 200, height: 200, pixels })).toBeNull()
  })
})
