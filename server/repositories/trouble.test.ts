import { describe, expect, it } from 'vitest'
import { troubleOf } from './trouble'

const failed = (name: string, parent: object) => Object.assign(new Error('x'), { name, parent })

describe('what a failed question says about whether it was done', () => {
  it('it gave way to another one: deadlock, lock wait, changed row', () => {
    for (const errno of [1213, 1205, 1020])
      expect(troubleOf(failed('SequelizeDatabaseError', { errno }))).toBe('gave-way')
    // With a line that is cut off it would not have been answered.
    expect(troubleOf(failed('SequelizeDatabaseError', { errno: 1213, fatal: true }))).toBe('gave-way')
  })

  it('it was not begun: no connection, or a server that takes no questions', () => {
    for (const name of [
      'SequelizeConnectionError',
      'SequelizeConnectionRefusedError',
      'SequelizeConnectionAcquireTimeoutError',
      'SequelizeHostNotReachableError',
    ])
      expect(troubleOf(failed(name, { fatal: true }))).toBe('not-begun')
    expect(troubleOf(failed('SequelizeDatabaseError', { errno: 1047 }))).toBe('not-begun')
  })

  it('nobody knows: the line was cut off while it was asked', () => {
    expect(troubleOf(failed('SequelizeDatabaseError', { errno: 45009, fatal: true }))).toBe('cut-off')
    expect(troubleOf(failed('SequelizeDatabaseError', { errno: 1180 }))).toBe('cut-off')
  })

  it('there is no room for it', () => {
    expect(troubleOf(failed('SequelizeDatabaseError', { errno: 1114, sqlMessage: "The table 'x' is full" }))).toBe(
      'full',
    )
    expect(troubleOf(failed('SequelizeDatabaseError', { errno: 1021 }))).toBe('full')
    const words = 'Got error 28 "No space left on device" from storage engine InnoDB'
    expect(troubleOf(failed('SequelizeDatabaseError', { errno: 1030, sqlMessage: words }))).toBe('full')
    const other = 'Got error 122 "Internal (unspecified) error in handler" from storage engine InnoDB'
    expect(troubleOf(failed('SequelizeDatabaseError', { errno: 1030, sqlMessage: other }))).toBe('other')
  })

  it('it is wrong, and asking again would not mend it', () => {
    expect(troubleOf(failed('SequelizeUniqueConstraintError', { errno: 1062 }))).toBe('other')
    expect(troubleOf(new Error('of no database'))).toBe('other')
  })
})
