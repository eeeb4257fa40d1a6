import { scryptSync } from 'node:crypto'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { CODE_GUESSES, GUESS_WAIT_MS, TRIES, TRIES_WINDOW_MS } from '#shared/limits'
import { sealSecret, secretFits } from './secrets'

interface Try {
  count: number
  since: Date
}
const tries = new Map<string, Try>()
let sealed = await sealSecret('4127')
/** What was kept of a secret that was sealed anew. */
const kept: [string, number, string][] = []

vi.mock('../repositories/people', () => ({
  setSecret: (id: number, secret: string) => Promise.resolve(void kept.push(['learner', id, secret])),
  setTeachersSecret: (id: number, secret: string) => Promise.resolve(void kept.push(['teacher', id, secret])),
  triesAt: (door: string) => Promise.resolve(tries.get(door) ?? null),
  setTries: (door: string, count: number, since: Date) => Promise.resolve(void tries.set(door, { count, since })),
  forgetTries: (door: string) => Promise.resolve(void tries.delete(door)),
  classByCode: (code: string) => Promise.resolve(code === 'KETTLE7' ? { id: 1, name: 'Thursday evening table' } : null),
  learnerByName: (_class: number, name: string) =>
    Promise.resolve(name === 'Bram Ostley' ? { id: 5, name, secret: sealed } : null),
  teacherByEmail: (email: string) =>
    Promise.resolve(email === 'orla@saltmarsh.example' ? { id: 2, name: 'Orla', secret: sealed } : null),
}))
const logged = vi.hoisted(() => [] as unknown[][])
vi.mock('../utils/log', () => ({ log: (...line: unknown[]) => void logged.push(line) }))
const { signInLearner, signInTeacher } = await import('./signin')

beforeEach(() => {
  tries.clear()
  vi.useRealTimers()
})

const wrong = () => signInLearner('KETTLE7', 'Bram Ostley', '0000')

describe('coming in', () => {
  it('gives who it is and nothing that is secret', async () => {
    expect(await signInLearner('KETTLE7', 'Bram Ostley', '4127')).toEqual({
      kind: 'learner',
      id: 5,
      name: 'Bram Ostley',
      className: 'Thursday evening table',
    })
    expect(await signInTeacher('ORLA@saltmarsh.example', '4127')).toEqual({ kind: 'teacher', id: 2, name: 'Orla' })
  })

  it('seals a secret anew that was sealed as in earlier times, and no other', async () => {
    const now = sealed
    await signInTeacher('orla@saltmarsh.example', '4127')
    expect(kept).toEqual([])
    // Made by the first version of the program: salt and scrypt key, hex.
    const salt = Buffer.alloc(16, 7)
    sealed = `${salt.toString('hex')}:${scryptSync('4127', salt, 32).toString('hex')}`
    await signInTeacher('orla@saltmarsh.example', '4127')
    await signInLearner('KETTLE7', 'Bram Ostley', '4127')
    await expect(wrong()).rejects.toMatchObject({ code: 'wrong-sign-in' })
    sealed = now
    expect(kept.map(([who, id]) => [who, id])).toEqual([
      ['teacher', 2],
      ['learner', 5],
    ])
    for (const [, , secret] of kept) expect(await secretFits('4127', secret)).toBe(true)
  })

  it.each([
    ['a wrong PIN', () => wrong()],
    ['an unknown name', () => signInLearner('KETTLE7', 'Nobody', '4127')],
    ['an unknown class', () => signInLearner('PIER22', 'Bram Ostley', '4127')],
  ])('says the same to %s', async (_what, doing) => {
    await expect(doing()).rejects.toMatchObject({
      code: 'wrong-sign-in',
      message: 'Class code, name and PIN do not go together.',
    })
  })

  it(`stays shut after ${TRIES} wrong tries, even for the right PIN, and opens by itself`, async () => {
    for (let i = 0; i < TRIES; i++) await expect(wrong()).rejects.toMatchObject({ code: 'wrong-sign-in' })
    await expect(wrong()).rejects.toMatchObject({
      code: 'too-many-tries',
      fix: 'Wait 10 minutes, or ask your teacher.',
    })
    await expect(signInLearner('KETTLE7', 'Bram Ostley', '4127')).rejects.toMatchObject({ code: 'too-many-tries' })
    vi.useFakeTimers({ toFake: ['Date'], now: Date.now() + TRIES_WINDOW_MS + 1000 })
    expect(await signInLearner('KETTLE7', 'Bram Ostley', '4127')).toMatchObject({ id: 5 })
  })

  it('forgets wrong tries once it fits, and counts each door by itself', async () => {
    for (let i = 0; i < TRIES - 1; i++) await wrong().catch(() => {})
    await signInLearner('KETTLE7', 'Bram Ostley', '4127')
    expect(tries.size).toBe(0)
    await wrong().catch(() => {})
    await signInTeacher('orla@saltmarsh.example', 'no').catch(() => {})
    expect([...tries.values()].map(({ count }) => count)).toEqual([1, 1])
  })

  it('begins to count anew when the last wrong try is long ago', async () => {
    for (let i = 0; i < 3; i++) await wrong().catch(() => {})
    vi.useFakeTimers({ toFake: ['Date'], now: Date.now() + TRIES_WINDOW_MS + 1000 })
    await wrong().catch(() => {})
    expect([...tries.values()].map(({ count }) => count)).toEqual([1])
  })

  it('answers more and more slowly when class codes are tried one after the other, and logs it', async () => {
    const waits: number[] = []
    vi.stubGlobal('setTimeout', (run: () => void, ms: number) => {
      waits.push(ms)
      queueMicrotask(run)
    })
    const guess = (i: number) =>
      expect(signInLearner(`GUESS${i}`, 'Bram Ostley', '4127', '10.0.0.7')).rejects.toMatchObject({
        code: 'wrong-sign-in',
      })
    for (let i = 0; i < CODE_GUESSES; i++) await guess(i)
    expect([waits, logged]).toEqual([[], []])
    for (let i = 0; i < 7; i++) await guess(100 + i)
    expect(waits).toEqual([500, 1000, 2000, 4000, GUESS_WAIT_MS, GUESS_WAIT_MS, GUESS_WAIT_MS])
    expect(logged).toHaveLength(7)
    expect(logged[0]).toEqual(['warn', 'codes-guessed', { from: '10.0.0.7', count: CODE_GUESSES + 1, waitMs: 500 }])
    // Someone with a right code is not held up, from there or elsewhere.
    expect(await signInLearner('KETTLE7', 'Bram Ostley', '4127', '10.0.0.7')).toMatchObject({ id: 5 })
    expect(waits).toHaveLength(7)
    vi.unstubAllGlobals()
  })
})
