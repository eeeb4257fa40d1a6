import { expect, it } from 'vitest'
import { Turns } from './turns'

/** Work that ends when it is told to. */
function held() {
  let end = () => {}
  const state = { isBegun: false }
  const over = new Promise<void>(resolve => (end = resolve))
  return { state, end: () => end(), work: async () => ((state.isBegun = true), over) }
}
const settled = () => new Promise(resolve => setImmediate(resolve))

it('so many of one name are done at once, and others don’t wait for them', async () => {
  const turns = new Turns(2)
  const all = [held(), held(), held()]
  const ends = all.map(each => turns.take('ada', each.work))
  const other = held()
  const otherEnds = turns.take('bo', other.work)
  await settled()
  expect(all.map(each => each.state.isBegun)).toEqual([true, true, false])
  expect(other.state.isBegun).toBe(true)
  all[0]!.end()
  await settled()
  expect(all[2]!.state.isBegun).toBe(true)
  for (const each of [...all, other]) each.end()
  await Promise.all([...ends, otherEnds])
  expect(turns.size).toBe(0)
})

it('work that fails gives its turn on, and its fault to who asked', async () => {
  const turns = new Turns(1)
  const failing = turns.take('ada', () => Promise.reject(new Error('no')))
  const next = turns.take('ada', () => Promise.resolve(4))
  await expect(failing).rejects.toThrow('no')
  expect(await next).toBe(4)
  expect(turns.size).toBe(0)
})
