import { createHash } from 'node:crypto'
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate'
import fc from 'fast-check'
import sharp from 'sharp'
import { beforeAll, describe, expect, it } from 'vitest'
import { CoreError } from '../base'
import { loadKernels } from '../kernels'
import { packPicture } from '../pictures'
import { openRasterOf, readOpenRaster, type ReadFile } from './index'
import { randomStack } from './testing'

/** Files as other programs write them, and as nobody should. The forms are those of the OpenRaster specification. */

const hashOf = async (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')
let png: Uint8Array
beforeAll(async () => {
  png = await sharp({ create: { width: 40, height: 30, channels: 4, background: '#8040c080' } })
    .png()
    .toBuffer()
})

function fileOf(
  xml: string,
  more: Record<string, Uint8Array> = {},
  type: string | null = 'image/openraster',
): Uint8Array {
  const parts: Zippable = {
    ...(type !== null && { mimetype: [strToU8(type), { level: 0 }] }),
    'stack.xml': strToU8(xml),
    'data/image1.png': png,
    'data/image2.png': png,
    ...more,
  }
  return zipSync(parts)
}
const read = (bytes: Uint8Array): Promise<ReadFile> => readOpenRaster(bytes, hashOf)
async function refusal(bytes: Uint8Array): Promise<string> {
  const error = await read(bytes).then(
    () => null,
    (thrown: unknown) => thrown,
  )
  if (!(error instanceof CoreError)) throw new Error(`not refused, or by ${String(error)}`)
  expect(error.code).toBe('layered-file')
  expect(error.fix.length).toBeGreaterThan(10)
  return error.message
}
const imageOf = (inner: string) => `<?xml version='1.0' encoding='UTF-8'?>
<image version="0.0.3" w="300" h="177" xres="600" yres="600">
 <stack>
${inner}
 </stack>
</image>`

/** The layer stack example of the specification: nested stacks, offsets, comments, elements for other programs. */
const EXAMPLE = imageOf(`  <!-- this comment just demonstrates that comments may be anywhere -->
  <stack x="10" y="10" name="outer">
   <stack x="5" y="0" name="inner" opacity="0.5" composite-op="svg:multiply">
    <layer name="OpenRaster Logo" src="data/image1.png" x="5" y="5"/>
   </stack>
   <text x="100" y="50" name="some text"><!-- not baseline --></text>
  </stack>
  <layer name="layer2" src="data/image2.png" opacity="0.25" visibility="hidden" composite-op="svg:color-dodge" edit-locked="true"/>`)

describe('files of other programs', () => {
  it('keep names, order, offsets, groups, opacity, modes and what is hidden', async () => {
    const file = await read(fileOf(EXAMPLE))
    expect(file.isOwn).toBe(false)
    expect(file.sheet).toEqual({ width: 300, height: 177, perInch: 600 })
    // Bottom first.
    expect(file.layers).toEqual([
      {
        id: 'layer-1',
        name: 'layer2',
        visible: false,
        opacity: 25,
        mode: 'color-dodge',
        locked: true,
        paint: { file: 'data/image2.png', x: 0, y: 0 },
      },
      {
        id: 'layer-2',
        name: 'OpenRaster Logo',
        visible: true,
        opacity: 100,
        group: 'group-2',
        paint: { file: 'data/image1.png', x: 20, y: 15 },
      },
    ])
    expect(file.groups).toEqual([
      { id: 'group-1', name: 'outer', visible: true, opacity: 100 },
      { id: 'group-2', name: 'inner', visible: true, opacity: 50, mode: 'multiply', group: 'group-1' },
    ])
    expect(file.notes.join()).toContain('text')
    expect([...file.files.keys()].sort()).toEqual(['data/image1.png', 'data/image2.png'])
  })

  it('clip by src-atop; what takes paint away is hidden, what nobody knows is normal, and both are said', async () => {
    const layer = (name: string, op: string) => `<layer name="${name}" src="./data/image1.png" composite-op="${op}"/>`
    const { layers, notes } = await read(
      fileOf(
        imageOf(
          ['svg:dst-out', 'svg:src-atop', 'x:odd', 'svg:src-over', 'svg:src-atop']
            .map((op, i) => layer(`n${i}`, op))
            .join('\n'),
        ),
      ),
    )
    expect(layers.map(({ name, clip = false, visible }) => [name, clip, visible])).toEqual([
      // Nothing lies below the lowest one.
      ['n4', false, true],
      ['n3', false, true],
      ['n2', false, true],
      ['n1', true, true],
      ['n0', false, false],
    ])
    expect(notes.join(' ')).toMatch(
      /“n0” takes paint away.*“n2” mixes in a way|“n2” mixes in a way.*“n0” takes paint away/,
    )
  })

  it('have names for what has none, and groups only as deep as there are here', async () => {
    const deep = `${'<stack>'.repeat(9)}<layer src="data/image1.png"/>${'</stack>'.repeat(9)}`
    const { layers, groups, notes } = await read(fileOf(imageOf(deep)))
    expect(layers[0]).toMatchObject({ name: 'Layer', group: 'group-6' })
    expect(groups.map(({ name }) => name)).toEqual(Array.from({ length: 6 }, () => 'Group'))
    expect(notes.join()).toContain('deep')
  })
})

describe('a file that was saved here', () => {
  it('is read by the standard once anything of it was changed elsewhere', async () => {
    const kernels = loadKernels()
    const zlib = await import('node:zlib')
    const deflate = async (bytes: Uint8Array) => zlib.deflateSync(bytes)
    const drawing = randomStack(5, { width: 200, height: 160, paper: [255, 255, 255] })
    const pack = (picture: Parameters<typeof packPicture>[0]) =>
      packPicture(picture, { deflate, inflate: async bytes => bytes })
    const { bytes } = await openRasterOf(kernels, drawing, { pack, hashOf })
    expect((await read(bytes)).isOwn).toBe(true)
    const parts = unzipSync(bytes)
    const again = (changed: Zippable) => read(zipSync({ ...parts, ...changed }))
    const xml = strFromU8(parts['stack.xml']!)
    const renamed = await again({ 'stack.xml': strToU8(xml.replaceAll(/ name="[^"]*"/g, ' name="Sky"')) })
    expect(renamed.isOwn).toBe(false)
    expect(renamed.layers[0]).toMatchObject({ name: 'Sky' })
    expect(renamed.notes.join()).toContain('changed elsewhere')
    const painted = Object.keys(parts).find(name => name.startsWith('data/'))!
    expect((await again({ [painted]: png })).isOwn).toBe(false)
    expect((await again({ 'easel/stack.json': strToU8('{"format":') })).isOwn).toBe(false)
  })
})

describe('a broken file', () => {
  const layer = '<layer src="data/image1.png"/>'
  it.each([
    ['nothing', () => new Uint8Array(0), /no zip file/],
    ['no zip', () => strToU8('image/openraster'), /no zip file/],
    ['one that is cut off', () => fileOf(EXAMPLE).subarray(0, 300), /no zip file|cut off/],
    ['no kind', () => fileOf(EXAMPLE, {}, null), /^mimetype: .*missing/],
    ['another kind', () => fileOf(EXAMPLE, {}, 'application/epub+zip'), /^mimetype: it says “application\/epub\+zip”/],
    ['no stack', () => zipSync({ mimetype: strToU8('image/openraster') }), /^stack\.xml: .*missing/],
    ['XML that is broken', () => fileOf(imageOf('<layer src="a"')), /^stack\.xml, line \d+: the XML is broken/],
    ['another root', () => fileOf('<svg xmlns="http://www.w3.org/2000/svg"/>'), /line 1: it begins with “svg”/],
    ['no layer', () => fileOf(imageOf('')), /no layer/],
    ['no size', () => fileOf(EXAMPLE.replace('w="300"', 'w="wide"')), /line 2: “w” is “wide”/],
    [
      'an opacity of two',
      () => fileOf(imageOf('<layer src="data/image1.png" opacity="2"/>')),
      /line 4: an opacity of “2”/,
    ],
    ['a layer without a picture', () => fileOf(imageOf('<layer name="a"/>')), /line 4: a layer names no picture/],
    [
      'a picture that is missing',
      () => fileOf(imageOf(`${layer}\n<layer src="data/gone.png"/>`)),
      /line 5: the picture “data\/gone\.png”/,
    ],
    [
      'a path that climbs',
      () => fileOf(imageOf('<layer src="../../etc/passwd"/>')),
      /line 4: “\.\.\/\.\.\/etc\/passwd” leads out/,
    ],
    ['a path from the root', () => fileOf(imageOf('<layer src="/data/image1.png"/>')), /leads out/],
    ['a path on the network', () => fileOf(imageOf('<layer src="http://elsewhere/a.png"/>')), /leads out/],
    ['a stack that is its own layer', () => fileOf(imageOf('<layer src="stack.xml"/>')), /“stack\.xml” is no PNG/],
    ['10 000 layers', () => fileOf(imageOf(layer.repeat(10_000))), /more than 2000 layers/],
    ['101 layers', () => fileOf(imageOf(layer.repeat(101))), /101 layers, a sheet here holds 100/],
    [
      'groups without end',
      () => fileOf(imageOf(`${'<stack>'.repeat(60)}${layer}${'</stack>'.repeat(60)}`)),
      /more than 40 deep/,
    ],
    [
      'entities that grow',
      () =>
        fileOf(
          `<!DOCTYPE image [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]>\n${imageOf(layer).split('\n').slice(1).join('\n').replace('<layer', '<layer name="&b;"')}`,
        ),
      /the XML is broken/,
    ],
  ])('%s is refused, and where it is broken is said', async (_, make, message) => {
    expect(await refusal(make())).toMatch(message)
  })

  it('whatever bytes it is made of, is read or refused in words', async () => {
    const good = fileOf(EXAMPLE)
    await fc.assert(
      fc.asyncProperty(
        fc.nat(good.length - 1),
        fc.integer({ min: 0, max: 255 }),
        fc.boolean(),
        async (at, byte, isCut) => {
          const bytes = isCut ? good.slice(0, at) : good.slice()
          if (!isCut) bytes[at] = byte
          const answer = await read(bytes).then(
            file => file.layers.length > 0,
            (error: unknown) => error instanceof CoreError,
          )
          expect(answer).toBe(true)
        },
      ),
      { numRuns: 300, seed: 4 },
    )
  })
})
