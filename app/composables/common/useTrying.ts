import { troubleOf } from '../../api/client'

/**
 * Does what may fail: says what went wrong and what to do about it. `busy` is what is under way, null when nothing is.
 */
export function useTrying<K = true>() {
  const { say } = useNotices()
  const busy = shallowRef<K | null>(null)

  async function trying(what: K, run: () => Promise<unknown>): Promise<void> {
    busy.value = what
    try {
      await run()
    } catch (error) {
      console.warn('tried in vain', what, error)
      const { message, fix } = troubleOf(error)
      say(message, fix, 'attention')
    } finally {
      busy.value = null
    }
  }
  return { busy: shallowReadonly(busy), trying }
}
