import { createHash } from 'node:crypto'
import { deflateSync } from 'node:zlib'
import { Resvg } from '@resvg/resvg-js'
import { XMLValidator } from 'fast-xml-parser'
import { describe, expect, it } from 'vitest'
import { loadKernels, type Pixels } from '../kernels'
import { showDrawing, type Drawing, type Layer, type Sheet } from '../layers'
import { packPicture } from '../pictures'
import { layeredSvgOf } from './index'
import { randomStack } from './testing'

/** A drawing in layers as an SVG, drawn by resvg. Chromium draws it in the end-to-end tests. */

const kernels = loadKernels()
const SHEET: Sheet = { width: 300, height: 280, paper: [250, 249, 246] }
const TEXTURED: Sheet = { ...SHEET, texture: { name: 'laid', under: 60, over: 45 } }
const packing = {
  pack: (picture: Pixels) =>
    packPicture(picture, { deflate: async bytes => deflateSync(bytes), inflate: async bytes => bytes }),
  hashOf: async (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex'),
  base64: (bytes: Uint8Array) => Buffer.from(bytes).toString('base64'),
}
const svgOf = async (drawing: Drawing) => {
  const { bytes, flat } = await layeredSvgOf(kernels, drawing, packing)
  return { svg: Buffer.from(bytes).toString(), flat }
}
/** SVG knows it since the second level, resvg does not. */
const withoutPlus = (drawing: Drawing): Drawing => {
  const plain = <T extends { mode?: unknown }>(item: T): T =>
    item.mode === 'plus-lighter' ? { ...item, mode: 'screen' } : item
  return { ...drawing, layers: drawing.layers.map(plain), groups: drawing.groups?.map(plain) }
}

describe('a drawing as an SVG', () => {
  it('is drawn by resvg as it is here, but where eight bits at each step tell', async () => {
    for (let seed = 1; seed <= 24; seed++) {
      const drawing = withoutPlus(randomStack(seed, seed % 3 === 0 ? TEXTURED : SHEET))
      const { svg } = await svgOf(drawing)
      const theirs = new Resvg(svg).render().pixels
      const ours = showDrawing(kernels, drawing)
      expect(theirs.length).toBe(ours.length)
      let [far, sum] = [0, 0]
      for (let i = 0; i < ours.length; i++) {
        const off = Math.abs(ours[i]! - theirs[i]!)
        sum += off
        if (off > 3) far++
      }
      expect(sum / ours.length, `seed ${seed}`).toBeLessThan(0.6)
      expect(far / ours.length, `seed ${seed}`).toBeLessThan(0.003)
    }
  })

  it('is XML, an image a layer, with names as they are and what is hidden hidden', async () => {
    const [first, second] = randomStack(4, SHEET).layers as [Layer, Layer]
    const { svg, flat } = await svgOf({
      sheet: { ...SHEET, perInch: 300 },
      layers: [
        { id: 'a', name: 'Sky & <sea> “\u0007”', visible: true, opacity: 40, tiles: first.tiles },
        { id: 'b', name: 'gone', visible: false, opacity: 100, mode: 'exclusion', tiles: second.tiles },
      ],
    })
    expect(XMLValidator.validate(svg)).toBe(true)
    expect(flat).toEqual([])
    expect(svg).toContain('width="1in"')
    expect(svg).toContain('<title>Sky &amp; &lt;sea&gt; “”</title>')
    expect(svg.match(/<image /g)).toHaveLength(3)
    expect(svg).toMatch(/<g style="[^"]*display:none"><title>gone/)
    expect(svg).toContain('opacity="0.4"')
  })
})
