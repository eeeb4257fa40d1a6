import { command, question, type Tx } from './database'

/** Mails that wait to be sent. What was sent is kept without its words. All times are the database's. */

export interface Mail {
  readonly id: number
  readonly recipient: string
  readonly subject: string
  readonly words: string
  readonly madeAt: Date
  readonly tries: number
  readonly trouble: string | null
}

const COLUMNS = 'id, recipient, subject, words, made_at AS madeAt, tries, trouble'
/** Whoever sends one has it for so long, s: a mail server may take its time. */
const HELD_S = 90
/** What nobody sent is of no use after so many days, and what was sent is of no interest. */
const KEPT_DAYS = 14

export async function addMail(mail: Pick<Mail, 'recipient' | 'subject' | 'words'>, tx?: Tx): Promise<void> {
  await command(
    `INSERT INTO mails (recipient, subject, words, made_at, next_at)
      VALUES (:recipient, :subject, :words, NOW(3), NOW(3))`,
    { ...mail },
    tx,
  )
}

/** The next one that may be sent now; no other process gets it for a while. */
export async function takeMail(tx: Tx): Promise<Mail | null> {
  const [mail] = await question<Mail>(
    `SELECT ${COLUMNS} FROM mails WHERE sent_at IS NULL AND next_at <= NOW(3)
      ORDER BY next_at LIMIT 1 FOR UPDATE SKIP LOCKED`,
    {},
    tx,
  )
  if (!mail) return null
  await command(
    `UPDATE mails SET tries = tries + 1, next_at = NOW(3) + INTERVAL ${HELD_S} SECOND WHERE id = :id`,
    { id: mail.id },
    tx,
  )
  return { ...mail, tries: mail.tries + 1 }
}

/** Its words may hold a link: they go. */
export async function markSent(id: number): Promise<void> {
  await command("UPDATE mails SET sent_at = NOW(3), words = '', trouble = NULL WHERE id = :id", { id })
}

export async function markNotSent(id: number, trouble: string, againInS: number): Promise<void> {
  await command('UPDATE mails SET trouble = :trouble, next_at = NOW(3) + INTERVAL :againInS SECOND WHERE id = :id', {
    id,
    trouble: trouble.slice(0, 300),
    againInS,
  })
}

/** What was not sent, the latest first. */
export function unsentMails(most: number): Promise<Mail[]> {
  return question<Mail>(`SELECT ${COLUMNS} FROM mails WHERE sent_at IS NULL ORDER BY id DESC LIMIT :most`, { most })
}

export async function dropMail(id: number): Promise<void> {
  await command('DELETE FROM mails WHERE id = :id', { id })
}

export async function forgetMails(): Promise<void> {
  await command(`DELETE FROM mails WHERE made_at < NOW(3) - INTERVAL ${KEPT_DAYS} DAY`, {})
}
