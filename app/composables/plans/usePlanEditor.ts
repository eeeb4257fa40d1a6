import { wrap, type Remote } from 'comlink'
import type { Plan, PlanPicture, Step } from '#core/plan'
import type { PlanClass, PlanView } from '#shared/views'
import { ApiRefusal, troubleOf } from '../../api/client'
import { api } from '../../api/routes'
import { PictureTrouble } from '../../sheet/pictures'
import { withPictures } from '../../sheet/plan-files'
import { planPicture } from '../../sheet/plan-pictures'
import PlanWorker from '../../workers/plan.worker?worker'
import type { PlanDesk, StepChange, StepSeen } from '../../workers/plan/desk'
import { injectable } from '../common/injectable'
import { useWholeHistory } from './useWholeHistory'

/** A change is saved so long after the last one, and tried again after so long, ms. */
const SAVE_AFTER_MS = 900
const AGAIN_AFTER_MS = 4000

export type SavingState = 'kept' | 'saving' | 'away' | 'refused'

/** A plan being edited: its steps, what is chosen, saving by itself, taking back. */
export function createPlanEditor(id: number) {
  const { say } = useNotices()
  const worker = new PlanWorker()
  useWorkerWatch(worker)
  const desk = wrap<PlanDesk>(worker) as Remote<PlanDesk>

  const { value: plan, begin, change, undo, redo, canUndo, canRedo } = useWholeHistory<Plan>(before => changed(before))
  const classes = shallowRef<readonly PlanClass[]>([])
  const version = ref<number | null>(null)
  const isArchived = ref(false)
  /** Who made it; null: it is one's own, and can be changed. */
  const by = ref<string | null>(null)
  const at = ref(0)
  const state = ref<SavingState>('kept')
  const trouble = ref<{ message: string; fix: string } | null>(null)
  /** What long work is under way. */
  const work = ref<string | null>(null)
  const seen = shallowRef<StepSeen | null>(null)
  const pointedAt = ref<string | null>(null)
  /** The look-for whose area is being drawn on the stage. */
  const drawingAreaOf = ref<string | null>(null)

  const thumbs = shallowRef<ReadonlyMap<string, string>>(new Map())
  const pictureOf = (each: Step) => pictures.value.get(each.result ?? '') ?? thumbs.value.get(each.id)

  let revision = 1
  let saved: Plan | null = null
  let timer: ReturnType<typeof setTimeout> | null = null
  let isClosed = false
  let saving: Promise<void> = Promise.resolve()

  const step = computed(() => plan.value?.steps[at.value] ?? null)
  const pictures = computed(
    () => new Map((plan.value?.pictures ?? []).map(each => [each.id, `data:${each.type};base64,${each.base64}`])),
  )

  async function load(): Promise<PlanView> {
    const view = await api.plan(id)
    revision = view.revision
    saved = view.plan
    begin(view.plan)
    classes.value = view.classes
    version.value = view.version
    isArchived.value = view.isArchived
    by.value = view.by
    state.value = 'kept'
    at.value = Math.min(at.value, view.plan.steps.length - 1)
    await desk.hold({ steps: view.plan.steps, demonstration: view.plan.demonstration })
    void makeThumbs(view.plan)
    return view
  }

  /** Pictures of steps that hold none yet; only shown here. */
  async function makeThumbs({ steps }: Plan): Promise<void> {
    for (const [place, each] of steps.entries()) {
      if (each.result !== undefined || thumbs.value.has(each.id)) continue
      const url = URL.createObjectURL(await desk.thumbnail(place))
      thumbs.value = new Map(thumbs.value).set(each.id, url)
    }
  }

  /** The plan is another one now: it is drawn anew where that is seen, and saved. */
  function changed(before: Plan): void {
    const { value: now } = plan
    if (!now) return
    const isRedrawn = before.demonstration !== now.demonstration || before.steps.length !== now.steps.length
    at.value = Math.min(at.value, now.steps.length - 1)
    if (isRedrawn) void desk.hold({ steps: now.steps, demonstration: now.demonstration })
    saveSoon()
  }
  function set(changes: Partial<Plan>, kind: string | null = null): void {
    if (plan.value) change({ ...plan.value, ...changes }, kind)
  }
  /** Sets something of the chosen step; undefined takes it out. */
  function setStep(changes: { [K in keyof Step]?: Step[K] | undefined }, kind: string | null = null): void {
    const { value } = plan
    if (!value || !step.value) return
    const next = Object.fromEntries(
      Object.entries({ ...step.value, ...changes }).filter(([, each]) => each !== undefined),
    ) as unknown as Step
    change({ ...value, steps: value.steps.with(at.value, next) }, kind && `${kind} ${step.value.id}`)
  }
  /** Takes a file into the plan as a picture; says why it can't be one. */
  async function takePicture(file: File): Promise<PlanPicture | null> {
    try {
      const picture = await planPicture(file)
      if (plan.value) set({ pictures: [...(plan.value.pictures ?? []), picture] })
      return picture
    } catch (error) {
      if (!(error instanceof PictureTrouble)) throw error
      say(`“${file.name}”: ${error.message}`, error.fix, 'attention')
      return null
    }
  }

  // --- saving

  function saveSoon(ms = SAVE_AFTER_MS): void {
    state.value = 'saving'
    if (timer) clearTimeout(timer)
    timer = setTimeout(() => void flush(), ms)
  }

  /** Saves now what is not saved yet; resolves when the server has it, or it could not be. */
  function flush(): Promise<void> {
    if (timer) clearTimeout(timer)
    timer = null
    saving = saving.then(save)
    return saving
  }

  async function save(): Promise<void> {
    const now = plan.value
    if (!now || !saved || now === saved) return void (state.value = state.value === 'saving' ? 'kept' : state.value)
    const changes = Object.fromEntries(
      Object.entries(now).filter(([key, value]) => value !== saved![key as keyof Plan]),
    ) as Partial<Plan>
    try {
      const answer = await withPictures(changes, () => api.savePlan(id, revision, changes))
      revision = answer.revision
      saved = now
      trouble.value = null
      state.value = plan.value === now ? 'kept' : 'saving'
      void refreshClasses()
    } catch (error) {
      trouble.value = troubleOf(error)
      if (error instanceof ApiRefusal && error.code === 'plan-changed') {
        state.value = 'refused'
        say(error.message, error.fix, 'attention', [
          { label: 'Load it again', run: load },
          { label: 'Keep mine as a copy', run: keepCopy },
        ])
      } else if (error instanceof ApiRefusal && error.code === 'malformed') {
        state.value = 'refused'
      } else {
        state.value = 'away'
        if (!isClosed) timer = setTimeout(() => void flush(), AGAIN_AFTER_MS)
      }
    }
  }

  async function keepCopy(): Promise<void> {
    if (!plan.value) return
    const mine = { ...plan.value, title: `${plan.value.title.slice(0, 72)}, mine` }
    const { id: copy } = await withPictures(mine, () => api.addPlan(mine))
    await navigateTo(`/plans/${copy}`)
  }

  async function refreshClasses(): Promise<void> {
    try {
      const given = await api.planClasses(id)
      classes.value = given.classes
      version.value = given.version
    } catch {
      // They are shown as they were; the next save asks again.
    }
  }

  // --- steps

  /** Does something long with the plan in the worker; says so, and what was refused. */
  async function during<T>(
    words: string,
    run: () => Promise<{ ok: true; value: T } | { ok: false; message: string; fix: string }>,
  ): Promise<T | null> {
    if (work.value) return null
    work.value = words
    try {
      const answer = await run()
      if (answer.ok) return answer.value
      say(answer.message, answer.fix, 'attention')
      return null
    } finally {
      work.value = null
    }
  }

  async function changeSteps(changed: StepChange, words: string): Promise<boolean> {
    const { value } = plan
    if (!value) return false
    const next = await during(words, () => desk.change(value, changed))
    if (next) change(next)
    return next !== null
  }

  async function look(): Promise<void> {
    const { value } = step
    if (!value) return
    const found = await desk.see(value, at.value)
    if (step.value === value) seen.value = found
  }
  let lookTimer: ReturnType<typeof setTimeout> | null = null
  watch([step, () => plan.value?.demonstration], ([now], [before]) => {
    if (now?.id !== before?.id) {
      seen.value = null
      pointedAt.value = null
      drawingAreaOf.value = null
    } else if (now?.lookFors === before?.lookFors && seen.value) {
      return
    }
    if (lookTimer) clearTimeout(lookTimer)
    lookTimer = setTimeout(() => void look(), 250)
  })

  async function close(): Promise<void> {
    isClosed = true
    await flush()
    worker.terminate()
    for (const url of thumbs.value.values()) URL.revokeObjectURL(url)
  }

  return {
    by: readonly(by),
    id,
    desk,
    plan,
    step,
    at,
    classes: shallowReadonly(classes),
    version: shallowReadonly(version),
    isArchived: shallowReadonly(isArchived),
    state: readonly(state),
    trouble: readonly(trouble),
    work: readonly(work),
    seen: shallowReadonly(seen),
    pointedAt,
    drawingAreaOf,
    pictures,
    pictureOf,
    canUndo,
    canRedo,
    load,
    change,
    set,
    setStep,
    takePicture,
    undo,
    redo,
    flush,
    during,
    changeSteps,
    refreshClasses,
    close,
  }
}

export type PlanEditor = ReturnType<typeof createPlanEditor>

export const { provide: providePlanEditor, use: usePlanEditor } = injectable<PlanEditor>('plan editor')
