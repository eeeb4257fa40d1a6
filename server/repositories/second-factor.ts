import { command, question, type Tx } from './database'

/** A teacher's second factor. It counts from when it was confirmed. */
export interface SecondFactor {
  /** The key of the time codes, sealed. */
  readonly secret: string
  readonly isConfirmed: boolean
  /** Number of the latest time code that was used: none is used twice. */
  readonly step: number
  /** Digests of the recovery codes that are left. */
  readonly recovery: readonly string[]
}

/** With a transaction it is locked: a code that comes twice at once is used once. */
export async function secondFactorOf(teacherId: number, tx?: Tx): Promise<SecondFactor | null> {
  const [row] = await question<{ secret: string; isConfirmed: number; step: number; recovery: string }>(
    `SELECT secret, confirmed_at IS NOT NULL AS isConfirmed, step, recovery FROM second_factors
      WHERE teacher_id = :teacherId ${tx ? 'FOR UPDATE' : ''}`,
    { teacherId },
    tx,
  )
  if (!row) return null
  return {
    secret: row.secret,
    isConfirmed: Boolean(row.isConfirmed),
    step: Number(row.step),
    recovery: JSON.parse(row.recovery) as string[],
  }
}

/** One that waits to be confirmed; an earlier one that was not is forgotten. */
export async function proposeSecondFactor(teacherId: number, secret: string): Promise<void> {
  await command(
    `INSERT INTO second_factors (teacher_id, secret, recovery) VALUES (:teacherId, :secret, '[]')
      ON DUPLICATE KEY UPDATE secret = :secret, confirmed_at = NULL, step = 0, recovery = '[]'`,
    { teacherId, secret },
  )
}

/** Keeps what is used and what is left of it; from the first time on it is asked for. */
export async function keepSecondFactor(
  teacherId: number,
  { step, recovery }: Pick<SecondFactor, 'step' | 'recovery'>,
  tx: Tx,
): Promise<void> {
  await command(
    `UPDATE second_factors SET confirmed_at = COALESCE(confirmed_at, NOW(3)), step = :step, recovery = :recovery
      WHERE teacher_id = :teacherId`,
    { teacherId, step, recovery: JSON.stringify(recovery) },
    tx,
  )
}

export async function dropSecondFactor(teacherId: number, tx?: Tx): Promise<void> {
  await command('DELETE FROM second_factors WHERE teacher_id = :teacherId', { teacherId }, tx)
}
