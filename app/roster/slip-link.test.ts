import { expect, it } from 'vitest'
import { slipLink } from './slip-link'

it('a slip leads to the front door with its class and its name, whatever letters it has', () => {
  const link = new URL(slipLink('https://easel.example:4310', 'KETTLE7', 'Søren & Ärla =? Pîke'))
  expect(link.origin + link.pathname).toBe('https://easel.example:4310/')
  expect(Object.fromEntries(link.searchParams)).toEqual({ class: 'KETTLE7', name: 'Søren & Ärla =? Pîke' })
})

it('nothing of the PIN is in it', () => {
  expect([...new URL(slipLink('https://easel.example', 'PIER22', 'Otto')).searchParams.keys()]).toEqual([
    'class',
    'name',
  ])
})
