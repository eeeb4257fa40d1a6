import type { Person } from '#shared/views'
import { troubleOf } from '../../api/client'

/** One door of the front door: tries to sign in, says what is missing or wrong, forgets the secret when it was. */
export function useDoor(
  missing: () => string | null,
  signIn: () => Promise<Person>,
  forget: () => void,
  entered: (person: Person) => void,
) {
  const isBusy = ref(false)
  const trouble = ref<{ message: string; fix: string } | null>(null)

  async function enter(): Promise<void> {
    const fix = missing()
    if (fix) {
      trouble.value = { message: 'Something is still missing.', fix }
      return
    }
    isBusy.value = true
    try {
      entered(await signIn())
      trouble.value = null
    } catch (error) {
      trouble.value = troubleOf(error)
      forget()
    } finally {
      isBusy.value = false
    }
  }

  return { isBusy: readonly(isBusy), trouble: readonly(trouble), enter }
}
