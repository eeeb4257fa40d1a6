import type { ZxcvbnFactory } from '@zxcvbn-ts/core'

/**
 * How well a password holds against guessing, by zxcvbn (Wheeler, “zxcvbn: Low-Budget Password Strength Estimation”,
 * USENIX Security 2016): words, names, dates, keys beside each other, and what is used by many.
 */

/** From 0, guessed at once, to 4; from this on it is taken: safe from guesses at the door and of a stolen list. */
export const LEAST_STRENGTH = 3

export interface Strength {
  readonly score: number
  /** What is weak about it, and what would be better; empty: nothing. */
  readonly why: string
}

let estimator: Promise<ZxcvbnFactory> | null = null

/** Its lists of words are large: they are loaded when the first password is looked at. */
async function load(): Promise<ZxcvbnFactory> {
  const [{ ZxcvbnFactory: Factory }, common, english] = await Promise.all([
    import('@zxcvbn-ts/core'),
    import('@zxcvbn-ts/language-common'),
    import('@zxcvbn-ts/language-en'),
  ])
  return new Factory({
    graphs: common.adjacencyGraphs,
    translations: english.translations,
    dictionary: { ...common.dictionary, ...english.dictionary },
  })
}

/** Shorter words of one's own are in everything. */
const LEAST_WORD = 3

/**
 * @param about what is easily guessed of this person, as name, address, place: their words count for nothing in the
 *   password, for the estimate gives each some weight
 */
export async function strengthOf(password: string, about: readonly string[]): Promise<Strength> {
  estimator ??= load()
  const own = about
    .flatMap(each => each.toLowerCase().split(/[^\p{L}\p{N}]+/u))
    .filter(each => each.length >= LEAST_WORD)
  const estimate = await estimator
  const { score, feedback } = estimate.check(password, own)
  const rest = own.reduce((left, word) => left.replaceAll(word, ''), password.toLowerCase())
  if (rest.length < password.length && estimate.check(rest).score < Math.min(score, LEAST_STRENGTH))
    return { score: estimate.check(rest).score, why: 'What you and your place are called is tried first.' }
  return { score, why: [feedback.warning, ...feedback.suggestions].filter(Boolean).join(' ') }
}
