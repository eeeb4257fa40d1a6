/** Languages that dates can be written in (BCP 47), and time zones (IANA), as this browser knows them. */

const TAGS = [
  'bg cs cy da de-AT de-CH de-DE el en-AU en-CA en-GB en-IE en-NZ en-US en-ZA es-AR es-ES es-MX et eu fi fr-BE fr-CA',
  'fr-CH fr-FR ga gl hr hu id is it-CH it-IT ja ko lt lv mi mt nb nl-BE nl-NL nn pl pt-BR pt-PT ro sk sl sq sr sv-SE',
  'th tr uk vi zh-CN zh-TW ca',
].flatMap(line => line.split(' '))

export const LANGUAGES = TAGS.map(value => ({
  value,
  title: new Intl.DisplayNames('en', { type: 'language' }).of(value) ?? value,
})).sort((a, b) => a.title.localeCompare(b.title))

export const TIME_ZONES: readonly string[] = [...Intl.supportedValuesOf('timeZone'), 'UTC']

/** What this device is set to: a guess at where the place is. */
export function placeHere(): { language: string; timeZone: string } {
  const { timeZone } = new Intl.DateTimeFormat().resolvedOptions()
  const own = navigator.language
  const language = TAGS.find(tag => tag === own) ?? TAGS.find(tag => tag.slice(0, 2) === own.slice(0, 2)) ?? 'en-GB'
  return { language, timeZone: TIME_ZONES.includes(timeZone) ? timeZone : 'UTC' }
}
