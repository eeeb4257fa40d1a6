import type { Rgb8 } from './mix'

/** A colour with its name, sRGB. */
export interface Well {
  readonly name: string
  readonly colour: Rgb8
}

/** Characters of a well's name at most. */
export const MOST_WELL_NAME = 40

/** A name as a well has it: one line, not too long; `none` where nothing is left. */
export function wellName(text: string, none: string): string {
  const line = text
    .normalize('NFC')
    .replace(/[\p{Cc}\s]+/gu, ' ')
    .trim()
  return [...line].slice(0, MOST_WELL_NAME).join('').trim() || none
}

/** Each name once: the second “slate” is “slate 2”. */
export function namedApart(wells: readonly Well[]): Well[] {
  const taken = new Set<string>()
  return wells.map(({ name, colour }) => {
    let own = name
    for (let i = 2; taken.has(own); i++) own = `${[...name].slice(0, MOST_WELL_NAME - 4).join('')} ${i}`
    taken.add(own)
    return { name: own, colour }
  })
}
