/** How somebody likes the program: it follows a learner to every device. */

/** Size of letters, per cent. */
export const LETTER_SIZES = [100, 115, 130, 150] as const

export interface Comfort {
  letters: (typeof LETTER_SIZES)[number]
  /** Step sheet and stack change sides, and the ledge its ends. */
  isLeftHanded: boolean
  /** Nothing moves by itself. */
  hasLessMotion: boolean
  /** Lamplight. */
  isDim: boolean
  /** Colours say their names, and have a pattern each. */
  tellsColours: boolean
  /** Steps in simpler words, where the teacher wrote some, and without what is beside. */
  hasSimplerWords: boolean
  /** Keys that are one sign by themselves do nothing: whoever speaks to the device sets off none. */
  hasNoLetterKeys: boolean
  /** Other signs for what has a key: by its name, in small letters. */
  ownKeys: Readonly<Record<string, string>>
}

export const USUAL: Comfort = {
  letters: 100,
  isLeftHanded: false,
  hasLessMotion: false,
  isDim: false,
  tellsColours: false,
  hasSimplerWords: false,
  hasNoLetterKeys: false,
  ownKeys: {},
}

/** Names of what has a key, and signs that a keyboard gives. */
export const KEY_NAME = /^[a-z-]{1,20}$/
export const KEY_SIGN = /^[!-/:-@[-`a-z{-~\u00a1-\ud7ff]$/
export const MOST_OWN_KEYS = 40

function signsIn(value: unknown): Record<string, string> {
  if (typeof value !== 'object' || value === null) return {}
  const isSign = ([name, sign]: [string, unknown]) =>
    KEY_NAME.test(name) && typeof sign === 'string' && KEY_SIGN.test(sign)
  return Object.fromEntries(Object.entries(value).slice(0, MOST_OWN_KEYS).filter(isSign)) as Record<string, string>
}

/** What a browser kept; anything that is not of its kind is as usual. */
export function comfortFrom(value: unknown): Comfort {
  const given = (typeof value === 'object' && value !== null ? value : {}) as Partial<Record<keyof Comfort, unknown>>
  const isOn = (name: keyof Comfort) => given[name] === true
  return {
    letters: LETTER_SIZES.find(each => each === given.letters) ?? USUAL.letters,
    isLeftHanded: isOn('isLeftHanded'),
    hasLessMotion: isOn('hasLessMotion'),
    isDim: isOn('isDim'),
    tellsColours: isOn('tellsColours'),
    hasSimplerWords: isOn('hasSimplerWords'),
    hasNoLetterKeys: isOn('hasNoLetterKeys'),
    ownKeys: signsIn(given.ownKeys),
  }
}
