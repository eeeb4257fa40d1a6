import { describe, expect, it } from 'vitest'
import {
  judgeApp,
  judgeBackups,
  judgeCertificate,
  judgeClock,
  judgeDisk,
  judgeFolder,
  judgeNode,
  judgePackages,
} from './machine.mjs'

const NOW = Date.UTC(2026, 10, 30)
const DAY = 24 * 3600 * 1000

describe('a machine', () => {
  it('is well, and says so', () => {
    for (const each of [
      judgeNode('20.20.2'),
      judgePackages(true),
      judgeDisk({ free: 80e9, whole: 250e9 }),
      judgeDisk({ free: 1.5e9, whole: 8e9 }),
      judgeFolder({ exists: true, isWritable: true, mode: 0o40700 }),
      judgeFolder({ exists: false, isWritable: false, mode: 0 }),
      judgeClock(NOW, NOW - DAY),
      judgeBackups({ files: [NOW - 9 * DAY, NOW - DAY], kept: 7 }, true, NOW),
      judgeBackups({ files: [], kept: 7 }, false, NOW),
      judgeCertificate(new Date(NOW + 150 * DAY), NOW),
      judgeCertificate(null, NOW),
      judgeApp({ isStarted: false, health: null }),
      judgeApp({ isStarted: true, health: { ok: true } }),
    ])
      expect(each).toEqual({ isWell: true, what: expect.stringMatching(/\w/) })
  })

  it.each([
    [judgeNode('22.1.0'), 'Node is 22.1.0'],
    [judgeNode('20.9.0'), 'Node is 20.9.0'],
    [judgePackages(false), 'another version'],
    [judgeDisk({ free: 1e9, whole: 250e9 }), 'only 1.0 GB'],
    [judgeDisk({ free: 0.5e9, whole: 8e9 }), 'only 0.5 GB'],
    [judgeFolder({ exists: true, isWritable: false, mode: 0o40700 }), 'can’t be written'],
    [judgeFolder({ exists: true, isWritable: true, mode: 0o40755 }), 'others on this machine'],
    [judgeClock(NOW, NOW + 30 * DAY), '30 days behind'],
    [judgeBackups({ files: [NOW - 9 * DAY], kept: 7 }, true, NOW), '9 days old'],
    [judgeBackups({ files: [], kept: 0 }, true, NOW), 'there is no backup'],
    [judgeCertificate(new Date(NOW + 3 * DAY), NOW), 'runs out in 3 days'],
    [judgeCertificate(new Date(NOW - 3 * DAY), NOW), 'ran out 3 days ago'],
    [judgeApp({ isStarted: true, health: null }), 'does not answer'],
    [judgeApp({ isStarted: true, health: { ok: false, disk: 'full', database: 'up' } }), 'disk is full'],
    [judgeApp({ isStarted: true, health: { ok: false, database: 'down' } }), 'database is down'],
  ])('that is not well says what is wrong and what to do: $what', (judged, what) => {
    expect(judged.isWell).toBe(false)
    expect(judged.what).toContain(what)
    expect(judged.todo).toMatch(/\w{3}/)
  })
})
