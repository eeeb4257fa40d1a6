import { ApiRefusal, troubleOf } from '../../api/client'

/** Data of a page: asked when the page opens and again on demand. An expired session leads to the front door. */
export function usePageData<T>(ask: () => Promise<T>) {
  const data = shallowRef<T | null>(null)
  const trouble = ref<{ message: string; fix: string } | null>(null)
  const route = useRoute()

  async function load(): Promise<void> {
    try {
      data.value = await ask()
      trouble.value = null
    } catch (error) {
      if (error instanceof ApiRefusal && error.code === 'not-signed-in') {
        await navigateTo({ path: '/', query: { then: route.fullPath, again: '1' } })
        return
      }
      if (!data.value) trouble.value = troubleOf(error)
    }
  }
  void load()
  return { data, trouble: readonly(trouble), load }
}
