import type { Comfort } from '#shared/comfort'

/** Keys that are one sign by themselves: whoever likes has others, or none. */

/** Where a key is heard: what has the same key in two of them is for the one that is open. */
export type KeyPlace = 'easel' | 'crit' | 'talk'

interface LetterKey {
  readonly key: string
  readonly words: string
  readonly places: readonly KeyPlace[]
}
const key = (sign: string, words: string, ...places: KeyPlace[]): LetterKey => ({ key: sign, words, places })

export const LETTER_KEYS = {
  smaller: key('q', 'smaller', 'easel'),
  bigger: key('w', 'bigger', 'easel'),
  steadying: key('e', 'steadying off, and back', 'easel'),
  'well-before': key('a', 'well before', 'easel'),
  'well-next': key('s', 'next well', 'easel'),
  swap: key('d', 'to the colour before, and back', 'easel'),
  fit: key('f', 'whole sheet', 'easel', 'crit'),
  'full-size': key('r', '100 %', 'easel'),
  mirror: key('z', 'mirror', 'easel', 'crit'),
  values: key('x', 'values', 'easel', 'crit', 'talk'),
  squint: key('c', 'squint', 'easel', 'crit', 'talk'),
  rulers: key('v', 'rulers', 'easel'),
  crosshair: key('b', 'crosshair', 'easel'),
  'choose-part': key('h', 'choose a part by hand', 'easel'),
  'move-part': key('y', 'move it', 'easel'),
  ghost: key('g', 'play the ghost, or put it away', 'easel'),
  look: key('t', 'look at my step', 'easel'),
  sample: key('j', 'take a colour from the sheet with the next touch', 'easel'),
  fence: key('n', 'fence: strokes stay in the area in which they begin', 'easel'),
  help: key('?', 'this sheet', 'easel'),
  apart: key('v', 'layers taken apart', 'crit'),
  compare: key('b', 'compare', 'crit'),
  play: key('p', 'play the making, or hold it', 'crit'),
  marks: key('g', 'marks, and none', 'crit'),
  before: key(',', 'the one before in the pile', 'crit', 'talk'),
  next: key('.', 'the next in the pile', 'crit', 'talk'),
  together: key('t', 'all of them together', 'talk'),
} as const satisfies Record<string, LetterKey>

export type LetterKeyId = keyof typeof LETTER_KEYS
export const LETTER_KEY_IDS = Object.keys(LETTER_KEYS) as LetterKeyId[]

type Likes = Pick<Comfort, 'hasNoLetterKeys' | 'ownKeys'>

/** The sign that stands for something, in small letters; null: none does. */
export function signOf(id: LetterKeyId, { hasNoLetterKeys, ownKeys }: Likes): string | null {
  return hasNoLetterKeys ? null : (ownKeys[id] ?? LETTER_KEYS[id].key)
}

/** What a sign is for at a place. */
export function meantBy(place: KeyPlace, sign: string, likes: Likes): LetterKeyId | null {
  const isIts = (id: LetterKeyId) => LETTER_KEYS[id].places.some(each => each === place) && signOf(id, likes) === sign
  return LETTER_KEY_IDS.find(isIts) ?? null
}

/** What would have the same key at one of its places, were this its key; null: it is free. */
export function takenBy(id: LetterKeyId, sign: string, likes: Likes): LetterKeyId | null {
  const others = (place: KeyPlace) =>
    LETTER_KEY_IDS.find(
      other =>
        other !== id &&
        LETTER_KEYS[other].places.some(each => each === place) &&
        (likes.ownKeys[other] ?? LETTER_KEYS[other].key) === sign,
    )
  for (const place of LETTER_KEYS[id].places) {
    const found = others(place)
    if (found) return found
  }
  return null
}
