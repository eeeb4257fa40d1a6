import { randomBytes } from 'node:crypto'
import type { Connection } from 'mariadb'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Entry } from '#core/drawing'
import type { Pixels } from '#core/kernels'
import type { Plan } from '#core/plan'
import type { DrawingView, PaintStored, PlanBookView, PlanView, Stored } from '#shared/views'
import { Client } from './lib/client'
import { bringInOf, namedPicture, type NamedPicture } from './lib/pictures'
import { anotherServer, connectToDatabase, url } from './lib/world'

/** Pictures as paint at the server: in parts, named by their px, there before anything is drawn with them. */

const PART = 300_000
const learner = new Client(url)
const teacher = new Client(url)
let database: Connection

beforeAll(async () => {
  await learner.learner('Morten Skeel', '2650')
  await teacher.teacher()
  database = await connectToDatabase()
})
afterAll(() => database.end())

/** What no packing makes small. */
function noise(width: number, height: number): Pixels {
  const pixels = new Uint8Array(randomBytes(4 * width * height))
  for (let at = 3; at < pixels.length; at += 4) pixels[at] = 255
  return { width, height, pixels }
}

function partOf({ name, packed }: NamedPicture, at: number, length: number, key = 'device-of-the-test') {
  const { width, height } = name
  return { width, height, size: packed.length, key, at, base64: packed.subarray(at, at + length).toString('base64') }
}
const post = (client: Client, picture: NamedPicture, at: number, length: number, key?: string) =>
  client.call<PaintStored>('POST', `/api/paint/${picture.name.hash}`, partOf(picture, at, length, key))
async function sendAll(client: Client, picture: NamedPicture): Promise<void> {
  for (let at = 0; at < picture.packed.length; at += PART) await post(client, picture, at, PART)
}
const countOf = async (table: string, hash: string) =>
  Number((await database.query<{ n: bigint }[]>(`SELECT COUNT(*) AS n FROM ${table} WHERE hash = ?`, [hash]))[0]!.n)

describe('a picture on its way', () => {
  it('is put together from its parts, goes on where it was cut off, and is then the same for everyone', async () => {
    const picture = await namedPicture(noise(500, 420))
    const { hash } = picture.name
    expect((await post(learner, picture, 0, PART)).body).toEqual({ has: PART, isWhole: false })
    // The answer got lost: the same part comes again. One from farther on waits for what is missing.
    expect((await post(learner, picture, 0, PART)).body).toEqual({ has: PART, isWhole: false })
    expect((await post(learner, picture, 2 * PART, 100)).body).toEqual({ has: PART, isWhole: false })
    expect((await learner.call('GET', `/api/paint/${hash}`)).code).toBe('not-found')
    // Another device packs it otherwise and begins by itself.
    expect((await post(teacher, picture, 0, 0, 'another-device')).body).toEqual({ has: 0, isWhole: false })
    const size = picture.packed.length
    expect((await post(learner, picture, PART, size - PART)).body).toEqual({ has: size, isWhole: true })
    expect((await post(teacher, picture, 0, 0, 'another-device')).body).toEqual({ has: size, isWhole: true })
    const read = await teacher.call<ArrayBuffer>('GET', `/api/paint/${hash}`)
    expect(Buffer.compare(Buffer.from(read.body), picture.packed)).toBe(0)
    expect(await countOf('paint_picture_parts', hash)).toBe(0)
  })

  it('is refused and forgotten where it is not what its name says', async () => {
    const [picture, other] = [await namedPicture(noise(60, 60)), await namedPicture(noise(60, 60))]
    const lying = { name: picture.name, packed: other.packed }
    const answer = await post(learner, lying, 0, PART)
    expect([answer.status, answer.code]).toEqual([422, 'malformed'])
    expect(await countOf('paint_picture_parts', picture.name.hash)).toBe(0)
    expect((await learner.call('GET', `/api/paint/${picture.name.hash}`)).code).toBe('not-found')
    // It can still be brought rightly.
    expect((await post(learner, picture, 0, PART)).body.isWhole).toBe(true)
  })

  it.each([
    ['of another size', (packed: Buffer) => packed, { width: 30 }],
    ['cut off', (packed: Buffer) => packed.subarray(0, 700), {}],
    ['with damaged px', (packed: Buffer) => Buffer.from(packed.map((byte, i) => (i === 400 ? byte ^ 9 : byte))), {}],
    ['with something behind its end', (packed: Buffer) => Buffer.concat([packed, Buffer.from('more')]), {}],
  ])('is refused %s', async (_, bent, size) => {
    const { name, packed } = await namedPicture(noise(40, 40))
    const answer = await post(learner, { name: { ...name, ...size }, packed: bent(packed) }, 0, PART)
    expect(answer.code).toBe('malformed')
    expect(await countOf('paint_pictures', name.hash)).toBe(0)
  })

  it('is no more than it says', async () => {
    const picture = await namedPicture(noise(40, 40))
    const answer = await learner.call('POST', `/api/paint/${picture.name.hash}`, {
      ...partOf(picture, 0, 500),
      size: 300,
    })
    expect(answer.code).toBe('malformed')
  })
})

describe('a record that draws with a picture', () => {
  const batchOf = (entries: Entry[]) => ({ number: 0, from: 0, writer: 'writer-of-the-test', entries })
  async function newSheet(): Promise<number> {
    const sheet = { width: 400, height: 300, paper: [255, 255, 255] }
    const { body } = await learner.call<Stored & { id: number }>('POST', '/api/sheets', {
      title: 'With a picture',
      sheet,
    })
    await learner.call('POST', `/api/drawings/${body.id}/claim`, { writer: 'writer-of-the-test', takeOver: true })
    return body.id
  }

  it('is taken once the picture is here; its room is counted, and the copy uses it as well', async () => {
    const picture = await namedPicture(noise(200, 150))
    const drawing = await newSheet()
    const batch = batchOf([bringInOf(picture.name)])
    const refused = await learner.call<{ error: { detail: object } }>('POST', `/api/drawings/${drawing}/batches`, batch)
    expect([refused.status, refused.code]).toEqual([409, 'picture-missing'])
    expect(refused.body.error.detail).toEqual({ hash: picture.name.hash })
    expect((await learner.call<DrawingView>('GET', `/api/drawings/${drawing}`)).body.position).toBe(0)
    await sendAll(learner, picture)
    expect((await learner.call('POST', `/api/drawings/${drawing}/batches`, batch)).status).toBe(200)
    const bytes = async (id: number) =>
      Number((await database.query<{ bytes: bigint }[]>('SELECT bytes FROM drawings WHERE id = ?', [id]))[0]!.bytes)
    expect(await bytes(drawing)).toBeGreaterThan(picture.packed.length)
    const { body } = await learner.call<{ id: number }>('POST', `/api/drawings/${drawing}/copy`, {
      position: 1,
      key: 'copy-of-the-test',
    })
    expect(await countOf('drawing_pictures', picture.name.hash)).toBe(2)
    expect(await bytes(body.id)).toBeGreaterThan(picture.packed.length)
  })

  it('keeps its picture for as long as it is there: what nothing uses goes after a day', async () => {
    const [used, unused, fresh] = await Promise.all([20, 21, 22].map(side => namedPicture(noise(side, 20))))
    for (const each of [used!, unused!, fresh!]) await sendAll(learner, each)
    const drawing = await newSheet()
    await learner.call('POST', `/api/drawings/${drawing}/batches`, batchOf([bringInOf(used!.name)]))
    await database.query('UPDATE paint_pictures SET brought_at = NOW(3) - INTERVAL 2 DAY WHERE hash IN (?, ?)', [
      used!.name.hash,
      unused!.name.hash,
    ])
    // Whatever starts looks for what nothing uses any more.
    await anotherServer()
    await expect.poll(() => countOf('paint_pictures', unused!.name.hash), { timeout: 30_000 }).toBe(0)
    expect(await countOf('paint_pictures', used!.name.hash)).toBe(1)
    expect(await countOf('paint_pictures', fresh!.name.hash)).toBe(1)
  })
})

describe('a plan whose demonstration draws with a picture', () => {
  it('is stored once the picture is here, and its picture is used by it', async () => {
    const picture = await namedPicture(noise(90, 80))
    const { plans } = (await teacher.call<PlanBookView>('GET', '/api/plans')).body
    const { plan } = (await teacher.call<PlanView>('GET', `/api/plans/${plans[0]!.id}`)).body
    const { entries } = plan.demonstration
    const withPicture: Plan = {
      ...plan,
      title: 'With a picture',
      demonstration: {
        ...plan.demonstration,
        entries: [...entries, bringInOf(picture.name, entries.at(-1)!.at + 100)],
      },
    }
    expect((await teacher.call('POST', '/api/plans', withPicture)).code).toBe('picture-missing')
    await sendAll(teacher, picture)
    const { body, status } = await teacher.call<{ id: number }>('POST', '/api/plans', withPicture)
    expect(status).toBe(200)
    expect(await countOf('plan_record_pictures', picture.name.hash)).toBe(1)
    const kept = (await teacher.call<PlanView>('GET', `/api/plans/${body.id}`)).body.plan
    expect(kept.demonstration.entries.at(-1)).toEqual(withPicture.demonstration.entries.at(-1))
  })
})
