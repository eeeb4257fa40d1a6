import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import type { Person } from '#shared/views'
import { api } from '../api/routes'
import { KEPT_CACHE } from '../service/kept-routes'
import { writeDatesBy } from '../composables/common/useTimes'

/** Who is signed in on this device. */
export const useSession = defineStore('session', () => {
  /** Who was here last, for when the server can't say; nobody after signing out. */
  const remembered = useLocalStorage<Person | null>('little-easel-person', null, {
    serializer: { read: readPerson, write: value => JSON.stringify(value) },
  })
  const person = ref<Person | null>(null)
  const isKnown = ref(false)

  /** Asks the server, until it has answered once; meanwhile whoever was here last counts. */
  async function load(): Promise<void> {
    if (isKnown.value) return
    try {
      const { person: who, dates } = await api.session()
      if (dates) writeDatesBy(dates)
      know(who)
    } catch (error) {
      person.value = remembered.value
      throw error
    }
  }

  function know(who: Person | null): void {
    // What this device keeps of the server's answers is one person's.
    if (who?.kind !== remembered.value?.kind || who?.id !== remembered.value?.id) forgetAnswers()
    person.value = who
    remembered.value = who
    isKnown.value = true
  }

  async function leave(): Promise<void> {
    await api.signOut()
    know(null)
  }

  const home = computed(() => (person.value?.kind === 'teacher' ? '/desk' : person.value ? '/folio' : '/'))
  /**
   * As whose this browser keeps records: teachers and learners are counted apart, or what it keeps of one would be
   * opened by the other. One who is in several classes is one.
   */
  const logOwner = computed(() => {
    if (!person.value) return null
    return person.value.kind === 'teacher' ? -person.value.id : (person.value.folio ?? person.value.id)
  })

  return { person: readonly(person), isKnown: readonly(isKnown), home, logOwner, load, enter: know, leave }
})

function forgetAnswers(): void {
  if ('caches' in window) void caches.delete(KEPT_CACHE).catch(() => {})
}

function readPerson(text: string): Person | null {
  try {
    return JSON.parse(text) as Person | null
  } catch {
    return null
  }
}
