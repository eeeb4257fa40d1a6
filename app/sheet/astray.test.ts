import { describe, expect, it } from 'vitest'
import type { Step } from '#core/plan'
import type { LayerNote } from '../workers/view/layer-news'
import { astray } from './astray'

const layer = (id: string, set: Partial<LayerNote> = {}): LayerNote => ({
  kind: 'layer',
  id,
  name: id,
  visible: true,
  opacity: 100,
  mode: 'normal',
  locked: false,
  clip: false,
  canClip: false,
  inside: false,
  mask: null,
  isEmpty: false,
  items: [],
  isHidden: false,
  isLocked: false,
  ...set,
})
const step = { id: 'line', layer: { id: 'lines', name: 'lines', place: 1 } } as Step
const brush = { needsPaint: false, what: 'the round brush' }
const eraser = { needsPaint: true, what: 'the hard eraser' }

describe('the guard against the wrong layer', () => {
  it.each<
    [
      string,
      LayerNote[],
      LayerNote,
      typeof brush,
      ReturnType<typeof astray> extends infer T ? Partial<NonNullable<T>> | null : never,
    ]
  >([
    ['says nothing on the step’s layer', [layer('lines')], layer('lines'), brush, null],
    [
      'warns on another one, and knows the right one',
      [layer('sketch'), layer('lines')],
      layer('sketch'),
      brush,
      { kind: 'warns', right: 'lines' },
    ],
    [
      'does not send to a hidden layer',
      [layer('sketch'), layer('lines', { isHidden: true })],
      layer('sketch'),
      brush,
      null,
    ],
    [
      'stops on a hidden one',
      [layer('lines', { isHidden: true })],
      layer('lines', { isHidden: true }),
      brush,
      { kind: 'stops', right: null, key: 'hidden' },
    ],
    [
      'stops on a locked one, with the right one at hand',
      [layer('a'), layer('lines')],
      layer('a', { isLocked: true }),
      brush,
      { kind: 'stops', right: 'lines', key: 'locked' },
    ],
    [
      'stops an eraser where nothing is painted',
      [layer('a'), layer('lines', { isEmpty: true })],
      layer('lines', { isEmpty: true }),
      eraser,
      { kind: 'stops', right: 'a', key: 'empty' },
    ],
    [
      'lets a brush begin an empty layer',
      [layer('lines', { isEmpty: true })],
      layer('lines', { isEmpty: true }),
      brush,
      null,
    ],
    [
      'stops where paint stays inside nothing',
      [layer('lines', { isEmpty: true, inside: true })],
      layer('lines', { isEmpty: true, inside: true }),
      brush,
      { kind: 'stops', key: 'inside' },
    ],
    [
      'stops an eraser where paint stays inside',
      [layer('lines', { inside: true })],
      layer('lines', { inside: true }),
      eraser,
      { kind: 'stops', key: 'inside-erase' },
    ],
  ])('%s', (_what, layers, live, intent, expected) => {
    const found = astray(step, layers, live, false, intent)
    if (expected === null) expect(found).toBeNull()
    else expect(found).toMatchObject(expected)
  })

  it('lets a mask be painted, whatever the step asks', () => {
    expect(astray(step, [layer('a'), layer('lines')], layer('a'), true, eraser)).toBeNull()
  })

  it('has nothing to compare with on a sheet of one’s own', () => {
    expect(astray(null, [layer('a')], layer('a'), false, brush)).toBeNull()
  })
})
