import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { comfortFrom, USUAL, type Comfort } from '#shared/comfort'
import { api } from '../api/routes'
import { useSession } from './session'

/**
 * How whoever is here likes the program. A learner's own goes with them to every device; where they said nothing, and
 * for all others, this device's counts.
 */
export const useComfort = defineStore('comfort', () => {
  const session = useSession()
  const device = useLocalStorage<Comfort>('little-easel-comfort', asBefore(), {
    serializer: { read, write: value => JSON.stringify(value) },
  })
  const own = computed(() =>
    session.person?.kind === 'learner' && session.person.comfort ? comfortFrom(session.person.comfort) : undefined,
  )
  const comfort = computed<Comfort>(() => own.value ?? device.value)

  /** Kept for a learner with their name; what the server has not got is sent with the next change. */
  async function set(changes: Partial<Comfort>): Promise<void> {
    const next = { ...comfort.value, ...changes }
    if (session.person?.kind !== 'learner') {
      device.value = next
      return
    }
    session.enter({ ...session.person, comfort: next })
    await api.keepComfort(next)
  }

  return { comfort, set }
})

function read(text: string): Comfort {
  try {
    return comfortFrom(JSON.parse(text))
  } catch {
    return USUAL
  }
}

/** What this device was told before all of it lay in one place. */
function asBefore(): Comfort {
  return {
    ...USUAL,
    isDim: localStorage.getItem('little-easel-light') === 'lamp',
    isLeftHanded: localStorage.getItem('little-easel-left-handed') === 'true',
  }
}
