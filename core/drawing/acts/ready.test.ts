import { expect, it } from 'vitest'
import { facts, isReadying, type Act } from '.'

it.each([
  [{ kind: 'layer-add', layer: 'sky', name: 'Sky', place: 0 }, true],
  [{ kind: 'stack-set', item: 'sky', set: { clip: true } }, true],
  [{ kind: 'sheet-resolution', perInch: 300 }, true],
  [{ kind: 'layer-clear', layer: 'sky' }, false],
  [{ kind: 'recolour', version: 1, layer: 'sky', colour: [1, 2, 3], only: null, seed: 1 }, false],
] as unknown as [Act, boolean][])('%o is laid out by a step: %s; what is laid out is not drawn', (act, isLaid) => {
  expect(isReadying(act)).toBe(isLaid)
  expect(facts(act).isReadying).toBe(isLaid)
  if (isLaid) expect(facts(act).work).toBeNull()
})
