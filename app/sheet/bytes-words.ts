const UNITS = ['B', 'kB', 'MB', 'GB', 'TB']

/** Room as people read it: 340 kB, 1.2 GB (powers of ten, ISO 80000-13). */
export function bytesInWords(bytes: number): string {
  let unit = 0
  let left = bytes
  for (; left >= 999.5 && unit < UNITS.length - 1; unit++) left /= 1000
  return `${left < 9.95 && unit > 0 ? left.toFixed(1) : Math.round(left)} ${UNITS[unit]}`
}
