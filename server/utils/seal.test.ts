import { expect, it } from 'vitest'
import { keyedDigest, openText, sealText } from './seal'

const PASSWORD = 'a password of thirty-two letters'

it('what is sealed is opened with the same password, and looks different each time', () => {
  const [one, two] = [sealText('JBSWY3DP – Zoë', PASSWORD), sealText('JBSWY3DP – Zoë', PASSWORD)]
  expect(openText(one, PASSWORD)).toBe('JBSWY3DP – Zoë')
  expect(one).not.toBe(two)
  expect(Buffer.from(one, 'base64').toString('latin1')).not.toContain('JBSWY3DP')
})

it('with another password, changed, or cut off it is nothing', () => {
  const sealed = sealText('JBSWY3DP', PASSWORD)
  const changed = Buffer.from(sealed, 'base64')
  changed[changed.length - 1]! ^= 1
  for (const each of [changed.toString('base64'), sealed.slice(0, 12), '', 'no such thing'])
    expect(openText(each, PASSWORD)).toBeNull()
  expect(openText(sealed, `${PASSWORD}!`)).toBeNull()
})

it('a digest goes by the password', () => {
  expect(keyedDigest('ABCD', PASSWORD)).toMatch(/^[0-9a-f]{64}$/)
  expect(keyedDigest('ABCD', PASSWORD)).toBe(keyedDigest('ABCD', PASSWORD))
  expect(keyedDigest('ABCD', 'another')).not.toBe(keyedDigest('ABCD', PASSWORD))
})
