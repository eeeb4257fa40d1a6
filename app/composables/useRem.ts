/** Px of one rem: who has set larger letters gets larger fields. */
export function useRem() {
  const rem = ref(15.5)
  const measure = () => {
    rem.value = Number.parseFloat(getComputedStyle(document.documentElement).fontSize) || rem.value
  }
  let observer: ResizeObserver | null = null
  onMounted(() => {
    measure()
    // Whoever changes the size of letters changes that of all that is written.
    observer = new ResizeObserver(measure)
    observer.observe(document.documentElement)
    observer.observe(document.body)
  })
  onBeforeUnmount(() => observer?.disconnect())
  return readonly(rem)
}
