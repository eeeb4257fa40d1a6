/** Letters of a name at most: what the database and a slip of paper hold. */
export const LONGEST_NAME = 60

/**
 * What can't be seen, or turns the writing round: control and format characters (Unicode general categories Cc and Cf);
 * but some writings need joiners between letters, and some signs are several that are joined (UTS #51).
 */
const UNSEEN = /(?![\u200C\u200D])[\p{Cc}\p{Cf}]/gu
const JOINED = '\\p{L}\\p{Extended_Pictographic}'
const LOOSE_JOINERS = new RegExp(
  `(?<![${JOINED}\\p{M}\\p{Emoji_Modifier}])[\\u200C\\u200D]|[\\u200C\\u200D](?![${JOINED}])`,
  'gu',
)
/** A letter or a digit of any writing. */
const SOMETHING = /[\p{L}\p{N}]/u
/** What stands where a file's letters could not be read (U+FFFD). */
const UNREADABLE = '\uFFFD'

/** A name as it is kept: composed letters (Unicode NFC), single spaces, nothing unseen. */
export function cleanName(raw: string): string {
  return raw
    .replace(UNSEEN, character => (/\s/u.test(character) ? ' ' : ''))
    .replace(LOOSE_JOINERS, '')
    .replace(/\s+/gu, ' ')
    .trim()
    .normalize('NFC')
}

/** Names with the same key would be mixed up at the door: capitals, accents and spaces do not count. */
export function nameKey(name: string): string {
  return cleanName(name)
    .normalize('NFKD')
    .replace(/[\p{M}\u200C\u200D]/gu, '')
    .toLowerCase()
    .replaceAll(' ', '')
}

/** Why a cleaned name can't be taken, as a sentence that says what to do; null when it can. */
export function whyNoName(name: string): string | null {
  if (name === '') return 'There is no name.'
  if (name.includes(UNREADABLE)) return 'Some letters could not be read. Save the list as UTF-8, or type the name.'
  if (!SOMETHING.test(name)) return 'A name needs a letter or a digit.'
  // What a spreadsheet would take for a formula, or for markup, is no name.
  if (/^[=+@]|[<>]/u.test(name)) return 'This does not look like a name.'
  if ([...name].length > LONGEST_NAME) return `The name is longer than ${LONGEST_NAME} letters. Shorten it.`
  return null
}
