import { createHash } from 'node:crypto'
import { promisify } from 'node:util'
import { deflate, inflate } from 'node:zlib'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../base'
import { paperMask } from '../cut'
import { applyAct, blankDrawing, contentHash, type Act, type StackPaint } from '../drawing'
import { loadKernels } from '../kernels'
import { showDrawing, type Drawing, type Layer, type Sheet } from '../layers'
import { packPicture, pictureHash, unpackPicture } from '../pictures'
import { bringStackOf, openRasterOf, readOpenRaster, type ReadFile } from './index'
import { joinedBySkia, joinedExactly, mostApart, unpackedByOthers } from './testing-others'
import { randomStack } from './testing'

const kernels = loadKernels()
const sha256 = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')
const hashOf = async (bytes: Uint8Array) => sha256(bytes)
const unpacking = promisify(inflate) as (bytes: Uint8Array, options: { maxOutputLength: number }) => Promise<Buffer>
const zlib = {
  deflate: promisify(deflate) as (bytes: Uint8Array) => Promise<Buffer>,
  inflate: (bytes: Uint8Array, most: number) => unpacking(bytes, { maxOutputLength: most }),
}
const packing = { pack: (picture: Parameters<typeof packPicture>[0]) => packPicture(picture, zlib), hashOf }

const SHEET: Sheet = { width: 300, height: 280, paper: [250, 249, 246] }
const TEXTURED: Sheet = {
  ...SHEET,
  paper: [238, 232, 214],
  texture: { name: 'canvas', under: 60, over: 45 },
  perInch: 300,
}
const drawingOf = (seed: number) => randomStack(seed, seed % 3 === 0 ? TEXTURED : SHEET)

/** The drawing that a file is read to, on a blank sheet. */
async function broughtIn(read: ReadFile, sheet: Sheet): Promise<Drawing> {
  const pictures = new Map<string, StackPaint>()
  for (const [name, { bytes }] of read.files) {
    const { width = 0, height = 0 } = await sharp(bytes).metadata()
    const picture = await unpackPicture(bytes, { width, height }, zlib)
    const hash = pictureHash(picture, sha256)
    kernels.pictures.set(hash, picture)
    pictures.set(name, [{ picture: { hash, width, height }, x: 0, y: 0 }])
  }
  let id = 0
  const act = bringStackOf(read, pictures, { group: null, freshId: () => `fresh-${++id}` })
  return applyAct(kernels, blankDrawing({ ...sheet, paper: [...sheet.paper] }), act)
}

describe('a drawing saved and read again', () => {
  it('is the same drawing', async () => {
    for (let seed = 1; seed <= 25; seed++) {
      const drawing = drawingOf(seed)
      const { bytes } = await openRasterOf(kernels, drawing, packing)
      const read = await readOpenRaster(bytes, hashOf)
      expect(read.isOwn, `seed ${seed}`).toBe(true)
      expect(contentHash(await broughtIn(read, drawing.sheet)), `seed ${seed}`).toBe(contentHash(drawing))
    }
  })

  it('is the same on a paper of one’s own, of which others get the look', async () => {
    const random = seededRandom(8)
    const mask = paperMask({
      width: 48,
      height: 40,
      pixels: Uint8Array.from({ length: 4 * 48 * 40 }, (_, i) => (i % 4 === 3 ? 255 : 60 + random.int(0, 159))),
    })
    const { width, height } = mask
    const cut = { hash: pictureHash(mask, sha256), width, height }
    kernels.pictures.set(cut.hash, mask)
    const texture = { name: { cut }, under: 70, over: 35 }
    const laid: Act = { kind: 'sheet-paper', colour: [240, 232, 214], texture }
    const drawing = applyAct(kernels, drawingOf(4), laid)
    const { bytes } = await openRasterOf(kernels, drawing, packing)
    const read = await readOpenRaster(bytes, hashOf)
    expect(read.paper).toMatchObject({ under: 70, over: 35 })
    expect(read.sheet.texture).toBeUndefined()
    const back = await broughtIn(read, { ...SHEET, ...read.sheet })
    expect(contentHash(back)).toBe(contentHash(drawing))
    expect(Buffer.compare(showDrawing(kernels, back), showDrawing(kernels, drawing))).toBe(0)
    // Without its picture at hand it is left out: the look is there all the same.
    kernels.pictures.delete(cut.hash)
    expect((await readOpenRaster((await openRasterOf(kernels, drawing, packing)).bytes, hashOf)).paper).toBeNull()
  })
})

describe('for other programs', () => {
  it('the file begins with its kind, holds what the standard asks for, and its whole picture is ours', async () => {
    for (const seed of [1, 2, 3]) {
      const drawing = drawingOf(seed)
      const { bytes } = await openRasterOf(kernels, drawing, packing)
      // APPNOTE 6.3, 4.3.7: name at 30, its length at 26, no extra field, method 0 at 8: then the content.
      expect(Buffer.from(bytes.subarray(30, 38)).toString()).toBe('mimetype')
      expect([bytes[8], bytes[26], bytes[28]]).toEqual([0, 8, 0])
      expect(Buffer.from(bytes.subarray(38, 54)).toString()).toBe('image/openraster')
      const { zip } = await unpackedByOthers(bytes)
      const merged = await sharp(await zip.file('mergedimage.png')!.async('nodebuffer'))
        .ensureAlpha()
        .raw()
        .toBuffer()
      expect(Buffer.compare(merged, showDrawing(kernels, drawing))).toBe(0)
      const small = await sharp(await zip.file('Thumbnails/thumbnail.png')!.async('nodebuffer')).metadata()
      expect(Math.max(small.width!, small.height!)).toBeLessThanOrEqual(256)
      expect(small.width! / small.height!).toBeCloseTo(SHEET.width / SHEET.height, 1)
    }
  })

  it('its layers joined by the rules of the recommendation are the whole picture within 2 of 255', async () => {
    const worst: [seed: number, most: number, far: number][] = []
    for (let seed = 1; seed <= 40; seed++) {
      const drawing = drawingOf(seed)
      const { bytes, flat } = await openRasterOf(kernels, drawing, packing)
      const [ours, exact] = [showDrawing(kernels, drawing), await joinedExactly(bytes)]
      const most = mostApart(ours, exact)
      const far = ours.filter((value, i) => Math.abs(value - exact[i]!) > 2).length
      // What became px has eight bits: a layer in “saturation” over faint px of it stretches what they lack.
      if (most > 2 && (flat.length === 0 || far > 0.0003 * ours.length)) worst.push([seed, most, far])
    }
    expect(worst).toEqual([])
  })

  it('its layers joined by Skia, which keeps eight bits at each step, are so at nearly every px', async () => {
    for (let seed = 1; seed <= 20; seed++) {
      const drawing = drawingOf(seed)
      const { bytes } = await openRasterOf(kernels, drawing, packing)
      const [ours, theirs] = [showDrawing(kernels, drawing), await joinedBySkia(bytes)]
      let far = 0
      for (let i = 0; i < ours.length; i++) if (Math.abs(ours[i]! - theirs[i]!) > 2) far++
      expect(far / ours.length, `seed ${seed}`).toBeLessThan(0.002)
    }
  })

  it('says what became px', async () => {
    const plain = drawingOf(4).layers.map(({ id, tiles }) => ({ id, name: id, tiles, visible: true, opacity: 50 }))
    const flatOf = async (layers: Layer[]) => (await openRasterOf(kernels, { sheet: SHEET, layers }, packing)).flat
    expect(await flatOf(plain)).toEqual([])
    const [first, second, ...rest] = plain as [Layer, Layer, ...Layer[]]
    expect(await flatOf([first, { ...second, mode: 'exclusion' }, ...rest])).toEqual([second.name])
    expect(await flatOf([first, { ...second, clip: true }, ...rest])).toEqual([first.name])
    const mask = { id: 'm', base: 0 as const, isOn: true, tiles: new Map() }
    expect(await flatOf([first, { ...second, mask }, ...rest])).toEqual([second.name])
    expect(await flatOf([first, { ...second, mask: { ...mask, isOn: false } }, ...rest])).toEqual([])
  })
})
