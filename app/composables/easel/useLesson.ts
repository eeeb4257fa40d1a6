import { computed, onScopeDispose, readonly, ref, shallowRef, watch, shallowReadonly } from 'vue'
import type { Finding } from '#core/lookfor'
import { bytesOf, isPanelPlan, type Step } from '#core/plan'
import { foundWords } from '../../sheet/step-words'
import { useHand } from '../../stores/hand'
import { injectable } from '../common/injectable'
import { useSpoken } from '../common/useSpoken'
import { useNotices } from '../common/useNotices'
import type { Guides } from '../sheet/useGuides'
import type { Drawing, Opened } from './useDrawing'
import type { References } from './useReferences'

/** A look that takes no longer than this is repeated quietly, so long after the last stroke, ms. */
const QUICK_LOOK_MS = 350
const QUIET_AFTER_MS = 900

interface Around {
  readonly guides: Guides
  readonly references: References
  /** What is in hand is put down before another step is opened. */
  readonly leaveStep: () => Promise<void>
  readonly choose: (layer: string) => void
}

/** The lesson that is followed on a sheet: its steps, and what was found when one was looked at. */
export function createLesson(drawing: Drawing, { guides, references, leaveStep, choose }: Around) {
  const { host, plan, isReadOnly, history, way } = drawing
  const hand = useHand()
  const { say } = useNotices()
  const { announce } = useSpoken()

  const stepNumber = ref(0)
  /** Whether the steps of the richer way are gone as well. */
  const isRicher = ref(false)
  const steps = computed<readonly Step[]>(
    () => plan.value?.steps.filter(each => isRicher.value || !each.isRicher) ?? [],
  )
  const step = computed<Step | null>(() => steps.value[stepNumber.value] ?? null)
  const pictures = computed(
    () => new Map((plan.value?.pictures ?? []).map(each => [each.id, `data:${each.type};base64,${each.base64}`])),
  )

  /** Goes on where the sheet was left, or begins it. */
  async function begin(opened: Opened): Promise<void> {
    meant.value = new Set(opened.meant.map(each => `${each.step} ${each.lookFor}`))
    void references.load()
    const last = opened.step ?? opened.startAt
    isRicher.value =
      opened.way === 'richer' ||
      (opened.way === 'own' && (opened.plan.steps.find(each => each.id === last)?.isRicher ?? false))
    const at = steps.value.findIndex(each => each.id === last)
    // Where a teacher marks steps of a lesson, the last one is none of the sheet's own.
    await openStep(Math.max(at, 0), opened.step === null || (at < 0 && opened.purpose !== 'lesson'))
  }

  /** Goes to a step: lays out its tools and makes its layer ready. `isNew` writes its opening into the record. */
  async function openStep(number: number, isNew = true): Promise<void> {
    const next = steps.value[number]
    if (!next || !plan.value) return
    await leaveStep()
    stepNumber.value = number
    pointedAt.value = null
    hand.layOut(next, plan.value.palette)
    guides.give(next.guides ?? [])
    // Whether a mural's cut lies under its panel is told by the mural.
    if (!isPanelPlan(plan.value)) void pinReference(next)
    choose(next.layer.id)
    if (isNew && !isReadOnly.value) await host.openStep(next.id)
  }

  /** Goes the richer way, or the simple one again; the open step stays, if it is on it. */
  function goRicher(isOn: boolean): void {
    const id = step.value?.id
    isRicher.value = isOn
    const at = steps.value.findIndex(each => each.id === id)
    if (at >= 0) stepNumber.value = at
    else void openStep(steps.value.length - 1)
  }

  /** The reference of a step hangs beside the sheet when the step opens for the first time, or lies under all of it. */
  async function pinReference({ reference }: Step, isUnder = false): Promise<void> {
    const picture = plan.value?.pictures?.find(each => each.id === reference)
    if (!picture) return
    const blob = new Blob([bytesOf(picture.base64) as BlobPart], { type: picture.type })
    await references.give(picture.id, blob, isUnder)
  }

  // --- looking

  const findings = shallowRef<ReadonlyMap<string, readonly Finding[]>>(new Map())
  /** Where the record was when a step was looked at: findings grow old as drawing goes on. */
  const lookedAt = ref(0)
  const isLooking = ref(false)
  const pointedAt = ref<string | null>(null)
  /** What was said to be so on purpose, as step and look-for. */
  const meant = ref<ReadonlySet<string>>(new Set())
  /** How long the last look took, ms. */
  let lookingMs = Infinity
  let quietTimer: ReturnType<typeof setTimeout> | undefined
  onScopeDispose(() => clearTimeout(quietTimer))
  /** After a look that was quick the step is looked at again by itself, once the hand rests. */
  watch(
    () => history.value.position,
    () => {
      clearTimeout(quietTimer)
      if (lookingMs > QUICK_LOOK_MS || !step.value || !findings.value.has(step.value.id)) return
      quietTimer = setTimeout(() => void lookAtStep(true), QUIET_AFTER_MS)
    },
  )

  /** `isQuiet`: by itself, without a word. */
  async function lookAtStep(isQuiet = false): Promise<void> {
    const { value: current } = step
    if (!current) return
    isLooking.value = !isQuiet
    const began = performance.now()
    try {
      const found = await host.lookAtStep(current.id, isQuiet)
      if (!found) return
      lookingMs = performance.now() - began
      lookedAt.value = history.value.position
      findings.value = new Map(findings.value).set(current.id, found)
      // Also where it is found as it was.
      if (!isQuiet) announce(foundWords(current.lookFors, found, meantIn(current)))
    } finally {
      isLooking.value = false
    }
  }

  function clearFindings(): void {
    if (!step.value) return
    const rest = new Map(findings.value)
    rest.delete(step.value.id)
    findings.value = rest
  }

  const meantIn = ({ id, lookFors }: Step): ReadonlySet<string> =>
    new Set(lookFors.map(each => each.id).filter(each => meant.value.has(`${id} ${each}`)))

  /** Says that what was found is so on purpose, or takes it back. */
  async function setMeant(lookFor: string, isMeant: boolean): Promise<void> {
    const { value: current } = step
    if (!current) return
    const key = `${current.id} ${lookFor}`
    meant.value = new Set(isMeant ? [...meant.value, key] : [...meant.value].filter(each => each !== key))
    await host.setMeant(current.id, lookFor, isMeant)
    say(isMeant ? 'Kept: your teacher sees that you meant it so.' : 'Taken back.')
  }

  return {
    pictures,
    steps,
    step,
    stepNumber: readonly(stepNumber),
    isRicher: readonly(isRicher),
    way,
    findings: shallowReadonly(findings),
    lookedAt: readonly(lookedAt),
    isLooking: readonly(isLooking),
    /** The look-for whose marks are pointed at. */
    pointedAt,
    meant: readonly(meant),
    begin,
    openStep,
    goRicher,
    pinReference,
    lookAtStep,
    clearFindings,
    setMeant,
  }
}
export type Lesson = ReturnType<typeof createLesson>

export const { provide: provideLesson, use: useLesson } = injectable<Lesson>('lesson')
