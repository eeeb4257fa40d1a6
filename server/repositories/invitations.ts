import { command, question, type Tx } from './database'

/*
 * Links that let a teacher in once: for the first time, or with a new password. The server keeps the digest of what a
 * link holds; times are the database's.
 */

export interface Invitation {
  readonly id: number
  readonly name: string
  readonly email: string
  /** Whose new password it is for; null: somebody new. */
  readonly teacherId: number | null
  readonly until: Date
  readonly usedAt: Date | null
  readonly isLate: boolean
  /** They asked for it by mail: nobody vouches for them. */
  readonly isByMail: boolean
}

const COLUMNS = `id, name, email, teacher_id AS teacherId, until, used_at AS usedAt, until < NOW(3) AS isLate,
  by_mail AS isByMail`

export interface NewInvitation {
  readonly token: string
  readonly name: string
  readonly email: string
  readonly teacherId: number | null
  readonly days: number
  readonly isByMail?: boolean
}

/** Adds one; an earlier one for the same address and purpose can't be used any more. */
export async function addInvitation({ days, isByMail = false, ...row }: NewInvitation, tx: Tx): Promise<void> {
  await command(
    'DELETE FROM invitations WHERE used_at IS NULL AND email = :email AND teacher_id <=> :teacherId',
    { email: row.email, teacherId: row.teacherId },
    tx,
  )
  await command(
    `INSERT INTO invitations (token, name, email, teacher_id, until, by_mail)
      VALUES (:token, :name, :email, :teacherId, NOW(3) + INTERVAL :days DAY, :isByMail)`,
    { ...row, days, isByMail },
    tx,
  )
}

/** By the digest of its token; with a transaction it is locked: nobody uses it twice. */
export async function invitationOf(token: string, tx?: Tx): Promise<Invitation | null> {
  const [row] = await question<Omit<Invitation, 'isLate' | 'isByMail'> & { isLate: number; isByMail: number }>(
    `SELECT ${COLUMNS} FROM invitations WHERE token = :token ${tx ? 'FOR UPDATE' : ''}`,
    { token },
    tx,
  )
  return row ? { ...row, isLate: Boolean(row.isLate), isByMail: Boolean(row.isByMail) } : null
}

export async function useUp(id: number, tx: Tx): Promise<void> {
  await command('UPDATE invitations SET used_at = NOW(3) WHERE id = :id', { id }, tx)
}

/** Those that can still be used, the latest first. */
export function openInvitations(): Promise<Omit<Invitation, 'isLate' | 'isByMail'>[]> {
  return question(`SELECT ${COLUMNS} FROM invitations WHERE used_at IS NULL AND until > NOW(3) ORDER BY id DESC`, {})
}

export async function dropInvitation(id: number): Promise<void> {
  await command('DELETE FROM invitations WHERE id = :id AND used_at IS NULL', { id })
}

/** Forgets those that were used or are over for so long that nobody asks what became of them. */
export async function forgetInvitations(): Promise<void> {
  await command('DELETE FROM invitations WHERE until < NOW(3) - INTERVAL 60 DAY', {})
}
