import { randomBytes, scrypt } from 'node:crypto'
import { promisify } from 'node:util'
import { describe, expect, it } from 'vitest'
import { isSealedEarlier, sealSecret, secretFits } from './secrets'

const derive = promisify(scrypt) as (secret: string, salt: string | Buffer, length: number) => Promise<Buffer>

/** Sealed as the first versions of the program did it. */
async function sealedEarlier(secret: string): Promise<string> {
  const salt = randomBytes(16)
  return `${salt.toString('hex')}:${(await derive(secret, salt, 32)).toString('hex')}`
}

describe('a sealed secret', () => {
  it('fits the secret it was made of and no other', async () => {
    const sealed = await sealSecret('kettle-and-lamp')
    expect(await secretFits('kettle-and-lamp', sealed)).toBe(true)
    for (const wrong of ['', 'kettle-and-lamP', 'kettle-and-lamp ', '0000'])
      expect(await secretFits(wrong, sealed)).toBe(false)
  })

  it('is another each time, holds no word of the secret, and has room in its column', async () => {
    const [a, b] = await Promise.all([sealSecret('2650'), sealSecret('2650')])
    expect(a).not.toBe(b)
    expect(a).not.toContain('2650')
    expect(a.length).toBeLessThanOrEqual(200)
  })

  it.each(['', ':', 'not sealed at all', 'abcd:', `${'0'.repeat(32)}:00`, '$scrypt$n=16384,r=8,p=1$', '$argon2id$x'])(
    'that is damaged (“%s”) fits nothing',
    async damaged => {
      expect(await secretFits('2650', damaged)).toBe(false)
    },
  )

  it('is a PHC string with the derivation of RFC 7914', async () => {
    // RFC 7914 §12, third vector: scrypt("pleaseletmein", "SodiumChloride", 16384, 8, 1, 64). 16384, 8, 1 is what Node
    // takes unasked.
    expect((await derive('pleaseletmein', 'SodiumChloride', 64)).toString('hex')).toBe(
      '7023bdcb3afd7348461c06cd81fd38ebfda8fbba904f8e3ea9b543f6545da1f2' +
        'd5432955613f0fcf62d49705242a9af9e61e85dc0d651e40dfcf017b45575887',
    )
    const sealed = await sealSecret('pleaseletmein')
    const [, name, cost, salt, key] = sealed.split('$')
    expect([name, cost]).toEqual(['scrypt', 'n=16384,r=8,p=1'])
    const again = await derive('pleaseletmein', Buffer.from(salt!, 'base64'), Buffer.from(key!, 'base64').length)
    expect(again.toString('base64').replace(/=+$/, '')).toBe(key)
  })

  it('of earlier times fits as well, and asks to be sealed anew', async () => {
    const sealed = await sealedEarlier('4127')
    expect(await secretFits('4127', sealed)).toBe(true)
    expect(await secretFits('4128', sealed)).toBe(false)
    expect([isSealedEarlier(sealed), isSealedEarlier(await sealSecret('4127'))]).toEqual([true, false])
  })
})
