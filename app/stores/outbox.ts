import { wrap, type Remote } from 'comlink'
import { defineStore } from 'pinia'
import { sendTries } from '../sheet/kept-tries'
import { whenLost } from '../workers/lost'
import type { Outbox, WaitingDrawing } from '../workers/outbox.worker'
import type { Keeper } from '../workers/record/keeper'
import type { LogCard } from '../workers/record/shelf'
import { useSession } from './session'

/** While something waits it is tried again this often, ms. */
const AGAIN_MS = 12_000

/** What was drawn on this device and has not reached the server: it is sent from whatever page is open. */
export const useOutbox = defineStore('outbox', () => {
  const session = useSession()
  const { say } = useNotices()
  const waiting = shallowRef<readonly WaitingDrawing[]>([])
  const isSending = ref(false)
  let outbox: Remote<Outbox> | null = null
  let timer: ReturnType<typeof setTimeout> | null = null
  let under: Promise<void> | null = null
  const acts = computed(() => waiting.value.reduce((sum, each) => sum + each.acts, 0))

  /** Sends what waits; resolves when that is done, or can't be now. Twice at once is once more after it. */
  function send(): Promise<void> {
    const next = under ? under.then(run) : run()
    under = next.finally(() => {
      if (under === next) under = null
    })
    return next
  }

  async function run(): Promise<void> {
    const person = session.logOwner
    if (timer) clearTimeout(timer)
    timer = null
    if (person === null) {
      waiting.value = []
      return
    }
    await sendTries(person)
    // Whoever is in several classes since then drew as another one before.
    const before = session.person?.kind === 'learner' && session.person.id !== person ? session.person.id : null
    if (before !== null && (await hasUnsent(before))) {
      outbox ??= await open()
      await outbox.send(before).catch(() => {})
    }
    if (!(await hasUnsent(person))) {
      waiting.value = []
      return
    }
    isSending.value = true
    try {
      outbox ??= await open()
      const { waiting: still, keptApart } = await outbox.send(person)
      waiting.value = still
      if (keptApart)
        say(
          'A drawing went on in another place. What was drawn here meanwhile is kept as a drawing of its own.',
          'You find it in your folio.',
          'attention',
        )
    } catch {
      // The worker did not load: it is tried again.
      outbox = null
    } finally {
      isSending.value = false
    }
    if (waiting.value.length || !outbox) timer = setTimeout(() => void send(), AGAIN_MS)
  }

  /** Whether the server has all that was drawn here, on this page as well. */
  const isAllSent = async (): Promise<boolean> => session.logOwner === null || !(await hasUnsent(session.logOwner))

  return { isAllSent, waiting: shallowReadonly(waiting), acts, isSending: readonly(isSending), send, forget }
})

/** Takes off this device what it keeps of a person's drawings, but what the server has not got. */
async function forget(person: number): Promise<void> {
  await onShelf(async (keeper, isUnsent) => {
    for (const card of await keeper.cards())
      if (card.log.person === person && !isUnsent(card)) await keeper.drop(card.log)
  })
  const { forgetSentPictures } = await import('../workers/pictures/kept')
  await forgetSentPictures().catch(() => {})
}

/** Asked before the worker is loaded: mostly there is nothing. */
async function hasUnsent(person: number): Promise<boolean> {
  const found = await onShelf(async (keeper, isUnsent) =>
    (await keeper.cards()).some(card => card.log.person === person && isUnsent(card)),
  )
  return found ?? false
}

/** Undefined: this browser keeps nothing. */
async function onShelf<T>(
  work: (keeper: Keeper, isUnsent: (card: LogCard) => boolean) => Promise<T>,
): Promise<T | undefined> {
  const [{ onShelf: on }, { isUnsent }] = await Promise.all([
    import('../workers/record/on-shelf'),
    import('../workers/record/shelf'),
  ])
  return on(keeper => work(keeper, isUnsent))
}

async function open(): Promise<Remote<Outbox>> {
  const { default: OutboxWorker } = await import('../workers/outbox.worker?worker')
  const worker = new OutboxWorker()
  const remote = wrap<Outbox>(worker)
  const lost = whenLost(worker)
  // What waits for a lost worker would wait for ever.
  return new Proxy(remote, {
    get: (target, name) =>
      name === 'send' ? (person: number) => Promise.race([target.send(person), lost]) : Reflect.get(target, name),
  })
}
