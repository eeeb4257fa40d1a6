import type { Random } from '../base'

/**
 * Letters and digits of a code that are not mistaken for each other, written by hand or read aloud (no 0 O 1 I L,
 * no B 8, no S 5, no U V).
 */
export const CLEAR_SIGNS = 'ACDEFGHJKMNPQRTWXYZ234679'
const CODE_LENGTH = 6
const PIN_LENGTH = 4
/** What everyone tries first. */
const GUESSED = /^(\d)\1+$|^(?:0123|1234|2345|3456|4567|5678|6789|9876|8765|7654|6543|5432|4321|3210)$/

/** A class code drawn by lot: 25⁶ ≈ 244 million there are. */
export function drawCode(random: Random): string {
  return Array.from({ length: CODE_LENGTH }, () => CLEAR_SIGNS[random.int(0, CLEAR_SIGNS.length - 1)]!).join('')
}

/** A PIN drawn by lot that is not among those that are guessed first. */
export function drawPin(random: Random): string {
  for (;;) {
    const pin = Array.from({ length: PIN_LENGTH }, () => random.int(0, 9)).join('')
    if (!GUESSED.test(pin)) return pin
  }
}
