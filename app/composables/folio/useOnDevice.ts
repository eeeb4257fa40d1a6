import { KEPT_CACHE } from '../../service/kept-routes'
import { useSession } from '../../stores/session'
import { isBegun } from '../../workers/record/shelf'

/** What of the person's this device keeps: drawings by number, and plans that can be begun or were begun here. */
export function useOnDevice() {
  const session = useSession()
  const onDevice = shallowRef({
    drawings: new Set<number>(),
    plans: new Set<number>(),
    /** Sheets of one's own that the server does not know of yet. */
    begun: [] as { drawing: number; title: string }[],
  })

  async function look(): Promise<void> {
    const { logsOf } = await import('../../workers/record/on-shelf')
    const own = await logsOf(session.logOwner)
    const begun = own.filter(isBegun)
    onDevice.value = {
      drawings: new Set(own.map(each => each.drawing)),
      plans: new Set([...begun.map(each => each.planId), ...(await keptPlans())]),
      begun: begun.filter(each => each.planId === 0).map(({ drawing, plan }) => ({ drawing, title: plan.title })),
    }
  }

  return { onDevice: shallowReadonly(onDevice), look }
}

/** Numbers of the plans that are kept as the class has them. */
async function keptPlans(): Promise<number[]> {
  if (!('caches' in window)) return []
  try {
    const keys = await (await caches.open(KEPT_CACHE)).keys()
    return keys.flatMap(({ url }) => {
      const found = /\/api\/plans\/(\d+)\/given$/.exec(new URL(url).pathname)
      return found ? [Number(found[1])] : []
    })
  } catch {
    return []
  }
}
