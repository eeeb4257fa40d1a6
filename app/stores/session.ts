import { defineStore } from 'pinia'
import type { Person } from '#shared/views'
import { api } from '../api/routes'

/** Who is signed in on this device. */
export const useSession = defineStore('session', () => {
  const person = ref<Person | null>(null)
  const isKnown = ref(false)

  /** Asks the server once; keeps what was known when it does not answer. */
  async function load(): Promise<void> {
    if (isKnown.value) return
    person.value = (await api.session()).person
    isKnown.value = true
  }

  function enter(who: Person): void {
    person.value = who
    isKnown.value = true
  }

  async function leave(): Promise<void> {
    await api.signOut()
    person.value = null
  }

  const home = computed(() => (person.value?.kind === 'teacher' ? '/desk' : person.value ? '/folio' : '/'))

  return { person: readonly(person), isKnown: readonly(isKnown), home, load, enter, leave }
})
