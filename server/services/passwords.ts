import { LEAST_STRENGTH, strengthOf } from '#shared/strength'
import { Refused } from '../utils/refuse'
import { sealSecret } from './secrets'

/** A new password as it is stored. Throws Refused `malformed` where it is easily guessed, or `busy`. */
export async function sealPassword(password: string, about: readonly string[]): Promise<string> {
  const { score, why } = await strengthOf(password, about)
  if (score < LEAST_STRENGTH)
    throw new Refused(
      'malformed',
      'This password is easily guessed.',
      why || 'Take a few words that do not belong together.',
    )
  return sealSecret(password)
}
