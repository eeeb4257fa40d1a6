import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { isAnimated, PictureTrouble, readPicture, sizeFromHead } from './pictures'

const blank = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 4, background: { r: 200, g: 100, b: 50, alpha: 1 } } })
const frames = Buffer.concat([10, 200].map(value => Buffer.alloc(20 * 30 * 3, value)))
const animated = () => sharp(frames, { raw: { width: 20, height: 60, channels: 3, pageHeight: 30 } })

describe('the first bytes of a picture', () => {
  it('say how big it is', async () => {
    expect(sizeFromHead(await blank(123, 45).png().toBuffer())).toEqual({ width: 123, height: 45 })
    expect(sizeFromHead(await blank(700, 9).gif().toBuffer())).toEqual({ width: 700, height: 9 })
    expect(sizeFromHead(await blank(12, 45).jpeg().toBuffer())).toBeNull()
    expect(sizeFromHead(new Uint8Array([1, 2, 3]))).toBeNull()
  })

  it('say whether it moves', async () => {
    expect(isAnimated(await blank(20, 30).png().toBuffer())).toBe(false)
    expect(isAnimated(await blank(20, 30).webp().toBuffer())).toBe(false)
    expect(isAnimated(await animated().webp({ loop: 0 }).toBuffer())).toBe(true)
    expect(isAnimated(await animated().gif({ loop: 0 }).toBuffer())).toBe(true)
    expect(isAnimated(new TextEncoder().encode('not a picture, though it speaks of ANIM and acTL'))).toBe(false)
  })
})

describe('a file that can’t be used', () => {
  it('is refused with what to do', async () => {
    await expect(readPicture(new Blob([]))).rejects.toThrow(PictureTrouble)
    await expect(readPicture(new Blob([new Uint8Array(81 * 1024 * 1024)]))).rejects.toThrow('MB')
    // A PNG's head that claims 40 000 × 40 000 px.
    const head = new Uint8Array(64)
    head.set([137, 80, 78, 71, 13, 10, 26, 10, 0, 0, 0, 13, 73, 72, 68, 82, 0, 0, 156, 64, 0, 0, 156, 64])
    await expect(readPicture(new Blob([head]))).rejects.toThrow('40000 × 40000 px')
  })
})
