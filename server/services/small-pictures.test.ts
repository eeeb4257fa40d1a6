import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { CARD_SIDE } from '#shared/limits'
import { smallOf } from './small-pictures'

const made = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: { r: 200, g: 90, b: 30 } } })
    .png()
    .toBuffer()

describe('a small picture', () => {
  it('has the whole one’s shape and colour, and is as long as a card needs', async () => {
    const small = await smallOf(await made(1600, 1200))
    const { width, height, format } = await sharp(small).metadata()
    expect([width, height, format]).toEqual([CARD_SIDE, (CARD_SIDE * 3) / 4, 'webp'])
    const { channels } = await sharp(small).stats()
    for (const [i, value] of [200, 90, 30].entries()) expect(Math.abs(channels[i]!.mean - value)).toBeLessThan(6)
  })

  it('is no larger than the whole one', async () => {
    const { width, height } = await sharp(await smallOf(await made(60, 90))).metadata()
    expect([width, height]).toEqual([60, 90])
  })
})
