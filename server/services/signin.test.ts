import { scryptSync } from 'node:crypto'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Door } from '../repositories/doors'
import type { From } from './doors'
import { sealSecret, secretFits } from './secrets'

/** Doors as the database counts them. */
const used = new Map<string, { used: number; at: number }>()
let sealed = await sealSecret('4127')
const orla = { id: 2, name: 'Orla', isDemo: false, lockedAt: null as Date | null }
/** What was kept of a secret that was sealed anew. */
const kept: [string, number, string][] = []

vi.mock('../repositories/people', () => ({
  setSecret: (id: number, secret: string) => Promise.resolve(void kept.push(['learner', id, secret])),
  setTeachersSecret: (id: number, secret: string) => Promise.resolve(void kept.push(['teacher', id, secret])),
  classByCode: (code: string) =>
    Promise.resolve(code === 'KETTLE7' ? { id: 1, name: 'Thursday evening table', teacherId: 2 } : null),
  teacherById: () => Promise.resolve(orla),
  learnerByName: (_class: number, name: string) =>
    Promise.resolve(name === 'Bram Ostley' ? { id: 5, name, secret: sealed } : null),
  teacherByEmail: (email: string) =>
    Promise.resolve(email === 'orla@saltmarsh.example' ? { ...orla, secret: sealed } : null),
}))
vi.mock('../repositories/place', () => ({ thePlace: () => Promise.resolve({ keeperId: 7 }) }))
vi.mock('../repositories/doors', () => ({
  takeTry(doors: Door[]) {
    const now = doors.map(({ name, everyMs }) => {
      const { used: before, at } = used.get(name) ?? { used: 0, at: Date.now() }
      return Math.max(0, before - (Date.now() - at) / everyMs)
    })
    const waitMs = Math.max(0, ...doors.map(({ room, everyMs }, i) => (now[i]! + 1 - room) * everyMs))
    doors.forEach(({ name }, i) => used.set(name, { used: now[i]! + (waitMs > 0 ? 0 : 1), at: Date.now() }))
    return Promise.resolve(Math.ceil(waitMs))
  },
  giveBackTry(doors: Door[]) {
    for (const { name } of doors) used.set(name, { ...used.get(name)!, used: used.get(name)!.used - 1 })
    return Promise.resolve()
  },
}))
const logged = vi.hoisted(() => [] as unknown[][])
const second = { isOn: false }
vi.mock('./second-factor', () => ({
  hasSecond: () => Promise.resolve(second.isOn),
  passesSecond: (_: number, code: string) => Promise.resolve(code === '287082'),
}))
vi.mock('./audit', () => ({ note: () => Promise.resolve() }))
vi.mock('../utils/log', () => ({ log: (...line: unknown[]) => void logged.push(line), reasonOf: String }))
const { signInLearner, signInTeacher } = await import('./signin')
const { doorsOfLearner, goThrough } = await import('./doors')

beforeEach(() => {
  used.clear()
  logged.length = 0
  vi.useFakeTimers({ toFake: ['Date'], now: Date.UTC(2026, 10, 5, 18) })
})
afterEach(() => {
  vi.useRealTimers()
})

const away: From = { address: '10.0.0.7', device: null, isHere: false }
/** A device on which Bram was let in. */
const own: From = { address: '10.0.0.7', device: { id: 'd1', knows: who => who === 'learner 5' }, isHere: false }
const later = (ms: number) => vi.setSystemTime(Date.now() + ms)
const wrong = (from = away, name = 'Bram Ostley', code = 'KETTLE7') => signInLearner(code, name, '0000', from)
const right = (from = away) => signInLearner('KETTLE7', 'Bram Ostley', '4127', from)
const codeOf = (trial: Promise<unknown>) =>
  trial.then(
    () => 'in',
    (error: { code: string }) => error.code,
  )
const QUARTER_HOUR = 15 * 60_000

describe('coming in', () => {
  it('gives who it is and nothing that is secret', async () => {
    expect(await right()).toEqual({
      kind: 'learner',
      id: 5,
      name: 'Bram Ostley',
      className: 'Thursday evening table',
    })
    expect(await signInTeacher('ORLA@saltmarsh.example', '4127', away)).toEqual({
      kind: 'teacher',
      id: 2,
      name: 'Orla',
    })
  })

  it('seals a secret anew that was sealed as in earlier times, and no other', async () => {
    const now = sealed
    await signInTeacher('orla@saltmarsh.example', '4127', away)
    expect(kept).toEqual([])
    // Made by the first version of the program: salt and scrypt key, hex.
    const salt = Buffer.alloc(16, 7)
    sealed = `${salt.toString('hex')}:${scryptSync('4127', salt, 32).toString('hex')}`
    await signInTeacher('orla@saltmarsh.example', '4127', away)
    await right()
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
    ['an unknown name', () => signInLearner('KETTLE7', 'Nobody', '4127', away)],
    ['an unknown class', () => signInLearner('PIER22', 'Bram Ostley', '4127', away)],
  ])('says the same to %s', async (_what, doing) => {
    await expect(doing()).rejects.toMatchObject({
      code: 'wrong-sign-in',
      message: 'Class code, name and PIN do not go together.',
    })
  })

  it('counts a try before the secret is looked at: of many at once only so many are', async () => {
    const answers = await Promise.all(Array.from({ length: 40 }, () => codeOf(wrong())))
    expect(answers.filter(each => each === 'wrong-sign-in')).toHaveLength(8)
    expect(answers.filter(each => each === 'too-many-tries')).toHaveLength(32)
    expect(await codeOf(right())).toBe('too-many-tries')
  })

  it('has room again by and by, and says when', async () => {
    for (let i = 0; i < 8; i++) await codeOf(wrong())
    await expect(right()).rejects.toMatchObject({
      code: 'too-many-tries',
      fix: 'Wait 15 minutes, come in where you came in before, or ask your teacher for a new slip.',
    })
    later(QUARTER_HOUR - 60_000)
    await expect(right()).rejects.toMatchObject({ fix: expect.stringContaining('Wait 1 minute,') as string })
    later(60_000)
    expect(await codeOf(wrong())).toBe('wrong-sign-in')
    expect(await codeOf(right())).toBe('too-many-tries')
    later(QUARTER_HOUR)
    expect(await codeOf(right())).toBe('in')
  })

  it('costs more than a term to try every PIN', async () => {
    const doors = doorsOfLearner({ id: 5, name: 'Bram Ostley', classId: 1, code: 'KETTLE7' }, away)
    const begin = Date.now()
    let guesses = 0
    while (Date.now() < begin + 90 * 24 * 3600_000) {
      if ((await codeOf(goThrough(doors, ''))) === 'in') guesses++
      else later(QUARTER_HOUR)
    }
    expect(guesses).toBeGreaterThan(8000)
    expect(guesses).toBeLessThan(10_000)
  })

  it('gives right tries back', async () => {
    for (let i = 0; i < 30; i++) expect(await codeOf(right())).toBe('in')
    expect([...used.values()].map(each => each.used)).toEqual([0, 0, 0])
  })

  it('counts a device that let somebody in before by itself: a stranger keeps nobody out of it', async () => {
    for (let i = 0; i < 9; i++) await codeOf(wrong())
    expect(await codeOf(right())).toBe('too-many-tries')
    expect(await codeOf(right(own))).toBe('in')
    for (let i = 0; i < 8; i++) expect(await codeOf(wrong(own))).toBe('wrong-sign-in')
    expect(await codeOf(wrong(own))).toBe('too-many-tries')
  })

  it('counts a learner by who it is, not by how the name is written', async () => {
    await codeOf(wrong())
    expect([...used.keys()].filter(name => name.startsWith('learner'))).toEqual(['learner 5'])
  })

  it('counts an unknown name and an unknown class as it counts known ones', async () => {
    for (const [name, code] of [
      ['Nobody', 'KETTLE7'],
      ['Bram Ostley', 'PIER22'],
    ] as const) {
      for (let i = 0; i < 8; i++) expect(await codeOf(wrong(away, name, code))).toBe('wrong-sign-in')
      expect(await codeOf(wrong(away, name, code))).toBe('too-many-tries')
    }
    expect(await codeOf(wrong(away, ' nobody'.trim().toUpperCase()))).toBe('too-many-tries')
  })

  it('counts a whole class together, as one PIN may be tried at every name', async () => {
    let seen = 0
    for (let i = 0; i < 200; i++) if ((await codeOf(wrong(away, `Name ${i}`))) === 'wrong-sign-in') seen++
    expect(seen).toBe(120)
    // Who came in here before is not kept out by it.
    expect(await codeOf(right(own))).toBe('in')
  })

  it('counts teachers by themselves, and logs what was too much', async () => {
    const guess = () => codeOf(signInTeacher('orla@saltmarsh.example', 'no', away))
    for (let i = 0; i < 10; i++) expect(await guess()).toBe('wrong-sign-in')
    expect(logged).toEqual([])
    await expect(signInTeacher('orla@saltmarsh.example', 'no', away)).rejects.toMatchObject({
      code: 'too-many-tries',
      fix: 'Wait 1 minute, or come in where you came in before.',
    })
    expect(logged).toEqual([['warn', 'too-many-tries', { doors: 'teacher 2, address 10.0.0.7', waitMs: 60_000 }]])
    expect(await codeOf(right())).toBe('in')
  })

  it('goes through the same doors at the same cost whether there is such a class or not', async () => {
    await codeOf(wrong())
    const known = [...used.keys()].map(name => name.split(' ')[0])
    used.clear()
    await codeOf(wrong(away, 'Nobody', 'PIER22'))
    expect([...used.keys()].map(name => name.split(' ')[0])).toEqual(known)
  })

  it('opens the demo, whose secrets are published, on its own machine alone', async () => {
    orla.isDemo = true
    try {
      const teacher = (from: From) => codeOf(signInTeacher('orla@saltmarsh.example', '4127', from))
      expect([await teacher(away), await codeOf(right())]).toEqual(['not-yours', 'not-yours'])
      const here = { ...away, address: '127.0.0.1', isHere: true }
      expect([await teacher(here), await codeOf(right(here))]).toEqual(['in', 'in'])
      // A wrong one is a wrong one from there as well.
      expect(await codeOf(signInTeacher('orla@saltmarsh.example', 'no', away))).toBe('wrong-sign-in')
    } finally {
      orla.isDemo = false
    }
  })

  it('lets in no teacher who is locked out, nor tells whether it is so before the password was right', async () => {
    orla.lockedAt = new Date()
    try {
      expect(await codeOf(signInTeacher('orla@saltmarsh.example', '4127', away))).toBe('not-yours')
      expect(await codeOf(signInTeacher('orla@saltmarsh.example', 'no', away))).toBe('wrong-sign-in')
      // Their learners draw on.
      expect(await codeOf(right())).toBe('in')
    } finally {
      orla.lockedAt = null
    }
  })

  it('asks for a second factor once the password is right, and counts wrong codes like wrong passwords', async () => {
    second.isOn = true
    try {
      const enter = (password: string, code?: string) =>
        codeOf(signInTeacher('orla@saltmarsh.example', password, away, code))
      expect(await enter('no', '287082')).toBe('wrong-sign-in')
      for (let i = 0; i < 20; i++) expect(await enter('4127')).toBe('code-wanted')
      expect(await enter('4127', '287082')).toBe('in')
      for (let i = 0; i < 9; i++) expect(await enter('4127', '000000')).toBe('wrong-sign-in')
      expect(await enter('4127', '287082')).toBe('too-many-tries')
    } finally {
      second.isOn = false
    }
  })
})
