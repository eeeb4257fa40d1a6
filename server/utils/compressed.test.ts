// @vitest-environment node
import { Readable } from 'node:stream'
import { gunzipSync } from 'node:zlib'
import { describe, expect, it } from 'vitest'
import { compressed } from './compressed'

const long = { names: Array.from({ length: 500 }, (_, i) => `Learner ${i}`) }

describe('an answer', () => {
  it('goes packed to whoever takes that, and is the same', async () => {
    const packed = (await compressed('gzip, deflate, br', undefined, long))!
    expect(JSON.parse(gunzipSync(packed).toString())).toEqual(long)
    expect(packed.length).toBeLessThan(JSON.stringify(long).length / 3)
  })

  it('that is JSON in bytes already is packed as it is', async () => {
    const json = Buffer.from(JSON.stringify(long))
    expect(gunzipSync((await compressed('gzip', 'application/json', json))!).equals(json)).toBe(true)
  })

  it.each([undefined, '', 'identity', 'br', 'gzip;q=0', 'gzip;q=0.0', 'gzip; q=0, br'])(
    'goes as it is to whoever says %j',
    async accepts => {
      expect(await compressed(accepts, undefined, long)).toBeNull()
    },
  )

  it.each(['gzip', 'GZIP', 'br, gzip;q=0.5', '*', 'deflate, gzip; q=1.0'])('is packed for %j', async accepts => {
    expect(await compressed(accepts, undefined, long)).not.toBeNull()
  })

  it.each([
    ['that is short', undefined, { ok: true }],
    ['that is nothing', undefined, null],
    ['that is text', 'text/csv', 'a,b\n'.repeat(2000)],
    ['that is a picture', 'image/png', Buffer.alloc(9000)],
    ['that is a stream', 'application/json', Readable.from(['{}'])],
    ['that is a web stream', 'text/event-stream', new ReadableStream()],
  ])('%s goes as it is', async (_what, type, body) => {
    expect(await compressed('gzip', type, body)).toBeNull()
  })
})
