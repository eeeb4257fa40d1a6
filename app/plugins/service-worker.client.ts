/**
 * The program is kept on the device, so that it opens where there is no network. It begins once the first page is
 * there: nobody waits for it.
 */
export default defineNuxtPlugin(nuxt => {
  // Only where the page is sealed, or of this machine; a browser that keeps nothing goes on without.
  if (import.meta.dev || !('serviceWorker' in navigator)) return
  nuxt.hook('app:suspense:resolve', () => {
    const begin = () =>
      void navigator.serviceWorker.register('/service-worker.js').catch((error: unknown) => {
        console.warn('the program is not kept on this device', error)
      })
    if ('requestIdleCallback' in window) window.requestIdleCallback(begin, { timeout: 5000 })
    else begin()
  })
})
