/** Where a point lies within a box, in words: "at the top left". */
export function placeInWords(x: number, y: number, box: { x0: number; y0: number; x1: number; y1: number }): string {
  const across = (x - box.x0) / Math.max(box.x1 - box.x0, 1)
  const down = (y - box.y0) / Math.max(box.y1 - box.y0, 1)
  const vertical = down < 1 / 3 ? 'top' : down > 2 / 3 ? 'bottom' : ''
  const horizontal = across < 1 / 3 ? 'left' : across > 2 / 3 ? 'right' : ''
  if (vertical && horizontal) return `at the ${vertical} ${horizontal}`
  if (vertical) return `at the ${vertical}`
  return horizontal ? `on the ${horizontal}` : 'in the middle'
}

/** The box round the pixels that are 1; null when none is. */
export function boxOf(set: Uint8Array, width: number): { x0: number; y0: number; x1: number; y1: number } | null {
  let [x0, x1, y0, y1] = [width, 0, -1, 0]
  for (let y = 0; y < set.length / width; y++) {
    const row = set.subarray(y * width, (y + 1) * width)
    const first = row.indexOf(1)
    if (first < 0) continue
    x0 = Math.min(x0, first)
    x1 = Math.max(x1, row.lastIndexOf(1) + 1)
    if (y0 < 0) y0 = y
    y1 = y + 1
  }
  return y0 < 0 ? null : { x0, y0, x1, y1 }
}

/** With a capital letter, as a sentence begins. */
export function capital(words: string): string {
  return words[0]!.toUpperCase() + words.slice(1)
}

/** A list as people write it: "a, b and c". */
export function listInWords(words: readonly string[]): string {
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`
}

/** A share, 0 … 1, as per cent: a decimal only where it says something. */
export function percentInWords(share: number): string {
  const percent = share * 100
  const near = percent > 99 || percent < 2
  return `${near && !Number.isInteger(percent) ? percent.toFixed(1) : Math.round(percent)} %`
}
