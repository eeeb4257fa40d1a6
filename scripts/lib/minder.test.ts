import { spawn } from 'node:child_process'
import { setTimeout as sleep } from 'node:timers/promises'
import { afterEach, describe, expect, it } from 'vitest'
import { endChild, hasEnded, Minder, type Program } from './minder.mjs'
import { processAt } from './orphans.mjs'

const told: string[] = []
const pauses: number[] = []
const given: string[] = []
const open = new Set<ReturnType<typeof spawn>>()

/** A program that runs this script; it can be used once it has said so. */
function program(name: string, script: string, patienceMs = 5000): Program & { children: ReturnType<typeof spawn>[] } {
  const children: ReturnType<typeof spawn>[] = []
  return {
    name,
    patienceMs,
    children,
    spawn() {
      const child = spawn(process.execPath, ['-e', `${script};console.log('up')`], {
        stdio: ['ignore', 'pipe', 'ignore'],
        detached: true,
      })
      children.push(child)
      open.add(child)
      return child
    },
    ready: child =>
      new Promise((resolve, reject) => {
        child.stdout!.once('data', () => resolve())
        child.once('exit', () => reject(new Error(`${name} ended`)))
      }),
  }
}

/** Machines are shared. */
const SOON = { timeout: 30_000 }
const STAYS = 'setInterval(() => {}, 1000)'

function minder(now = Date.now): Minder {
  return new Minder({
    tell: (line: string) => void told.push(line),
    giveUp: (trouble: Error) => void given.push(trouble.message),
    pause: (ms: number) => {
      pauses.push(ms)
      // No time passes, but others have their turn.
      return new Promise(resolve => setImmediate(resolve))
    },
    now,
  })
}

afterEach(async () => {
  for (const child of open) await endChild(child, { signal: 'SIGKILL', patienceMs: 1000 })
  open.clear()
  told.length = pauses.length = given.length = 0
})

describe('what is minded', () => {
  it('is started again when it was killed, and when it ended by itself, and that is said', async () => {
    const kept = minder()
    const one = program('one', STAYS)
    await kept.keep(one)
    one.children[0]!.kill('SIGKILL')
    await expect.poll(() => told.filter(each => each.includes('there again')), SOON).toHaveLength(1)
    expect(told[0]).toBe('one ended by SIGKILL: it is started again')
    process.kill(one.children[1]!.pid!, 'SIGTERM')
    await expect.poll(() => told.filter(each => each.includes('there again')), SOON).toHaveLength(2)
    expect(one.children).toHaveLength(3)
    expect(kept.running().get('one')).toBe(one.children[2]!.pid)
    await kept.end()
    expect(one.children.every(hasEnded)).toBe(true)
    expect(one.children).toHaveLength(3)
  })

  it('is given up after ten deaths within a minute, with pauses that grow', async () => {
    const kept = minder(() => 0)
    await kept.keep(program('one', 'setTimeout(() => process.exit(3), 5)'))
    await expect.poll(() => given, SOON).toHaveLength(1)
    expect(given[0]).toContain('one ended 10 times within a minute')
    expect(pauses).toEqual([100, 200, 400, 800, 1600, 3200, 5000, 5000, 5000])
    expect(told[0]).toBe('one ended with 3: it is started again')
  })

  it('is not given up when its deaths lie far apart', async () => {
    let now = 0
    const kept = minder(() => (now += 20_000))
    const one = program('one', 'setTimeout(() => process.exit(3), 5)')
    await kept.keep(one)
    await expect.poll(() => one.children.length, SOON).toBeGreaterThan(14)
    expect(given).toEqual([])
    await kept.end()
  })

  it('that runs and does not do its work is started again after a while, and not at once', async () => {
    const kept = minder()
    const one = program('one', STAYS)
    let isWell = true
    let asked = 0
    await kept.keep({
      ...one,
      isWell: () => {
        asked++
        return Promise.resolve(isWell || one.children.length > 1)
      },
    })
    await expect.poll(() => asked, SOON).toBeGreaterThan(3)
    expect(one.children).toHaveLength(1)
    const before = asked
    isWell = false
    await expect.poll(() => told.some(each => each.includes('there again')), SOON).toBe(true)
    expect(told[0]).toBe('one runs and does not do its work')
    // Nine looks of three seconds.
    expect(asked - before).toBeGreaterThanOrEqual(9)
    expect(one.children).toHaveLength(2)
    await kept.end()
  })

  it('that never could be used is not started again: that is thrown', async () => {
    const kept = minder()
    const one = program('one', 'process.exit(1)')
    await expect(kept.keep({ ...one, ready: () => Promise.reject(new Error('one does not answer')) })).rejects.toThrow(
      'one does not answer',
    )
    await expect.poll(() => hasEnded(one.children[0]!), SOON).toBe(true)
    expect(one.children).toHaveLength(1)
    await kept.end()
  })

  it('that there is no such program is thrown, and ends nothing', async () => {
    const kept = minder()
    const none: Program = {
      name: 'none',
      patienceMs: 100,
      spawn: () => spawn('no-such-program-anywhere', { detached: true }),
      ready: child => (hasEnded(child) ? Promise.reject(new Error('none could not be started')) : Promise.resolve()),
    }
    await expect(kept.keep(none)).rejects.toThrow('none could not be started')
    await kept.end()
  })
})

describe('ending', () => {
  it('goes from the last to the first, each when the one before is gone', async () => {
    const kept = minder()
    const ended: string[] = []
    for (const name of ['first', 'second']) {
      const one = program(name, STAYS)
      await kept.keep(one)
      one.children[0]!.once('exit', () => ended.push(name))
    }
    await kept.end()
    expect(ended).toEqual(['second', 'first'])
  })

  it('kills what does not heed it, and what that has started', async () => {
    const kept = minder()
    const deaf = program(
      'deaf',
      `process.on('SIGTERM', () => {}); console.log(require('child_process').spawn('sleep', ['600']).pid); ${STAYS}`,
      300,
    )
    let said = ''
    const spawned = () => {
      const child = deaf.spawn()
      child.stdout!.on('data', data => (said += String(data)))
      return child
    }
    await kept.keep({ ...deaf, spawn: spawned })
    await expect.poll(() => /\d+/.exec(said)?.[0], SOON).toBeDefined()
    await kept.end()
    expect(deaf.children[0]!.signalCode).toBe('SIGKILL')
    await expect.poll(() => processAt(Number(/\d+/.exec(said)![0])), SOON).toBeNull()
  })

  it('asked for twice does not wait any more', async () => {
    const kept = minder()
    const deaf = program('deaf', `process.on('SIGTERM', () => {}); ${STAYS}`, 3_600_000)
    await kept.keep(deaf)
    const first = kept.end()
    await sleep(50)
    await Promise.all([first, kept.end()])
    expect(deaf.children[0]!.signalCode).toBe('SIGKILL')
  })

  it('in the middle of a first start ends that as well', async () => {
    const kept = minder()
    const one = program('one', STAYS)
    const starting = kept.keep({ ...one, ready: child => new Promise((_, no) => child.once('exit', () => no('gone'))) })
    starting.catch(() => {})
    await kept.end()
    await expect(starting).rejects.toBe('gone')
    expect(hasEnded(one.children[0]!)).toBe(true)
    await expect(kept.keep(one)).rejects.toThrow('not started any more')
  })
})
