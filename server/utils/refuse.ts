import { troubleOf } from '../repositories/trouble'
import { ERROR_STATUS, type ErrorCode, type Refusal } from '#shared/errors'

/** A refusal with everything the answer needs: what happened and what to do. */
export class Refused extends Error {
  override readonly name = 'Refused'

  constructor(
    readonly code: ErrorCode,
    message: string,
    readonly fix: string,
    readonly detail?: Record<string, unknown>,
  ) {
    super(message)
  }

  get status(): number {
    return ERROR_STATUS[this.code]
  }

  get body(): Refusal {
    const { code, message, fix, detail } = this
    return { error: { code, message, fix, ...(detail && { detail }) } }
  }
}

const DATABASE_TROUBLE = /^Sequelize(AccessDenied|Timeout)/

/** Turns whatever was thrown into a refusal; the unexpected is hidden. The one place that does it. */
export function asRefused(error: unknown): Refused {
  if (error instanceof Refused) return error
  const name = error instanceof Error ? error.name : ''
  const trouble = troubleOf(error)
  if (DATABASE_TROUBLE.test(name) || trouble === 'not-begun' || trouble === 'cut-off') {
    return new Refused(
      'database-down',
      'The server can’t reach its database just now.',
      'Go on drawing: your work is kept here and sent when the server is back.',
    )
  }
  if (trouble === 'full')
    return new Refused(
      'disk-full',
      'The server’s disk is full.',
      'Tell whoever looks after Little Easel. What you draw is kept here, and sent by itself when there is room again.',
    )
  if (name === 'SequelizeUniqueConstraintError')
    return new Refused(
      'malformed',
      'The same was stored in another place at this moment.',
      'Load the page again and look whether it is there.',
    )
  return new Refused(
    'unexpected',
    'Something went wrong on the server.',
    'Try again in a moment. If it stays, tell whoever looks after Little Easel.',
  )
}
