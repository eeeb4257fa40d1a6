import { describe, expect, it } from 'vitest'
import { comfortFrom, KEY_NAME, KEY_SIGN, USUAL } from '#shared/comfort'
import { LETTER_KEY_IDS, LETTER_KEYS, meantBy, signOf, takenBy, type KeyPlace } from './letter-keys'

const likes = (more: Partial<typeof USUAL>) => ({ ...USUAL, ...more })

describe('keys of one sign', () => {
  it.each(['easel', 'crit', 'talk'] as KeyPlace[])('mean one thing each at the %s', place => {
    const here = LETTER_KEY_IDS.filter(id => LETTER_KEYS[id].places.some(each => each === place))
    expect(here.length).toBeGreaterThan(4)
    for (const id of here) {
      expect(meantBy(place, LETTER_KEYS[id].key, USUAL)).toBe(id)
      expect(takenBy(id, LETTER_KEYS[id].key, USUAL)).toBeNull()
    }
  })

  it('have names and signs that are kept', () => {
    for (const id of LETTER_KEY_IDS) {
      expect(id).toMatch(KEY_NAME)
      expect(LETTER_KEYS[id].key).toMatch(KEY_SIGN)
    }
  })

  it('are another one’s where somebody wants it so; the usual one is free then', () => {
    const own = likes({ ownKeys: { ghost: 'ö' } })
    expect(meantBy('easel', 'ö', own)).toBe('ghost')
    expect(meantBy('easel', 'g', own)).toBeNull()
    expect(meantBy('crit', 'g', own)).toBe('marks')
    expect(takenBy('look', 'g', own)).toBeNull()
    expect(takenBy('look', 'ö', own)).toBe('ghost')
  })

  it('are taken only by what is heard at the same place', () => {
    expect(takenBy('ghost', 'p', USUAL)).toBeNull()
    expect(takenBy('mirror', 'p', USUAL)).toBe('play')
    expect(takenBy('mirror', 'q', USUAL)).toBe('smaller')
  })

  it('mean nothing to those who want none', () => {
    const none = likes({ hasNoLetterKeys: true, ownKeys: { ghost: 'ö' } })
    for (const id of LETTER_KEY_IDS) expect(signOf(id, none)).toBeNull()
    for (const sign of ['ö', 'q', '?']) expect(meantBy('easel', sign, none)).toBeNull()
  })

  it('are kept one sign each, and nothing else is', () => {
    const given = { ghost: 'ö', look: 'ab', 'not a name': 'k', fit: ' ', mirror: 7, swap: '5', apart: 'B' }
    expect(comfortFrom({ ...USUAL, ownKeys: given }).ownKeys).toEqual({ ghost: 'ö' })
    expect(comfortFrom({ ...USUAL, ownKeys: 'g' }).ownKeys).toEqual({})
  })
})
