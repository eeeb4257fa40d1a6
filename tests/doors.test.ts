import { beforeAll, describe, expect, it } from 'vitest'
import { openClass, type OwnClass } from './lib/class'
import { Client } from './lib/client'
import { anotherServer, connectToDatabase, url } from './lib/world'

/** Coming in, tried by someone who guesses: from many sides at once, through two processes of the app. */

const NAMES = ['Isil Maddern', 'Tamsin Blewett', 'Petroc Vane', 'Wenna Curnow', 'Jory Trice']
let second = ''
let own: OwnClass
const teacher = new Client(url)

beforeAll(async () => {
  second = await anotherServer()
  await teacher.teacher()
  own = await openClass(url, teacher, 'Saturday doors', NAMES)
})

const slip = (i: number) => own.slips.slips[i]!
const PINS = Array.from({ length: 150 }, (_, i) => String(1000 + 7 * i))
const guess = (to: string, name: string, pin: string, client = new Client(to)) =>
  client.call('POST', '/api/session/learner', { code: own.slips.code, name, pin })
/** A PIN that is not theirs. */
const wrongFor = (i: number) => (slip(i).pin === '0001' ? '0002' : '0001')

describe('guessing a PIN', () => {
  it('by 150 tries at once, through two processes, is counted before any is looked at', async () => {
    const name = slip(0).name
    const pins = PINS.filter(pin => pin !== slip(0).pin)
    const answers = await Promise.all(pins.map((pin, i) => guess(i % 2 ? second : url, name, pin)))
    const codes = answers.map(({ code }) => code)
    expect(codes.filter(code => code === 'wrong-sign-in')).toHaveLength(8)
    expect(codes.filter(code => code === 'too-many-tries')).toHaveLength(pins.length - 8)
    const right = await guess(url, name, slip(0).pin)
    expect(right.code).toBe('too-many-tries')
    expect(JSON.stringify(right.body)).toMatch(/Wait 1[45] minutes, come in where you came in before/)
  })

  it('by other spellings of a name is the same count', async () => {
    const spellings = ['Tamsin Blewett', 'TAMSIN BLEWETT', 'tamsin blewett', 'Tamsın Blewett', 'Támsin Bléwett']
    const codes = []
    for (let i = 0; i < 15; i++) codes.push((await guess(url, spellings[i % spellings.length]!, wrongFor(1))).code)
    // What the register takes for another name is one: it has a door of its own, and no PIN.
    const known = codes.filter((_, i) => i % spellings.length < 3)
    expect(known.filter(code => code === 'wrong-sign-in').length).toBeLessThanOrEqual(8)
    expect((await guess(url, 'Tamsin Blewett', slip(1).pin)).code).toBe('too-many-tries')
  })

  it('keeps nobody out where they came in before, nor anybody else', async () => {
    const device = new Client(url)
    expect((await guess(url, slip(2).name, slip(2).pin, device)).status).toBe(200)
    for (let i = 0; i < 9; i++) await guess(url, slip(2).name, wrongFor(2))
    expect((await guess(url, slip(2).name, slip(2).pin)).code).toBe('too-many-tries')
    expect((await guess(url, slip(2).name, slip(2).pin, device)).status).toBe(200)
    expect((await guess(url, slip(3).name, slip(3).pin)).status).toBe(200)
  })

  it('a new slip lets in at once', async () => {
    for (let i = 0; i < 9; i++) await guess(url, slip(4).name, wrongFor(4))
    expect((await guess(url, slip(4).name, slip(4).pin)).code).toBe('too-many-tries')
    const renewed = await teacher.call<{ slips: { pin: string }[] }>('POST', `/api/learners/${slip(4).id}/pin`)
    expect((await guess(url, slip(4).name, renewed.body.slips[0]!.pin)).status).toBe(200)
  })
})

it('a whole class comes in at once while others are answered', async () => {
  const health: number[] = []
  let isOver = false
  const asking = (async () => {
    while (!isOver) {
      const began = performance.now()
      expect((await fetch(`${second}/api/health`)).status).toBe(200)
      health.push(performance.now() - began)
    }
  })()
  const all = await Promise.all(
    Array.from({ length: 60 }, () =>
      guess(second, slip(3).name, slip(3).pin).then(({ status, code }) => code ?? status),
    ),
  )
  isOver = true
  await asking
  // More than eight of one name under way at once are told to wait; nobody is told that it was wrong.
  expect(new Set(all)).toEqual(new Set([200, 'too-many-tries']))
  expect(health.length).toBeGreaterThan(0)
})

it('the app’s database user reaches its own database and no other', async () => {
  const connection = await connectToDatabase()
  try {
    expect(await connection.query('SELECT COUNT(*) AS count FROM learners')).toMatchObject([
      { count: expect.anything() },
    ])
    for (const sql of ['SELECT * FROM mysql.user', 'CREATE DATABASE another', 'SHUTDOWN', "SET GLOBAL sql_mode = ''"])
      await expect(connection.query(sql)).rejects.toMatchObject({ sqlState: '42000' })
  } finally {
    await connection.end()
  }
})
