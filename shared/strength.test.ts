import { describe, expect, it } from 'vitest'
import { LEAST_STRENGTH, strengthOf } from './strength'

const MAUD = ['Maud Ferris', 'maud@lantern.example', 'Lantern Street evening school']
const scoreOf = async (password: string, about: readonly string[] = []) => (await strengthOf(password, about)).score

describe('a password', () => {
  it('that many take, keys beside each other, dates and what repeats are too weak, however long', async () => {
    for (const weak of ['password1234', 'qwertyuiop12', 'aaaaaaaaaaaa', '123456789012', 'abcabcabcabc', '19.03.1987'])
      expect([weak, await scoreOf(weak)]).toEqual([weak, expect.toSatisfy(score => score < LEAST_STRENGTH)])
  })

  it('of a few words that do not belong together holds', async () => {
    for (const good of ['seven herons by the weir', 'a kettle sings to nobody', 'plum-anvil-otter-quilt'])
      expect([good, await scoreOf(good, MAUD)]).toEqual([good, 4])
  })

  it('gets nothing for what somebody and their place are called', async () => {
    for (const own of ['maudferris12', 'Maud.Ferris!1', 'lanternstreet7', 'MAUD@lantern.example']) {
      const { score, why } = await strengthOf(own, MAUD)
      expect([own, score < LEAST_STRENGTH, why]).toEqual([
        own,
        true,
        'What you and your place are called is tried first.',
      ])
    }
    expect(await scoreOf('maud keeps seven herons', MAUD)).toBeGreaterThanOrEqual(LEAST_STRENGTH)
  })

  it('is told what is weak about it', async () => {
    expect((await strengthOf('password1234', [])).why).toMatch(/commonly used/)
  })
})
