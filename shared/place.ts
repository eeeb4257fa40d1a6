import { z } from 'zod'
import type { Happened } from './views'

/** The place that this Little Easel belongs to, and the accounts of its teachers. */

/** Characters of a password (OWASP ASVS 4.0.3, 2.1.1 and 2.1.2). */
export const LEAST_PASSWORD = 12
export const MOST_PASSWORD = 128
/** An invitation, and a link for a new password, can be used for so long. */
export const INVITED_DAYS = 7

const newPassword = z
  .string()
  .min(LEAST_PASSWORD, `A password has at least ${LEAST_PASSWORD} characters.`)
  .max(MOST_PASSWORD, `A password has at most ${MOST_PASSWORD} characters.`)
const teachersName = z.string().trim().min(1, 'Write a name.').max(80)
const email = z.email('This is no e-mail address.').max(200).toLowerCase()

/** Whether the system knows such a time zone (IANA) or language (BCP 47). */
function isKnown(make: () => unknown): boolean {
  try {
    make()
    return true
  } catch {
    return false
  }
}
const timeZone = z
  .string()
  .min(1)
  .max(60)
  .refine(name => isKnown(() => new Intl.DateTimeFormat('en', { timeZone: name })), 'There is no such time zone.')
const language = z
  .string()
  .min(2)
  .max(35)
  .refine(tag => isKnown(() => Intl.getCanonicalLocales(tag)), 'There is no such language.')

/** `language`: that of dates; `timeZone`: in which days begin. */
export const placeSchema = z.strictObject({
  name: z.string().trim().min(1, 'Write what the place is called.').max(80),
  language,
  timeZone,
})
export type PlaceBody = z.infer<typeof placeSchema>

/** How dates are written. */
export type Dates = Pick<PlaceBody, 'language' | 'timeZone'>

/** What becomes of the demo. */
export const demoFateSchema = z.enum(['stays', 'put-away', 'goes'])
export type DemoFate = z.infer<typeof demoFateSchema>

export const setUpSchema = z.strictObject({
  code: z.string().min(1).max(40),
  place: placeSchema,
  teacher: z.strictObject({ name: teachersName, email, password: newPassword }),
  demo: demoFateSchema,
})
export type SetUpBody = z.infer<typeof setUpSchema>

export const inviteSchema = z.strictObject({ name: teachersName, email })
/** What a link holds, drawn by lot. */
const token = z.string().regex(/^[\w-]{20,60}$/, 'This is no whole link.')
export const tokenSchema = z.strictObject({ token })
export const acceptSchema = z.strictObject({ token, name: teachersName, password: newPassword })
export const newPasswordSchema = z.strictObject({ password: z.string().min(1).max(200), next: newPassword })
export const forgottenSchema = z.strictObject({ email })
/** A time code, or a recovery code. */
export const codeSchema = z.strictObject({ code: z.string().trim().min(1).max(40) })
export const lockSchema = z.strictObject({ isLocked: z.boolean() })
/** Months that classes are kept after they were put away; null: for ever. */
export const KEEP_MONTHS = [6, 12, 24, 36, 60] as const
export const keepSchema = z.strictObject({ months: z.union(KEEP_MONTHS.map(each => z.literal(each))).nullable() })
/** Whoever's class is erased knows so many days before. */
export const ANNOUNCED_DAYS = 30
/** Who keeps the place from now on. */
export const keeperSchema = z.strictObject({ teacher: z.int().min(1) })

/** What anybody may know of it, before they come in. */
export interface DoorView {
  /** Null: nobody has made it their own yet. */
  place: PlaceBody | null
  /** The demo is there, and may be entered from here. */
  isDemoOpen: boolean
  /** Months that classes are kept after they were put away; null: until somebody erases them. */
  keepMonths: number | null
  /** A forgotten password can be asked for by mail. */
  isMailing: boolean
  /** What the school's own accounts are called; null: there are none. */
  school: string | null
}

export interface TeacherRow {
  id: number
  name: string
  email: string
  isKeeper: boolean
  isDemo: boolean
  isLocked: boolean
  /** Classes that are not put away. */
  classes: number
  /** Of records, theirs and their learners'. */
  bytes: number
  seenAt: string | null
}

/** An invitation that can still be used; `isReset`: for a new password of somebody who is here. */
export interface InvitationRow {
  id: number
  name: string
  email: string
  isReset: boolean
  until: string
}

/** A mail that was not sent; `trouble`: what was in the way. */
export interface MailRow {
  id: number
  recipient: string
  subject: string
  words: string
  madeAt: string
  trouble: string | null
}

export interface PlaceView {
  place: PlaceBody
  keepMonths: number | null
  /** Mails leave this place; otherwise whoever keeps it hands them over. */
  isMailing: boolean
  mails: MailRow[]
  teachers: TeacherRow[]
  invitations: InvitationRow[]
  keeping: KeepingView
}

/** How the place is kept. What is null is not known to the app: it is kept by somebody else. */
export interface KeepingView {
  version: string
  /** All of the database, with what finds things in it. */
  bytes: number
  disk: { free: number; whole: number } | null
  /** The latest first. */
  backups: { name: string; bytes: number; at: string }[] | null
  certificateUntil: string | null
  /** Work of the server that waits or is under way. */
  jobs: { state: string; count: number }[]
  /** What was done to the place and its accounts, the latest first. */
  happened: { id: number; at: string; who: string; what: Happened; about: string; address: string | null }[]
}

/** A link that is shown once. */
export interface LinkView {
  path: string
  until: string
  /** It went out by mail as well. */
  isMailed?: true
}

export interface InvitedView {
  placeName: string
  name: string
  email: string
  isReset: boolean
}

/** A teacher's own second factor. */
export interface SecondView {
  isOn: boolean
  recoveryLeft: number
}

/** For an app: `key` to be typed (base32), `uri` to be read as a QR code. */
export interface SecondKeyView {
  key: string
  uri: string
}

export interface RecoveryView {
  recovery: string[]
}
