import nodemailer, { type Transporter } from 'nodemailer'
import { inTransaction } from '../repositories/database'
import * as mails from '../repositories/mails'
import { log, reasonOf } from '../utils/log'

/**
 * Mails go into the place's outbox, and from there by SMTP where that is set; elsewhere whoever keeps the place reads
 * them there and hands them over. Nobody who asks for one waits for the mail server.
 */

/** A mail server that says nothing is given up after so long, ms. */
const SILENCE_MS = 15_000
/** A mail is tried again after so long, s, and ever more rarely; at most so long. */
const FIRST_AGAIN_S = 60
const LONGEST_AGAIN_S = 4 * 3600

interface Settings {
  readonly smtpUrl: string
  readonly mailFrom: string
  /** Where this Little Easel is, as a browser goes there; without it no link can be written. */
  readonly address: string
}

export const mailSettings = (): Settings => {
  const { smtpUrl, mailFrom, address } = useRuntimeConfig()
  return { smtpUrl, mailFrom, address: address.replace(/\/+$/, '') }
}

/** Whether mails leave this place. A link in a mail needs to say where that is. */
export function isMailing({ smtpUrl, address }: Settings = mailSettings()): boolean {
  return smtpUrl !== '' && address !== ''
}

export interface Letter {
  readonly recipient: string
  readonly subject: string
  readonly words: string
}

/** Puts a mail into the outbox; it is sent at once, if it can be. */
export async function post(letter: Letter): Promise<void> {
  await mails.addMail(letter)
  void sendWaiting()
}

let isSending = false

/** Sends what may be sent now, one after the other. Never throws: what is in the way is noted with the mail. */
export async function sendWaiting(): Promise<void> {
  const settings = mailSettings()
  if (isSending || !isMailing(settings)) return
  isSending = true
  const transport = nodemailer.createTransport(
    {
      url: settings.smtpUrl,
      connectionTimeout: SILENCE_MS,
      greetingTimeout: SILENCE_MS,
      socketTimeout: SILENCE_MS,
    },
    { from: settings.mailFrom || undefined },
  )
  try {
    for (let mail = await next(); mail; mail = await next()) await send(transport, mail)
  } catch (error) {
    log('error', 'mails-not-sent', { error: reasonOf(error) })
  } finally {
    transport.close()
    isSending = false
  }
}

const next = () => inTransaction(tx => mails.takeMail(tx))

async function send(transport: Transporter, mail: mails.Mail): Promise<void> {
  try {
    await transport.sendMail({ to: mail.recipient, subject: mail.subject, text: mail.words })
    await mails.markSent(mail.id)
  } catch (error) {
    const againInS = Math.min(FIRST_AGAIN_S * 2 ** (mail.tries - 1), LONGEST_AGAIN_S)
    log('warn', 'mail-not-sent', { error: reasonOf(error), tries: mail.tries })
    await mails.markNotSent(mail.id, reasonOf(error), againInS)
  }
}
