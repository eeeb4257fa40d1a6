import type { HandInView } from '#shared/views'
import { api } from '../../api/routes'

/** What was asked for ahead: by the time it is turned to, it is here. */
const ahead = new Map<number, Promise<HandInView>>()
const MOST_AHEAD = 3

/** Hand-ins of a pile: the next ones are asked for while one is looked at. */
export function usePile() {
  function ask(id: number): Promise<HandInView> {
    const known = ahead.get(id)
    ahead.delete(id)
    // What failed ahead is asked again.
    return known?.catch(() => api.handInView(id)) ?? api.handInView(id)
  }

  function prepare(id: number): void {
    if (ahead.has(id)) return
    while (ahead.size >= MOST_AHEAD) ahead.delete(ahead.keys().next().value!)
    const asked = api.handInView(id)
    asked.catch(() => {})
    ahead.set(id, asked)
    new Image().src = api.handInPicture(id)
  }
  return { ask, prepare }
}
