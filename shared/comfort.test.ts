import { describe, expect, it } from 'vitest'
import { comfortFrom, LETTER_SIZES, USUAL } from './comfort'
import { comfortSchema } from './schemas'

describe('how somebody likes the program', () => {
  it('is read as it was kept', () => {
    const own = { ...USUAL, letters: 130, isLeftHanded: true, hasSimplerWords: true }
    expect(comfortFrom(JSON.parse(JSON.stringify(own)))).toEqual(own)
  })

  it.each([null, 7, 'dim', [], { letters: 400, isDim: 'yes' }, { letters: '115' }])(
    'is as usual where %j was kept',
    kept => expect(comfortFrom(kept)).toEqual(USUAL),
  )

  it('is taken by the server in whole, and in no other sizes', () => {
    for (const letters of LETTER_SIZES) expect(comfortSchema.safeParse({ ...USUAL, letters }).success).toBe(true)
    for (const wrong of [{ ...USUAL, letters: 90 }, { letters: 100 }, { ...USUAL, more: 1 }])
      expect(comfortSchema.safeParse(wrong).success).toBe(false)
  })
})
