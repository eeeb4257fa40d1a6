import { formatDistanceToNowStrict, subDays } from 'date-fns'
import type { Dates } from '#shared/place'

/** As the place has it; until it is set up dates are written in British English, in the device's own time zone. */
let language = 'en-GB'
let timeZone: string | undefined

/** From now on dates are written like that, and days begin in that time zone. */
export function writeDatesBy(dates: Dates): void {
  ;({ language, timeZone } = dates)
  formats.clear()
}

const formats = new Map<string, Intl.DateTimeFormat>()
function written(date: Date, options: Intl.DateTimeFormatOptions, locale = language): string {
  const key = JSON.stringify([locale, options])
  const format = formats.get(key) ?? new Intl.DateTimeFormat(locale, { timeZone, ...options })
  formats.set(key, format)
  return format.format(date)
}

const WHOLE_DAY = { weekday: 'long', day: 'numeric', month: 'long' } as const
const clockOf = (date: Date) => written(date, { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' })
/** YYYY-MM-DD, as in Sweden. */
const dayOf = (date: Date) => written(date, { year: 'numeric', month: '2-digit', day: '2-digit' }, 'sv-SE')

/** Today here, YYYY-MM-DD. */
export const dayToday = () => dayOf(new Date())
/** So many days before today, YYYY-MM-DD. */
export const dayAgo = (days: number) => dayOf(subDays(new Date(), days))
/** A day alone, YYYY-MM-DD. */
export const dateInWords = (day: string) =>
  day === dayToday() ? 'today' : written(new Date(`${day}T00:00:00Z`), { ...WHOLE_DAY, timeZone: 'UTC' })
/** A day and time to come or gone. */
export const dayInWords = (iso: string) => {
  const date = new Date(iso)
  return `${written(date, WHOLE_DAY)}, ${clockOf(date)}`
}

/** A day in some year to come. */
export const yearAndDayInWords = (iso: string) => written(new Date(iso), { ...WHOLE_DAY, year: 'numeric' })

/** Times as people say them. */
export function timeInWords(iso: string): string {
  const date = new Date(iso)
  if (Date.now() - date.getTime() < 3_600_000) return `${formatDistanceToNowStrict(date)} ago`
  if (dayOf(date) === dayToday()) return `today, ${clockOf(date)}`
  if (dayOf(date) === dayAgo(1)) return `yesterday, ${clockOf(date)}`
  return `${written(date, { weekday: 'short', day: 'numeric', month: 'short' })}, ${clockOf(date)}`
}
