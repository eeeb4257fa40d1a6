import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { Helper, TooHeavy } from './helper'

/** A process that does as it is told. */
const SCRIPT = `
const held = []
process.on('message', ({ what, value }) => {
  if (what === 'say') return process.send({ result: { value, pid: process.pid, isBytes: value instanceof Uint8Array } })
  if (what === 'fail') return process.send({ error: 'it did not fit' })
  if (what === 'die') process.exit(3)
  if (what === 'spin') for (;;) value++
  if (what === 'fill') {
    setInterval(() => held.push(Buffer.alloc(20e6, 1)), 5)
  }
})
process.on('disconnect', () => process.exit(0))
`
const MANY = { cpuMs: 60_000, bytes: 4e9 }
const LONG = { timeout: 30_000 }
let folder = ''
let helper: Helper
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'little-easel-helper-'))
  await writeFile(join(folder, 'told.mjs'), SCRIPT)
  helper = new Helper(join(folder, 'told.mjs'))
})
afterEach(() => helper.stop())
afterAll(() => rm(folder, { recursive: true, force: true }))

interface Said {
  readonly value: unknown
  readonly pid: number
  readonly isBytes: boolean
}
const say = (value: unknown) => helper.ask<Said>({ what: 'say', value }, MANY)
const isThere = (pid: number) => {
  try {
    process.kill(pid, 0)
    return true
  } catch {
    return false
  }
}

describe('a process beside the server', () => {
  it('answers one question after the other, bytes as bytes', async () => {
    const first = await say(new Uint8Array([1, 2, 3]))
    expect(first).toMatchObject({ value: new Uint8Array([1, 2, 3]), isBytes: true })
    expect((await say('again')).pid).toBe(first.pid)
    expect(first.pid).not.toBe(process.pid)
  })

  it('says what did not fit, and goes on', async () => {
    const { pid } = await say(1)
    await expect(helper.ask({ what: 'fail' }, MANY)).rejects.toThrow('it did not fit')
    expect((await say(2)).pid).toBe(pid)
  })

  it('that dies is told, and another one is begun', async () => {
    const { pid } = await say(1)
    await expect(helper.ask({ what: 'die' }, MANY)).rejects.toThrow(/has died/)
    expect((await say(2)).pid).not.toBe(pid)
  })

  it('is ended when a question takes more of the processor than it may', async () => {
    const { pid } = await say(1)
    await expect(helper.ask({ what: 'spin', value: 0 }, { ...MANY, cpuMs: 300 })).rejects.toThrow(TooHeavy)
    expect(helper.spentMs).toBeGreaterThan(300)
    await expect.poll(() => isThere(pid), LONG).toBe(false)
    expect((await say(2)).value).toBe(2)
  })

  it('is ended when a question takes more memory than it may', async () => {
    const heavy = helper.ask({ what: 'fill' }, { ...MANY, bytes: 300e6 })
    await expect(heavy).rejects.toMatchObject({ what: 'memory' })
  })

  it('that is ended before the question has reached it takes none, and the server goes on', async () => {
    await say(1)
    const ended = expect(helper.ask({ what: 'say', value: 2 }, MANY)).rejects.toThrow(/has died/)
    helper.stop()
    await ended
    expect((await say(3)).value).toBe(3)
  })

  it('is ended with a question that is given up', async () => {
    const { pid } = await say(1)
    const asked = helper.ask({ what: 'spin', value: 0 }, MANY)
    const ended = expect(asked).rejects.toThrow()
    await expect.poll(() => helper.spentMs, LONG).toBeGreaterThan(0)
    helper.stop()
    await ended
    await expect.poll(() => isThere(pid), LONG).toBe(false)
  })
})
