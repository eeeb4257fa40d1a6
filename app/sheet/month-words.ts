/** Months as people say them: half a year is six months, twelve are a year. */
export function monthsInWords(months: number): string {
  if (months % 12) return `${months} months`
  return months === 12 ? 'a year' : `${months / 12} years`
}
