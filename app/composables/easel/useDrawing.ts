import { proxy, transfer, wrap } from 'comlink'
import { markRaw, readonly, ref, shallowReadonly, shallowRef } from 'vue'
import { PLACED_AS_IS, type Placed, type Sheet } from '#core/layers'
import type { Plan } from '#core/plan'
import type { GivenWay, TeachersPurpose } from '#shared/views'
import type { SendingState } from '../../workers/record/sender'
import type {
  OpenAnswer,
  OpenMode,
  SheetNotice,
  SheetRemote,
  SheetWorker as SheetWorkerApi,
} from '../../workers/sheet/contract'
import type { Thumbnail } from '../../workers/view/layer-news'
import LookerWorker from '../../workers/looker.worker?worker'
import SheetWorker from '../../workers/sheet.worker?worker'
import { injectable } from '../common/injectable'
import { useNotices } from '../common/useNotices'
import { useWorkerWatch } from '../common/useWorkerWatch'

export interface Sending {
  readonly state: SendingState
  readonly unsent: number
  readonly message: string | null
  readonly fix: string | null
}

/** Why a sheet is not open. */
type Closed = Extract<OpenAnswer, { ok: false }>
export type Opened = Extract<OpenAnswer, { ok: true }>

/** A drawing that is open: the workers that hold it, what they tell of it, and how it is kept and left. */
export function createDrawing(id: number, person: number | null) {
  /** Below nought while the server has not given one. */
  const number = ref(id)
  const { say } = useNotices()
  const worker = new SheetWorker()
  const looker = new LookerWorker()
  useWorkerWatch(worker, looker)
  const host: SheetRemote = markRaw(wrap<SheetWorkerApi>(worker))

  const progress = ref<{ done: number; of: number } | null>(null)
  const closed = ref<Closed | null>(null)
  const plan = shallowRef<Plan | null>(null)
  const planId = ref(0)
  const purpose = ref<TeachersPurpose | null>(null)
  /** The path that the teacher has chosen for all; `own`: each learner chooses. */
  const way = ref<GivenWay>('own')
  const isReadOnly = ref(true)
  const isOffline = ref(false)
  const wasTaken = ref(false)
  const answer = shallowRef<Opened['lastAnswer']>(null)
  /** The sheet as it is now; the plan's until it is cut or scaled. */
  const sheet = shallowRef<Sheet>({ width: 1, height: 1, paper: [255, 255, 255] })
  /** Where the plan's sheet lies on it. */
  const placed = shallowRef<Placed>(PLACED_AS_IS)
  const history = ref({ canUndo: false, canRedo: false, position: 0 })
  const thumbnails = shallowRef<ReadonlyMap<string, Thumbnail>>(new Map())
  const sending = ref<Sending>({ state: 'kept', unsent: 0, message: null, fix: null })

  const listeners: ((notice: SheetNotice) => void)[] = []

  function receive(notice: SheetNotice): void {
    switch (notice.kind) {
      case 'opening':
        progress.value = notice
        break
      case 'drawing': {
        const { canUndo, canRedo, position } = notice
        sheet.value = notice.sheet
        placed.value = notice.placed
        history.value = { canUndo, canRedo, position }
        break
      }
      case 'thumbnail':
        thumbnails.value = new Map(thumbnails.value).set(notice.layer, notice)
        break
      case 'sending': {
        const { state, unsent, message, fix } = notice
        sending.value = { state, unsent, message, fix }
        if (state === 'kept') isOffline.value = false
        break
      }
      case 'numbered':
        number.value = notice.drawing
        // The address says where to come back to; the sheet stays as it is.
        window.history.replaceState(
          { ...window.history.state, current: `/easel/${notice.drawing}` },
          '',
          `/easel/${notice.drawing}`,
        )
        break
      case 'refused':
      case 'not-kept':
        say(notice.message, notice.fix, 'attention')
        break
      case 'taken':
        wasTaken.value = true
        isReadOnly.value = true
    }
    for (const listen of listeners) listen(notice)
  }

  /** Opens it; null when it could not be (`closed` says why). */
  async function open(mode: OpenMode): Promise<Opened | null> {
    closed.value = null
    const { port1, port2 } = new MessageChannel()
    looker.postMessage({ port: port1 }, [port1])
    const opened = await host.open({ drawing: id, person, mode }, proxy(receive), transfer(port2, [port2]))
    progress.value = null
    if (!opened.ok) {
      closed.value = opened
      return null
    }
    isReadOnly.value = mode === 'look'
    isOffline.value = opened.isOffline
    answer.value = opened.lastAnswer
    plan.value = opened.plan
    planId.value = opened.planId
    purpose.value = opened.purpose
    way.value = opened.way
    if (opened.hasKeptApart)
      say(
        'This drawing went on in another place. What you drew here meanwhile is kept as a drawing of its own.',
        'You find it in your folio.',
        'attention',
      )
    if (opened.hadHole)
      say(
        'A stroke is missing in what this device kept.',
        'What came after it is kept as a drawing of its own: you find it in your folio.',
        'attention',
      )
    return opened
  }

  /** What can't follow on the server's record becomes a drawing of its own; nothing is drawn meanwhile. */
  async function keepApart(): ReturnType<SheetWorkerApi['keepApart']> {
    isReadOnly.value = true
    const result = await host.keepApart()
    if (!result.ok) isReadOnly.value = false
    return result
  }

  async function close(): Promise<void> {
    await host.close()
    worker.terminate()
    looker.terminate()
  }

  return {
    get id() {
      return number.value
    },
    host,
    progress: readonly(progress),
    closed: readonly(closed),
    plan: shallowReadonly(plan),
    planId: readonly(planId),
    purpose: readonly(purpose),
    way: readonly(way),
    isReadOnly: readonly(isReadOnly),
    isOffline: readonly(isOffline),
    wasTaken: readonly(wasTaken),
    answer: shallowReadonly(answer),
    sheet: shallowReadonly(sheet),
    placed: shallowReadonly(placed),
    history: readonly(history),
    thumbnails: shallowReadonly(thumbnails),
    sending: readonly(sending),
    /** Told of everything the worker says, after what is kept here has followed it. */
    onNotice: (listen: (notice: SheetNotice) => void) => void listeners.push(listen),
    open,
    keepApart,
    wake: () => host.wake(),
    close,
  }
}
export type Drawing = ReturnType<typeof createDrawing>

export const { provide: provideDrawing, use: useDrawing } = injectable<Drawing>('drawing')
