import { ApiRefusal, troubleOf } from '../../api/client'

/** Data of a page: asked when the page opens and again on demand. An expired session leads to the front door. */
export function usePageData<T>(ask: () => Promise<T>) {
  const data = shallowRef<T | null>(null)
  const trouble = ref<{ message: string; fix: string } | null>(null)
  const { say } = useNotices()
  const route = useRoute()
  /** It could not be brought up to date: said once, until it can be again. */
  let isStale = false

  async function load(): Promise<void> {
    try {
      data.value = await ask()
      trouble.value = null
      isStale = false
    } catch (error) {
      if (error instanceof ApiRefusal && error.code === 'not-signed-in') {
        await navigateTo({ path: '/', query: { then: route.fullPath, again: '1' } })
        return
      }
      console.warn('data of the page not had', error)
      const found = troubleOf(error)
      if (!data.value) trouble.value = found
      else if (!isStale) say(`This page is as it was: ${found.message}`, found.fix, 'attention')
      isStale = true
    }
  }
  void load()
  return { data, trouble: readonly(trouble), load }
}
