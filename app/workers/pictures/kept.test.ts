import 'fake-indexeddb/auto'
import { beforeEach, describe, expect, it } from 'vitest'
import { forgetSentPictures, pictureShelf, tidyPictures, type KeptPicture } from './kept'

const DAY = 24 * 3600 * 1000
const NOW = 400 * DAY
const named = (letter: string) => letter.repeat(64)
const kept = (letter: string, more: Partial<KeptPicture> = {}): KeptPicture => ({
  hash: named(letter),
  width: 2,
  height: 1,
  packed: Uint8Array.of(1, 2, 3),
  key: 'key-of-device',
  isSent: true,
  touchedAt: NOW,
  ...more,
})
const here = async (...letters: string[]) =>
  (await Promise.all(letters.map(each => pictureShelf.get(named(each))))).map(each => each !== null)

describe('pictures that this browser keeps', () => {
  beforeEach(async () => {
    for (const letter of 'abcd') await pictureShelf.setSent(named(letter), true)
    await forgetSentPictures()
    expect(await here('a', 'b', 'c', 'd')).toEqual([false, false, false, false])
  })

  it('are there as they were put, and known to be sent', async () => {
    await pictureShelf.put(kept('a', { isSent: false }))
    expect(await pictureShelf.get(named('a'))).toMatchObject({ width: 2, isSent: false, key: 'key-of-device' })
    await pictureShelf.setSent(named('a'), true)
    expect((await pictureShelf.get(named('a')))!.isSent).toBe(true)
    expect([...(await pictureShelf.get(named('a')))!.packed]).toEqual([1, 2, 3])
    // What is not here is not made by it.
    await pictureShelf.setSent(named('b'), true)
    expect(await here('b')).toEqual([false])
  })

  it('go when the server has them and nobody looked at them for a month', async () => {
    await pictureShelf.put(kept('a', { touchedAt: NOW - 31 * DAY }))
    await pictureShelf.put(kept('b', { touchedAt: NOW - 31 * DAY, isSent: false }))
    await pictureShelf.put(kept('c', { touchedAt: NOW - 29 * DAY }))
    await tidyPictures(NOW)
    expect(await here('a', 'b', 'c')).toEqual([false, true, true])
  })

  it('go, the oldest first, when they are more than is kept', async () => {
    const packed = new Uint8Array(1500)
    await pictureShelf.put(kept('a', { packed, touchedAt: NOW - 3 * DAY }))
    await pictureShelf.put(kept('b', { packed, touchedAt: NOW - 2 * DAY }))
    await pictureShelf.put(kept('c', { packed, touchedAt: NOW - DAY }))
    await tidyPictures(NOW, 4000)
    expect(await here('a', 'b', 'c')).toEqual([false, true, true])
  })

  it('are taken off when somebody signs out, but what the server has not got', async () => {
    await pictureShelf.put(kept('a'))
    await pictureShelf.put(kept('b', { isSent: false }))
    await forgetSentPictures()
    expect(await here('a', 'b')).toEqual([false, true])
  })
})
