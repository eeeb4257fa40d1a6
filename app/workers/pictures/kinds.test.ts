import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { kindOf } from './kinds'

const drawn = sharp({ create: { width: 8, height: 8, channels: 3, background: '#7a5' } })

describe('what a file is', () => {
  it.each(['png', 'jpeg', 'gif', 'webp', 'avif', 'tiff'] as const)('%s, as libvips writes it', async kind => {
    expect(kindOf(await drawn.clone().toFormat(kind).toBuffer())).toBe(kind)
  })

  it.each([
    ['svg', '<?xml version="1.0"?><!-- a kettle --><svg xmlns="http://www.w3.org/2000/svg"/>'],
    ['heic', '\0\0\0\x18ftypheic\0\0\0\0mif1heic'],
    ['avif', '\0\0\0\x20ftypmif1\0\0\0\0mif1avifmiaf'],
    ['other', 'kettle,#aa3311'],
    ['other', ''],
  ] as const)('%s by its first bytes', (kind, text) => {
    expect(kindOf(Uint8Array.from(text, letter => letter.charCodeAt(0)))).toBe(kind)
  })
})
