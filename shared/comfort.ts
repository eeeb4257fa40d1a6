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
}

export const USUAL: Comfort = {
  letters: 100,
  isLeftHanded: false,
  hasLessMotion: false,
  isDim: false,
  tellsColours: false,
  hasSimplerWords: false,
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
  }
}
