import { standingOf, STANDINGS, usualTime, type Standing } from '#core/round'
import type { RoundCard, RoundNews } from '#shared/views'
import { api } from '../../api/routes'

/** A learner in the Round, with how they stand just now. Times in ms. */
export interface AtRound {
  readonly card: RoundCard
  /** What the sheet looks like; null: not known yet. */
  readonly picture: string | null
  readonly standing: Standing
  /** In this step; null: in none. */
  readonly inStepMs: number | null
  readonly sinceStrokeMs: number | null
  readonly met: number
  readonly judged: number
}

export type RoundOrder = 'standing' | 'name' | 'step' | 'time'

/** What was drawn on within this time counts for what is drawn today, ms; common practice, no source. */
const LATELY_MS = 2 * 3600 * 1000
/** How often it is asked anew who is stuck or silent: time alone makes them so, ms. */
const TICK_MS = 2000

const timeOf = (iso: string | null) => (iso === null ? null : Date.parse(iso))

/** A class at work, live. */
export function useRound(classId: number) {
  const { data: round, trouble, load } = usePageData(() => api.round(classId))
  const cards = shallowRef<ReadonlyMap<number, RoundCard>>(new Map())
  /** What sheets look like just now, by drawing. */
  const pictures = shallowRef<ReadonlyMap<number, string>>(new Map())
  const isHeard = ref(false)
  const clock = ref(Date.now())
  /** The server's clock against this one's, ms. */
  const ahead = computed(() => (round.value ? Date.parse(round.value.now) - loadedAt : 0))
  let loadedAt = Date.now()
  watch(
    round,
    () => {
      loadedAt = Date.now()
    },
    { flush: 'sync' },
  )
  const timer = setInterval(() => {
    clock.value = Date.now()
  }, TICK_MS)
  onScopeDispose(() => clearInterval(timer))

  const { isOpen } = useStream<RoundNews>(
    () => api.roundStream(classId),
    ({ cards: changed, gone, pictures: seen }) => {
      if (seen.length) {
        const looks = new Map(pictures.value)
        for (const { drawing, picture } of seen) looks.set(drawing, picture)
        pictures.value = looks
      }
      const next = new Map(cards.value)
      for (const card of changed) next.set(card.id, card)
      for (const id of gone) next.delete(id)
      cards.value = next
      clock.value = Date.now()
      isHeard.value = true
    },
  )

  const order = ref<RoundOrder>('standing')
  const only = ref<Standing | null>(null)

  const all = computed<AtRound[]>(() => {
    const now = clock.value + ahead.value
    const spans = new Map<string, number[]>()
    const keyOf = ({ drawing }: RoundCard) => `${drawing?.plan.id} ${drawing?.step?.number}`
    const since = (iso: string | null) => {
      const time = timeOf(iso)
      return time === null ? null : Math.max(0, now - time)
    }
    for (const card of cards.value.values()) {
      const span = since(card.drawing?.stepAt ?? null)
      if (span !== null) spans.set(keyOf(card), [...(spans.get(keyOf(card)) ?? []), span])
    }
    return [...cards.value.values()].map(card => {
      const { drawing } = card
      const lastStrokeAt = timeOf(drawing?.lastStrokeAt ?? null)
      const standing = standingOf({
        now,
        lastStrokeAt,
        stepAt: timeOf(drawing?.stepAt ?? null),
        isAsking: card.asks !== null,
        hasLeft: card.hasLeft,
        isHandedIn: drawing?.handIn === 'waiting' || drawing?.handIn === 'accepted',
        usualMs: usualTime(spans.get(keyOf(card)) ?? []),
      })
      const judged = drawing?.found?.filter(each => each.verdict !== 'cant-tell') ?? []
      return {
        card,
        picture: (drawing && pictures.value.get(drawing.id)) ?? null,
        standing,
        inStepMs: since(drawing?.stepAt ?? null),
        sinceStrokeMs: since(drawing?.lastStrokeAt ?? null),
        met: judged.filter(each => each.verdict === 'met').length,
        judged: judged.length,
      }
    })
  })

  const counts = computed(() =>
    STANDINGS.map(standing => ({
      standing,
      count: all.value.filter(each => each.standing === standing).length,
    })).filter(each => each.count > 0),
  )
  const shown = computed(() => {
    const by: Record<RoundOrder, (a: AtRound, b: AtRound) => number> = {
      name: () => 0,
      // Whose hand has been up for longest comes first.
      standing: (a, b) =>
        STANDINGS.indexOf(a.standing) - STANDINGS.indexOf(b.standing) ||
        (a.card.asks?.at ?? '').localeCompare(b.card.asks?.at ?? ''),
      step: (a, b) => (a.card.drawing?.step?.number ?? 0) - (b.card.drawing?.step?.number ?? 0),
      time: (a, b) => (b.inStepMs ?? -1) - (a.inStepMs ?? -1),
    }
    return all.value
      .filter(each => only.value === null || each.standing === only.value)
      .sort((a, b) => by[order.value](a, b) || a.card.name.localeCompare(b.card.name, undefined, { numeric: true }))
  })

  /** The plan that most have drawn on lately: what is proposed for today's. */
  const proposed = computed(() => {
    const now = clock.value + ahead.value
    const counted = new Map<number, number>()
    for (const { drawing } of cards.value.values()) {
      const at = timeOf(drawing?.lastStrokeAt ?? null)
      if (drawing && at !== null && now - at < LATELY_MS)
        counted.set(drawing.plan.id, (counted.get(drawing.plan.id) ?? 0) + 1)
    }
    return (
      [...(round.value?.plans ?? [])].sort((a, b) => (counted.get(b.id) ?? 0) - (counted.get(a.id) ?? 0))[0] ?? null
    )
  })
  /** Today's plan: as the teacher said, or as is proposed. */
  const today = computed(() => round.value?.plans.find(each => each.id === round.value!.today) ?? proposed.value)

  return { round, today, trouble, load, isHeard: readonly(isHeard), isLive: isOpen, order, only, all, counts, shown }
}
