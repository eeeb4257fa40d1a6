import { scrypt } from 'node:crypto'
import { promisify } from 'node:util'
import { describe, expect, it } from 'vitest'
import { sealSecret, secretFits } from './secrets'

describe('a sealed secret', () => {
  it('fits the secret it was made of and no other', async () => {
    const sealed = await sealSecret('kettle-and-lamp')
    expect(await secretFits('kettle-and-lamp', sealed)).toBe(true)
    for (const wrong of ['', 'kettle-and-lamP', 'kettle-and-lamp ', '0000'])
      expect(await secretFits(wrong, sealed)).toBe(false)
  })

  it('is another each time, holds no word of the secret, and 16 bytes of salt with a key of 32', async () => {
    const [a, b] = await Promise.all([sealSecret('2650'), sealSecret('2650')])
    expect(a).not.toBe(b)
    expect(a).toMatch(/^[0-9a-f]{32}:[0-9a-f]{64}$/)
    expect(a).not.toContain('2650')
  })

  it.each(['', ':', 'not sealed at all', 'abcd:', `${'0'.repeat(32)}:00`])(
    'that is damaged (“%s”) fits nothing',
    async damaged => {
      expect(await secretFits('2650', damaged)).toBe(false)
    },
  )

  it('is made with the derivation of RFC 7914', async () => {
    // RFC 7914 §12, third vector: scrypt("pleaseletmein", "SodiumChloride", 16384, 8, 1, 64). 16384, 8, 1 is what Node
    // takes unasked.
    const derive = promisify(scrypt) as (secret: string, salt: string, length: number) => Promise<Buffer>
    expect((await derive('pleaseletmein', 'SodiumChloride', 64)).toString('hex')).toBe(
      '7023bdcb3afd7348461c06cd81fd38ebfda8fbba904f8e3ea9b543f6545da1f2' +
        'd5432955613f0fcf62d49705242a9af9e61e85dc0d651e40dfcf017b45575887',
    )
    const sealed = await sealSecret('pleaseletmein')
    const [salt, key] = sealed.split(':')
    const again = await (promisify(scrypt) as (secret: string, salt: Buffer, length: number) => Promise<Buffer>)(
      'pleaseletmein',
      Buffer.from(salt!, 'hex'),
      32,
    )
    expect(again.toString('hex')).toBe(key)
  })
})
