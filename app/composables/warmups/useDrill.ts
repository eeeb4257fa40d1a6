import { useEventListener } from '@vueuse/core'
import { wrap, type Remote } from 'comlink'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, toRaw, shallowReadonly } from 'vue'
import { unpackSample, type ToolSettings } from '#core/brush'
import type { Rgb8 } from '#core/colour'
import { DRILLS, drillTask, GREATEST_SEED, type DrillName, type DrillResult } from '#core/drill'
import { api } from '../../api/routes'
import { isAway, troubleOf } from '../../api/client'
import { isForField } from '../../sheet/keys'
import { keepTry } from '../../sheet/kept-tries'
import { useSession } from '../../stores/session'
import DrillWorker from '../../workers/drill.worker?worker'
import type { DrillHost } from '../../workers/drill/host'
import { useBeginning } from '../folio/useBeginning'
import { useNotices } from '../common/useNotices'
import { usePageData } from '../common/usePageData'
import { useTrying } from '../common/useTrying'
import { useWorkerWatch } from '../common/useWorkerWatch'

/** A warm-up that is tried: its task from a seed, what is drawn or set for it, its score, and what comes next. */
export function useDrill(name: DrillName) {
  const route = useRoute()
  const session = useSession()
  const { say } = useNotices()
  const beginning = useBeginning()
  const drill = DRILLS[name]

  const seed = ref(seedOf(route.query.seed))
  const task = computed(() => drillTask(name, seed.value))
  const answering = computed(() => task.value.answering)
  const worker = new DrillWorker()
  useWorkerWatch(worker)
  const host = wrap<DrillHost>(worker) as Remote<DrillHost>

  /** One after the other: a plan's warm-ups before its lesson, or a set that the class was asked for. */
  const planId = Number(route.query.plan) || null
  const setId = Number(route.query.set) || null
  const { data: asked } = usePageData(async () =>
    setId && session.person?.kind === 'learner'
      ? ((await api.warmUps()).sets.find(each => each.id === setId) ?? null)
      : null,
  )
  const place = Number(route.query.at) || 0
  const { data: folio } = usePageData(async () => (planId && session.person?.kind === 'learner' ? api.folio() : null))
  const set = computed(() => asked.value?.warmUps ?? folio.value?.plans.find(each => each.id === planId)?.warmUps ?? [])
  const isInSet = planId !== null || setId !== null
  const next = computed(() => set.value[place + 1] ?? null)

  const tool = ref(0)
  const isPouring = ref(false)
  const mixed = ref<Rgb8>([128, 128, 128])
  const rungs = ref<number[]>([])
  const result = shallowRef<DrillResult | null>(null)
  const scores = ref<number[]>([])
  const isScoring = ref(false)
  const hasDrawn = ref(false)

  // Before the window gives its canvas: it is shown what is laid out.
  void host.open(name, seed.value)
  onMounted(async () => {
    if (session.person?.kind !== 'learner') return
    try {
      scores.value = (await api.warmUps()).tries.filter(each => each.drill === name).map(each => each.score)
    } catch {
      // The trend is shown when the server is there again; the drill goes without it.
    }
  })
  onBeforeUnmount(() => worker.terminate())

  const settings = computed(() => (answering.value.by === 'strokes' ? answering.value.tools[tool.value]! : null))
  function begin(samples: number[]): void {
    if (answering.value.by !== 'strokes' || result.value) return
    hasDrawn.value = true
    if (isPouring.value) {
      const { x, y } = unpackSample(samples, 0)
      return void host.pour(x, y, [...answering.value.colour])
    }
    void host.beginStroke(
      { tool: { ...toRaw(settings.value!) } as ToolSettings, colour: [...answering.value.colour] },
      samples,
    )
  }
  async function undo(): Promise<void> {
    await host.undo()
  }

  async function finish(): Promise<void> {
    if (isScoring.value) return
    isScoring.value = true
    try {
      const found = await host.score({
        ...(answering.value.by === 'mixing' && { mixed: [...mixed.value] as [number, number, number] }),
        ...(answering.value.by === 'rungs' && { rungs: [...rungs.value] }),
      })
      if (found.score === null) return void say(found.sentence, 'Do that first, then look at it.')
      result.value = found
      scores.value = [...scores.value, found.score]
      if (session.person?.kind === 'learner') await keep(found.score, found.figures)
    } catch (error) {
      const { message, fix } = troubleOf(error)
      say(message, `${fix} This try is not in your line.`, 'attention')
    } finally {
      isScoring.value = false
    }
  }

  async function keep(score: number, figures: DrillResult['figures']): Promise<void> {
    const body = {
      drill: name,
      seed: seed.value,
      score,
      figures: figures.map(each => ({ ...each })),
      key: crypto.randomUUID(),
    }
    const { left } = await api.keepTry(body).catch((error: unknown) => {
      if (!isAway(error) || session.logOwner === null) throw error
      keepTry(session.logOwner, body)
      say('This try is kept on this device.', 'It is sent when the network is back.')
      return { left: null }
    })
    if (left !== null) say(`That was much for one day: ${left} more tries are kept today.`, 'Draw something now.')
  }

  async function again(isSame: boolean): Promise<void> {
    result.value = null
    hasDrawn.value = false
    if (!isSame) seed.value = Math.floor(Math.random() * GREATEST_SEED)
    await host.open(name, seed.value)
  }
  const { trying } = useTrying()
  async function goOn(): Promise<void> {
    if (next.value)
      return void (await navigateTo({
        path: `/warm-ups/${next.value.drill}`,
        query: { seed: next.value.seed, ...(planId ? { plan: planId } : { set: setId }), at: place + 1 },
      }))
    if (!planId) return void (await navigateTo('/warm-ups'))
    await trying(true, async () => {
      const version = folio.value?.plans.find(each => each.id === planId)?.version ?? null
      await navigateTo(`/easel/${await beginning.open({ id: planId, version }, false)}`)
    })
  }

  function onKey(event: KeyboardEvent): void {
    if (isForField(event)) return
    const key = event.key.toLowerCase()
    if ((event.ctrlKey || event.metaKey) && key === 'z') {
      event.preventDefault()
      void undo()
    } else if (key === 'enter') {
      event.preventDefault()
      void (result.value ? again(false) : finish())
    }
  }
  useEventListener(window, 'keydown', onKey)

  function lift(place: number): void {
    tool.value = place
    isPouring.value = false
  }

  return {
    drill,
    seed: shallowReadonly(seed),
    task,
    answering,
    host,
    planId,
    place,
    set,
    isInSet,
    next,
    tool,
    isPouring,
    mixed,
    rungs,
    result: shallowReadonly(result),
    scores: shallowReadonly(scores),
    isScoring: shallowReadonly(isScoring),
    begin,
    undo,
    finish,
    again,
    goOn,
    lift,
    asked,
  }
}

/** The seed that was asked for, or a new one. */
function seedOf(value: unknown): number {
  const number = Number(value)
  return Number.isInteger(number) && number >= 0 && number <= GREATEST_SEED
    ? number
    : Math.floor(Math.random() * GREATEST_SEED)
}
