import { format, formatDistanceToNowStrict, isToday, isYesterday, parseISO, subDays } from 'date-fns'

/** A day alone, YYYY-MM-DD. */
export const dateInWords = (day: string) => (isToday(parseISO(day)) ? 'today' : format(parseISO(day), 'EEEE d MMMM'))
/** Today here, YYYY-MM-DD. */
export const dayToday = () => format(new Date(), 'yyyy-MM-dd')
/** So many days before today, YYYY-MM-DD. */
export const dayAgo = (days: number) => format(subDays(new Date(), days), 'yyyy-MM-dd')
/** A day and time to come or gone. */
export const dayInWords = (iso: string) => format(new Date(iso), 'EEEE d MMMM, HH:mm')

/** Times as people say them. */
export function timeInWords(iso: string): string {
  const date = new Date(iso)
  if (Date.now() - date.getTime() < 3_600_000) return `${formatDistanceToNowStrict(date)} ago`
  if (isToday(date)) return `today, ${format(date, 'HH:mm')}`
  if (isYesterday(date)) return `yesterday, ${format(date, 'HH:mm')}`
  return format(date, 'EEE d MMM, HH:mm')
}
