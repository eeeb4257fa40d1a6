import { describe, expect, it } from 'vitest'
import { TILE_BYTES } from '#core/kernels'
import { stackOf, type Drawing, type Layer } from '#core/layers'
import { layerNotes, stackNotes, Thumbnailer } from './layer-news'

const sheet = { width: 500, height: 250, paper: [255, 255, 255] as const }
const layer = (id: string, set: Partial<Layer> = {}): Layer => ({
  id,
  name: id,
  visible: true,
  opacity: 100,
  tiles: new Map(),
  ...set,
})
const painted = (value: number) => new Map([[0, new Uint8Array(TILE_BYTES).fill(value)]])

describe('what the stack is told', () => {
  it('is all but the pixels, as a tree; and the layers know what the groups round them do', () => {
    const drawing: Drawing = {
      sheet,
      groups: [{ id: 'g', name: 'Group', visible: false, opacity: 80, locked: true }],
      layers: [
        layer('a', { tiles: painted(9) }),
        layer('b', {
          group: 'g',
          opacity: 30,
          mode: 'multiply',
          mask: { id: 'm', base: 1, isOn: false, tiles: new Map() },
        }),
        layer('c', { group: 'g', clip: true, inside: true }),
      ],
    }
    const notes = stackNotes(stackOf(drawing))
    expect(notes.map(note => [note.kind, note.id, note.items.map(each => each.id)])).toEqual([
      ['layer', 'a', []],
      ['group', 'g', ['b', 'c']],
    ])
    expect(notes[1]).toMatchObject({ visible: false, locked: true, opacity: 80, isEmpty: true, canClip: true })
    expect(
      layerNotes(notes).map(({ id, isHidden, isLocked, isEmpty, mode, clip, canClip, inside, mask }) => ({
        id,
        isHidden,
        isLocked,
        isEmpty,
        mode,
        clip,
        canClip,
        inside,
        mask,
      })),
    ).toEqual([
      {
        id: 'a',
        isHidden: false,
        isLocked: false,
        isEmpty: false,
        mode: 'normal',
        clip: false,
        canClip: false,
        inside: false,
        mask: null,
      },
      {
        id: 'b',
        isHidden: true,
        isLocked: true,
        isEmpty: true,
        mode: 'multiply',
        clip: false,
        canClip: false,
        inside: false,
        mask: { id: 'm', isOn: false },
      },
      {
        id: 'c',
        isHidden: true,
        isLocked: true,
        isEmpty: true,
        mode: 'normal',
        clip: true,
        canClip: true,
        inside: true,
        mask: null,
      },
    ])
  })

  it('a mask has a thumbnail of its own, on what it is where it is not painted', () => {
    const masked = layer('a', { mask: { id: 'm', base: 1, isOn: true, tiles: new Map() } })
    const [, mask] = new Thumbnailer().changed({ sheet, layers: [masked] })
    expect([mask!.layer, ...mask!.pixels.subarray(0, 4)]).toEqual(['m', 255, 255, 255, 255])
  })

  it('a thumbnail is made once, and again only when the paint changed', () => {
    const thumbnailer = new Thumbnailer()
    const a = layer('a', { tiles: painted(200) })
    const b = layer('b')
    expect(thumbnailer.changed({ sheet, layers: [a, b] }).map(each => each.layer)).toEqual(['a', 'b'])
    expect(thumbnailer.changed({ sheet, layers: [a, b] })).toEqual([])
    // Another name or place changes no paint.
    expect(
      thumbnailer.changed({
        sheet,
        layers: [
          { ...b, opacity: 10 },
          { ...a, name: 'other' },
        ],
      }),
    ).toEqual([])
    expect(thumbnailer.changed({ sheet, layers: [{ ...a, tiles: painted(100) }, b] }).map(each => each.layer)).toEqual([
      'a',
    ])
  })

  it('has the sheet’s proportions and the colour of the paint', () => {
    const [thumbnail] = new Thumbnailer().changed({ sheet, layers: [layer('a', { tiles: painted(255) })] })
    expect([thumbnail!.width, thumbnail!.height]).toEqual([132, 66])
    expect([...thumbnail!.pixels.subarray(0, 4)]).toEqual([255, 255, 255, 255])
    expect(thumbnail!.pixels[4 * 131 + 3]).toBe(0)
  })
})
