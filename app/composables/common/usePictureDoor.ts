import { wrap, type Remote } from 'comlink'
import { onScopeDispose } from 'vue'
import DoorWorker from '../../workers/door.worker?worker'
import type { Door } from '../../workers/pictures/door'

/** The door for pictures in a thread of its own, from when it is first asked for until its page goes. */
export function usePictureDoor(): () => Remote<Door> {
  let worker: Worker | null = null
  /** One for all calls: a wrapped worker that nobody holds is let go, and hears nothing more. */
  let remote: Remote<Door> | null = null
  onScopeDispose(() => worker?.terminate())
  return () => {
    worker ??= new DoorWorker()
    remote ??= wrap<Door>(worker)
    return remote
  }
}
