import { describe, expect, it } from 'vitest'
import { cropHandles, handlesOf, HANDLE_MODES, heldWhole, asNet } from '#core/parts'
import { handlesOf as stencilHandles, type Stencil } from '#core/stencil'
import { handleName } from './handle-words'

const middle = { x: 50, y: 50 }
const STENCILS: readonly Stencil[] = [
  { kind: 'line', from: { x: 0, y: 0 }, to: middle },
  { kind: 'curve', from: { x: 0, y: 0 }, bendA: { x: 1, y: 9 }, bendB: { x: 9, y: 1 }, to: middle },
  { kind: 'polyline', points: [{ x: 0, y: 0 }, middle, { x: 9, y: 0 }] },
  { kind: 'polygon', middle, radius: 20, angle: 0, sides: 5 },
  { kind: 'box', middle, width: 20, height: 10, angle: 0 },
] as const
const held = heldWhole({ x0: 0, y0: 0, x1: 90, y1: 60 })

describe('handles', () => {
  it('have a name each, none twice on one thing', () => {
    const all = [
      ...STENCILS.map(each => stencilHandles(each, 1)),
      ...HANDLE_MODES.map(mode => handlesOf(mode === 'net' ? asNet(held) : held, mode, 30)),
      cropHandles({ box: held.box, ratio: null }),
    ].map(handles => handles.map(each => handleName(each.key)))
    for (const names of all) {
      expect(new Set(names).size).toBe(names.length)
      for (const name of names) expect(name).toMatch(/^[A-Z][a-z]+( [a-z]+| \d+)*$/)
    }
  })

  it('are where their names say', () => {
    const crop = cropHandles({ box: { x0: 0, y0: 0, x1: 90, y1: 60 }, ratio: null })
    const at = (name: string) => crop.find(each => handleName(each.key) === name)!
    expect([at('Top left corner').x, at('Top left corner').y]).toEqual([0, 0])
    expect([at('Bottom left corner').x, at('Bottom left corner').y]).toEqual([0, 60])
    expect([at('Right side').x, at('Right side').y]).toEqual([90, 30])
  })
})
