import { troubleOf } from '../../api/client'

/**
 * A form by which somebody comes in, or takes a secret: tries it, says what is missing or wrong, and forgets the secret
 * when it was.
 */
export function useDoor<T>(
  missing: () => string | null,
  ask: () => Promise<T>,
  forget: () => void,
  done: (given: T) => unknown,
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
      await done(await ask())
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
