/** What the server may answer when it refuses, each with a status of its own meaning. */
export const ERROR_STATUS = {
  'not-signed-in': 401,
  'wrong-sign-in': 401,
  /** The password is right; a code is asked for as well. */
  'code-wanted': 401,
  'too-many-tries': 429,
  'not-yours': 403,
  'not-yet': 403,
  /** The password is to be given once more. */
  confirm: 403,
  'not-found': 404,
  malformed: 422,
  'too-big': 413,
  'batch-out-of-order': 409,
  'batch-differs': 409,
  'other-writer': 409,
  'open-elsewhere': 409,
  'record-incomplete': 409,
  /** What is sent needs px that are not here; `detail.hash` says which. */
  'picture-missing': 409,
  'already-answered': 409,
  'plan-changed': 409,
  'panel-taken': 409,
  /** Somebody has made the place their own already. */
  'set-up': 409,
  /** A link that was used, or is too old. */
  over: 410,
  /** What may be kept of somebody is full. */
  'no-room': 413,
  /** It was done so often today, or is open so often. */
  enough: 429,
  /** Too much is asked at once: the same again in a moment. */
  busy: 503,
  'database-down': 503,
  /** Nothing more can be stored until there is room on the server. */
  'disk-full': 507,
  unexpected: 500,
} as const

export type ErrorCode = keyof typeof ERROR_STATUS

/** The body of every refusal. */
export interface Refusal {
  readonly error: {
    readonly code: ErrorCode
    /** What happened, for people. */
    readonly message: string
    /** What to do. */
    readonly fix: string
    /** What a program needs to go on, as the number of the batch that is expected. */
    readonly detail?: Record<string, unknown>
  }
}
