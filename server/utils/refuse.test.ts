import { describe, expect, it } from 'vitest'
import { ERROR_STATUS } from '#shared/errors'
import { asRefused, Refused } from './refuse'

const named = (name: string, set: object = {}) =>
  Object.assign(new Error('select secret from teacher'), { name, ...set })

describe('what was thrown', () => {
  it('is answered as it is when it is a refusal', () => {
    const refused = new Refused('not-yours', 'Not yours.', 'Go back.', { id: 4 })
    expect(asRefused(refused)).toBe(refused)
    expect(refused.status).toBe(403)
    expect(refused.body).toEqual({
      error: { code: 'not-yours', message: 'Not yours.', fix: 'Go back.', detail: { id: 4 } },
    })
  })

  it.each([
    named('SequelizeConnectionError'),
    named('SequelizeConnectionRefusedError'),
    named('SequelizeHostNotFoundError'),
    named('SequelizeTimeoutError'),
    named('SequelizeDatabaseError', { parent: { fatal: true } }),
  ])('by a lost database says so and that work is kept: $name', error => {
    expect(asRefused(error)).toMatchObject({ code: 'database-down', status: 503 })
  })

  it('by two who store the same at once is told in words', () => {
    expect(asRefused(named('SequelizeUniqueConstraintError'))).toMatchObject({ code: 'malformed', status: 422 })
  })

  it.each([named('TypeError'), named('SequelizeDatabaseError'), 'a string', null, undefined])(
    'and not expected is hidden: %s',
    error => {
      const { code, status, body } = asRefused(error)
      expect([code, status]).toEqual(['unexpected', 500])
      expect(JSON.stringify(body)).not.toContain('select')
    },
  )

  it('has a status for every code, none of them a success', () => {
    for (const status of Object.values(ERROR_STATUS)) {
      expect(status).toBeGreaterThanOrEqual(400)
      expect(status).toBeLessThan(600)
    }
  })
})
