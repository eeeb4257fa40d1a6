import Color from 'colorjs.io'
import { describe, expect, it } from 'vitest'
import { CoreError, seededRandom } from '../base'
import type { Well } from '../colour'
import { cssOf, csvRowsOf, readPaletteText, tokensOf } from './index'

const read = (text: string) => readPaletteText(text)
const wellsOf = (text: string) => read(text).wells.map(({ name, colour }) => [name, ...colour])
const faultOf = (text: string): string => {
  try {
    read(text)
  } catch (error) {
    if (error instanceof CoreError && error.code === 'palette-file') return error.message
    throw error
  }
  throw new Error('it was read')
}

const WELLS: readonly Well[] = [
  { name: 'Warm slate', colour: [70, 80, 90] },
  { name: 'ochre', colour: [204, 119, 34] },
  { name: 'white', colour: [255, 255, 255] },
  { name: 'ink', colour: [0, 1, 2] },
]

describe('design tokens', () => {
  it('are read through groups, with an inherited type, in their order', () => {
    expect(
      wellsOf(
        JSON.stringify({
          sea: {
            $type: 'color',
            $description: 'said of the group',
            deep: { $value: { colorSpace: 'srgb', components: [0, 0.2, 0.4] } },
            shore: { sand: { $value: { colorSpace: 'srgb', components: [1, 0.8, 0.6], alpha: 1 } } },
          },
        }),
      ),
    ).toEqual([
      ['deep', 0, 51, 102],
      ['sand', 255, 204, 153],
    ])
  })

  it('that refer to others are what those are, however far', () => {
    const base = { $type: 'color', red: { $value: { colorSpace: 'srgb', components: [1, 0, 0] } } }
    expect(
      wellsOf(
        JSON.stringify({
          base,
          a: { $value: '{base.red}' },
          b: { $value: '{a}' },
          c: { $type: 'color', $value: { $ref: '#/base/red/$value' } },
        }),
      ),
    ).toEqual([
      ['red', 255, 0, 0],
      ['a', 255, 0, 0],
      ['b', 255, 0, 0],
      ['c', 255, 0, 0],
    ])
  })

  it('of a group that extends another one are its own before the other’s; a root token has the group’s name', () => {
    const value = (r: number) => ({ $value: { colorSpace: 'srgb', components: [r, 0, 0] } })
    const wells = wellsOf(
      JSON.stringify({
        base: { $type: 'color', one: value(0.2), two: value(0.4), $root: value(1) },
        more: { $extends: '{base}', two: value(0.6) },
      }),
    )
    expect(wells).toEqual([
      ['base one', 51, 0, 0],
      ['base two', 102, 0, 0],
      ['base', 255, 0, 0],
      ['more one', 51, 0, 0],
      ['more two', 153, 0, 0],
      ['more', 255, 0, 0],
    ])
  })

  it('that are no colours are left out, and it is said how many', () => {
    const { wells, notes } = read(
      JSON.stringify({
        gap: { $type: 'dimension', $value: { value: 4, unit: 'px' } },
        red: { $type: 'color', $value: '#f00' },
      }),
    )
    expect(wells).toEqual([{ name: 'red', colour: [255, 0, 0] }])
    expect(notes.join()).toContain('1 tokens that are no colours')
  })

  // Spaces of the Color Module 2025.10 (from memory), names as there; checked by colorjs.io, which has them all.
  it.each([
    ['srgb', [0.3, 0.5, 0.7]],
    ['srgb-linear', [0.1, 0.4, 0.3]],
    ['hsl', [210, 40, 50]],
    ['hwb', [30, 20, 30]],
    ['lab', [60, 20, -30]],
    ['lch', [55, 30, 140]],
    ['oklab', [0.6, 0.05, -0.08]],
    ['oklch', [0.65, 0.1, 50]],
    ['display-p3', [0.4, 0.5, 0.45]],
    ['a98-rgb', [0.5, 0.45, 0.4]],
    ['prophoto-rgb', [0.45, 0.4, 0.35]],
    ['rec2020', [0.4, 0.45, 0.5]],
    ['xyz-d65', [0.2, 0.21, 0.3]],
    ['xyz-d50', [0.3, 0.29, 0.2]],
  ] as const)('in %s are as an independent library shows them', (colorSpace, components) => {
    const [well] = read(JSON.stringify({ a: { $type: 'color', $value: { colorSpace, components } } })).wells
    // Its parser takes CSS: per cent where CSS has them.
    const figures = components.map((each, i) => (/^h(sl|wb)$/.test(colorSpace) && i > 0 ? `${each}%` : each)).join(' ')
    const written = /^(hsl|hwb|lab|lch|oklab|oklch)$/.test(colorSpace)
      ? `${colorSpace}(${figures})`
      : `color(${colorSpace} ${figures})`
    const expected = new Color(written).to('srgb').coords.map(each => Math.round(255 * each!))
    for (const i of [0, 1, 2] as const) expect(Math.abs(well!.colour[i] - expected[i]!)).toBeLessThanOrEqual(1)
  })

  it('livelier than the screen shows are brought in as CSS says, and that is told', () => {
    const { wells, notes } = read(
      JSON.stringify({
        $type: 'color',
        green: { $value: { colorSpace: 'display-p3', components: [0, 1, 0] } },
        faint: { $value: { colorSpace: 'srgb', components: [0, 0, 1], alpha: 0.5 } },
      }),
    )
    const mapped = new Color('color(display-p3 0 1 0)').to('srgb').toGamut({ method: 'css' }).coords
    for (const i of [0, 1, 2] as const) expect(Math.abs(wells[0]!.colour[i] - 255 * mapped[i]!)).toBeLessThanOrEqual(3)
    expect(notes[0]).toBe('One colour is livelier than the screen shows: the nearest that it shows is taken.')
    expect(notes[1]).toContain('see-through')
    // The edges of sRGB are within.
    expect(read(tokensOf('x', [{ name: 'y', colour: [255, 0, 255] }])).notes).toEqual([])
  })

  it('with a component that is missing count it as nought', () => {
    const value = { colorSpace: 'oklch', components: [0.6, 0, 'none'] }
    const [, r, g, b] = wellsOf(JSON.stringify({ a: { $type: 'color', $value: value } }))[0]!
    expect([r, g]).toEqual([g, b])
  })

  it.each([
    ['no JSON', '{ "a": ', 'no JSON'],
    ['a list', '[1, 2]', 'JSON object'],
    ['nothing that is a colour', '{"a":{"$type":"number","$value":3}}', 'no token of the type'],
    ['a reference to nothing', '{"a":{"$type":"color","$value":"{b.c}"}}', '“a” refers to {b.c}, which is not there'],
    ['a circle', '{"a":{"$type":"color","$value":"{b}"},"b":{"$value":"{a}"}}', 'refers to itself'],
    ['a group that extends itself', '{"g":{"$extends":"{g}","a":{"$value":"#fff"}}}', '“g” extends itself'],
    ['a group that extends nothing', '{"g":{"$extends":"{h}"}}', 'which is not there'],
    [
      'no such space',
      '{"a":{"$type":"color","$value":{"colorSpace":"inks","components":[1,2,3]}}}',
      '“a”: there is no colour space "inks"',
    ],
    [
      'two components',
      '{"a":{"$type":"color","$value":{"colorSpace":"srgb","components":[1,2]}}}',
      'not three numbers',
    ],
    [
      'words for numbers',
      '{"a":{"$type":"color","$value":{"colorSpace":"srgb","components":["x",1,2]}}}',
      'not three numbers',
    ],
    ['a wrong alpha', '{"a":{"$type":"color","$value":{"colorSpace":"srgb","components":[0,1,1],"alpha":7}}}', 'alpha'],
    ['a word', '{"a":{"$type":"color","$value":"bluish"}}', '“a”: “bluish” is no colour'],
    ['depth without end', `${'{"g":'.repeat(60)}{}${'}'.repeat(60)}`, 'deeper than'],
    [
      'a name of the language',
      '{"a":{"$type":"color","$value":{"colorSpace":"toString","components":[0,0,0]}}}',
      'no colour space',
    ],
    ['a broken pointer', '{"a":{"$type":"color","$value":{"$ref":"#/%E0%A4%A"}}}', 'which is not there'],
  ])('with %s are refused with the place', (_what, text, words) => {
    expect(faultOf(text)).toContain(words)
  })

  it('that would change how objects are made change nothing', () => {
    expect(wellsOf('{"__proto__":{"$type":"color"},"a":{"$type":"color","$value":"#010203"}}')).toEqual([
      ['a', 1, 2, 3],
    ])
    expect(({} as Record<string, unknown>).$type).toBeUndefined()
  })
})

describe('custom properties', () => {
  it('are read in every way in which CSS writes colours, by way of others too', () => {
    const { wells, notes } = read(`@charset "utf-8";
      :root { --slate: #46505a; --warm-ochre: rgb(204 119 34); --sky: hsl(200deg 50% 50%); --gap: 4px }
      @media (prefers-color-scheme: dark) { :root { --slate: #fff; } }
      .a { --accent: var(--slate); --other: var(--none, rebeccapurple); --lost: var(--nowhere); color: red }`)
    expect(wells.map(({ name, colour }) => [name, ...colour])).toEqual([
      ['slate', 70, 80, 90],
      ['warm ochre', 204, 119, 34],
      ['sky', 64, 149, 191],
      ['accent', 70, 80, 90],
      ['other', 102, 51, 153],
    ])
    expect(notes).toEqual([
      'One is set several times: the first is taken.',
      '2 properties that are no colours were left out.',
    ])
  })

  it('with escapes have the letters that they stand for', () => {
    expect(wellsOf(String.raw`:root{--caf\e9 -\31 0: #010203}`)).toEqual([['café 10', 1, 2, 3]])
  })

  it.each([
    [':root { --a: 4px }', 'no custom property with a colour'],
    [':root { --a: #fff', 'line 1'],
    [':root { --a: var(--b); --b: var(--a) }', 'refers to itself'],
  ])('%s is refused', (text, words) => {
    expect(faultOf(text)).toContain(words)
  })
})

describe('a table', () => {
  it.each([
    ['with headings', 'name,red,green,blue\nslate,70,80,90\n"ochre, warm",204,119,34\n'],
    ['with headings in another order', 'B,Name,R,G\n90,slate,70,80\n34,"ochre, warm",204,119\n'],
    ['without', 'slate,70,80,90\n"ochre, warm",204,119,34\n'],
    ['of a spreadsheet that parts by semicolons', '\ufeffName;Hex\r\nslate;#46505a\r\nochre, warm;#cc7722\r\n'],
    ['of colours as CSS writes them', 'slate\trgb(70 80 90)\nochre, warm\t#c72\n'],
  ])('%s is read', (_what, text) => {
    expect(wellsOf(text)).toEqual([
      ['slate', 70, 80, 90],
      ['ochre, warm', 204, 119, 34],
    ])
  })

  it('without names names its colours', () => {
    const [first] = read('#ff0000\n#46505a').wells
    expect(first!.name).toMatch(/red/)
  })

  it.each([
    ['name,red,green,blue\nslate,70,80,90\nochre,204,x,34', 'Line 3'],
    ['name,red,green,blue\nslate,70,80,900', 'Line 2'],
    ['one,two\nthree,four', 'No column'],
    ['name,red,green,blue\n', 'no colour in this table'],
    ['', 'empty'],
    ['\0\0\0', 'no text'],
    [Array.from({ length: 501 }, () => '1,2,3').join('\n'), '501 lines'],
  ])('%# is refused with its line', (text, words) => {
    expect(faultOf(text)).toContain(words)
  })
})

describe('what is written', () => {
  const csv = (wells: readonly Well[]) =>
    csvRowsOf(wells)
      .map(row => row.join(','))
      .join('\n')

  it('comes back the same by each way', () => {
    expect(read(tokensOf('Warm {days}', WELLS)).wells).toEqual(WELLS)
    expect(read(csv(WELLS)).wells).toEqual(WELLS)
    expect(read(cssOf('Warm */ days', WELLS)).wells).toEqual(
      WELLS.map(each => ({ ...each, name: each.name.toLowerCase() })),
    )
  })

  it('keeps all eight bits of any colour', () => {
    const random = seededRandom(7)
    const wells = Array.from({ length: 200 }, (_, i): Well => ({
      name: `well ${i}`,
      colour: [random.int(0, 255), random.int(0, 255), random.int(0, 255)],
    }))
    for (const text of [tokensOf('all', wells), cssOf('all', wells), csv(wells)]) {
      expect(read(text).wells.map(each => each.colour)).toEqual(wells.map(each => each.colour))
      expect(read(text).notes).toEqual([])
    }
  })

  it('has names that each way allows, each once', () => {
    const odd = ['$root', 'a.b', 'a{b}', 'a b', '', '=1+2', 'שמיים', '😀'].map((name, i): Well => ({
      name,
      colour: [i, i, i],
    }))
    const tokens = JSON.parse(tokensOf('t', odd)) as Record<string, Record<string, unknown>>
    const names = Object.keys(tokens.t!).filter(each => each !== '$type')
    expect(names.length).toBe(odd.length)
    for (const name of names) expect(name).toMatch(/^[^$.{}][^.{}]*$/)
    expect(read(tokensOf('t', odd)).wells.length).toBe(odd.length)
    expect(read(cssOf('t', odd)).wells.map(each => each.name)).toContain('שמיים')
    expect(read(cssOf('t', odd)).wells.length).toBe(odd.length)
  })
})
