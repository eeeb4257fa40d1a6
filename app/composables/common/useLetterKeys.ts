import { useComfort } from '../../stores/comfort'
import { meantBy, signOf, type KeyPlace, type LetterKeyId } from '../../sheet/letter-keys'

/** Keys of one sign as whoever is here has them. */
export function useLetterKeys(place: KeyPlace) {
  const store = useComfort()
  /** As it is shown: `Q`; empty where there is none. */
  const shown = (id: LetterKeyId): string => signOf(id, store.comfort)?.toUpperCase() ?? ''
  return {
    shown,
    /** Words with their key behind them: `Mirror (Z)`. */
    withKey: (words: string, id: LetterKeyId): string => (shown(id) ? `${words} (${shown(id)})` : words),
    /** What a key that was pressed is for; null with Ctrl or Alt, and for keys that are no sign. */
    meant(event: KeyboardEvent): LetterKeyId | null {
      if (event.ctrlKey || event.metaKey || event.altKey) return null
      return meantBy(place, event.key.toLowerCase(), store.comfort)
    },
    /** Whether keys of one sign are heard at all. */
    areHeard: () => !store.comfort.hasNoLetterKeys,
  }
}
