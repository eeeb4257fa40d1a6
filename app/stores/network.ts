import { defineStore } from 'pinia'
import { hearAnswers } from '../api/client'
import { api } from '../api/routes'
import { BEGIN } from '../service/kept-routes'
import { useOutbox } from './outbox'

/** While a newer build waits, it is looked this often whether all that was drawn is sent, ms. */
const LOOK_MS = 3000
/** While the server does not answer it is asked this often, ms. */
const AGAIN_MS = 8000

/** Whether the server answers, and whether it is of the build that this page is of. */
export const useNetwork = defineStore('network', () => {
  const build = useRuntimeConfig().app.buildId as string
  const outbox = useOutbox()
  /** The server does not answer: what is shown is what this device keeps. */
  const isAway = ref(false)
  /** Of when that is, ISO 8601; null: not known. */
  const asOf = ref<string | null>(null)
  /** The server is of another build than this page. */
  const isOutdated = ref(false)
  /** It is, and all that was drawn here is sent: the page can be loaded anew. */
  const canLoadAnew = ref(false)

  hearAnswers(beside => {
    isAway.value = beside === null || beside.keptAt !== null
    if (beside?.keptAt) asOf.value = beside.keptAt
    if (!beside || beside.keptAt) return
    asOf.value = null
    if (beside.build !== null && beside.build !== build) outdated()
  })

  // While nothing is asked by itself, it is asked whether the server is there again.
  const ask = () => void api.health().catch(() => {})
  let timer: ReturnType<typeof setInterval> | null = null
  watch(isAway, away => {
    if (timer) clearInterval(timer)
    timer = away ? setInterval(ask, AGAIN_MS) : null
  })
  window.addEventListener('online', ask)

  function outdated(): void {
    if (isOutdated.value) return
    isOutdated.value = true
    const look = async () => {
      canLoadAnew.value = await outbox.isAllSent()
    }
    void look()
    setInterval(() => void look(), LOOK_MS)
  }

  /** Loads the newer program: one that waits beside the pages begins first. */
  async function loadAnew(): Promise<void> {
    const waiting = (await navigator.serviceWorker?.getRegistration())?.waiting
    if (!waiting) return window.location.reload()
    navigator.serviceWorker.addEventListener('controllerchange', () => window.location.reload(), { once: true })
    waiting.postMessage(BEGIN)
  }

  return {
    isAway: readonly(isAway),
    asOf: readonly(asOf),
    isOutdated: readonly(isOutdated),
    canLoadAnew: readonly(canLoadAnew),
    loadAnew,
  }
})
