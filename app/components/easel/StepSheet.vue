<script setup lang="ts">
/* eslint-disable max-lines -- one sheet of paper from its head to its foot, mostly layout */
import {
  mdiChevronLeft,
  mdiChevronRight,
  mdiPauseCircleOutline,
  mdiPlayCircleOutline,
  mdiStopCircleOutline,
  mdiVolumeHigh,
} from '@mdi/js'
import { nextThing } from '#core/lookfor'
import { ghostEntries } from '#core/plan'
import { api } from '../../api/routes'
import { useComfort } from '../../stores/comfort'
import { allThereWords } from '../../sheet/step-words'

/** The step sheet: what to do, the ghost, the common slip, what to look for. */
const drawing = useDrawing()
const lesson = useLesson()
const beginning = useBeginning()
const { plan, planId, purpose, history, isReadOnly } = drawing
const { steps, isRicher, meant, pictures, step, stepNumber, findings, lookedAt, isLooking, pointedAt } = lesson
const comfort = useComfort()
/** What is to be done, and nothing beside it. */
const isSimple = computed(() => comfort.comfort.hasSimplerWords)
const reader = useReadAloud()
function readAloud(): void {
  const { value: read } = step
  if (!read || reader.isReading.value) return reader.stop()
  reader.read([read.title, ...((isSimple.value && read.simple) || read.words)])
}
watch(step, () => reader.stop())
const props = defineProps<{ isGhostPlaying: boolean }>()
const emit = defineEmits<{ ghost: []; show: [lookFor: string]; handIn: [] }>()
const isFolded = defineModel<boolean>('folded', { default: false })

const found = computed(() => (step.value ? (findings.value.get(step.value.id) ?? null) : null))
const isOld = computed(() => found.value !== null && history.value.position > lookedAt.value)
const hasGhost = computed(
  () => plan.value && step.value && ghostEntries(plan.value, step.value.id).some(entry => entry.type === 'act'),
)
const count = computed(() => steps.value.length)
const isLast = computed(() => stepNumber.value === count.value - 1)
const titleOf = (id: string) => step.value?.lookFors.find(each => each.id === id)?.title ?? id
/** One thing at a time: the others are folded behind it. */
/** What is meant to be so is no next thing. */
const sorted = computed(() => {
  const { next: first, others } = nextThing((found.value ?? []).filter(each => !isMeant(each.lookFor)))
  return { next: first, others: [...others, ...(found.value ?? []).filter(each => isMeant(each.lookFor))] }
})
const isMeant = (lookFor: string) => meant.value.has(`${step.value?.id} ${lookFor}`)
const isAllMet = computed(() => found.value?.every(each => each.verdict === 'met' || isMeant(each.lookFor)) ?? false)
/** Steps that those who like can go on with. */
const richer = computed(() =>
  isRicher.value || lesson.way.value === 'simple' ? 0 : (plan.value?.steps.length ?? 0) - count.value,
)

// --- going on

/** Steps that the teacher has opened; null: nobody has to wait. */
const opened = ref<readonly string[] | null>(null)
const news = useClassNews()
watch(
  () => news?.opened.value,
  told => {
    if (told) opened.value = told
  },
)
const next = computed(() => steps.value[stepNumber.value + 1] ?? null)
const isWaiting = computed(
  () =>
    step.value?.goOn === 'opened' &&
    next.value !== null &&
    opened.value !== null &&
    !opened.value.includes(next.value.id),
)
const isUnmet = computed(
  () => step.value?.goOn === 'met' && step.value.lookFors.length > 0 && !(isAllMet.value && !isOld.value),
)
/** It is told at once; asked as well, should that be missed, ms. */
const ASK_MS = 15_000
let timer: ReturnType<typeof setInterval> | null = null
async function askOpened(): Promise<void> {
  try {
    opened.value = (await api.openedSteps(drawing.id)).opened
  } catch {
    // The server is away: asked again in a moment. Until then it is as it was.
  }
}
watch(
  () => step.value?.goOn === 'opened' && next.value !== null,
  waits => {
    if (timer) clearInterval(timer)
    timer = null
    if (!waits) return
    opened.value ??= []
    void askOpened()
    timer = setInterval(() => void askOpened(), ASK_MS)
  },
  { immediate: true },
)
onBeforeUnmount(() => timer && clearInterval(timer))

// --- afresh

const isAskingAfresh = ref(false)
const { trying } = useTrying()
function openAfresh(): void {
  isAskingAfresh.value = false
  void trying(true, async () =>
    navigateTo(`/easel/${await beginning.open({ id: planId.value }, true, step.value!.id)}`),
  )
}

const othersWords = computed(() => {
  const { others } = sorted.value
  const met = others.filter(each => each.verdict === 'met' || isMeant(each.lookFor)).length
  const later = others.length - met
  return [...(met ? [`${met} met`] : []), ...(later ? [`${later} for later`] : [])].join(' · ')
})

/** A new step is read from its top. */
const sheet = ref<HTMLElement>()
const scroll = ref<HTMLElement>()
const heading = ref<HTMLElement>()
watch(
  () => step.value?.id,
  async (_, before) => {
    scroll.value?.scrollTo({ top: 0 })
    // Whoever went on by a button or a peg goes on at the step's heading.
    const isHere = sheet.value?.contains(document.activeElement)
    await nextTick()
    if (before && isHere) heading.value?.focus({ preventScroll: true })
  },
)

/** What was found comes into sight. */
const lookSection = ref<HTMLElement>()
let wasFound = false
watch([step, () => found.value === null], () => {
  if (found.value === null) wasFound = false
})
watch(
  () => [found.value, lookedAt.value] as const,
  async ([now], [, before]) => {
    // What is looked at again by itself stays where it is.
    if (!now || lookedAt.value === before || wasFound) return
    wasFound = true
    await nextTick()
    lookSection.value?.scrollIntoView({ block: 'start', behavior: 'smooth' })
  },
)

function point(id: string, isOn: boolean): void {
  if (isOn) pointedAt.value = id
  else if (pointedAt.value === id) pointedAt.value = null
}

/** Asked for by hand: what is found is scrolled to again. */
function lookNow(): void {
  wasFound = false
  void lesson.lookAtStep()
}
</script>

<template>
  <aside v-if="step && plan" ref="sheet" class="step-sheet" :class="{ folded: isFolded }" aria-label="Step sheet">
    <button v-if="isFolded" class="strip" aria-label="Unfold the step sheet" @click="isFolded = false">
      <v-icon :icon="mdiChevronRight" />
      <span class="display big">{{ stepNumber + 1 }}</span>
      <span class="small soft">of {{ count }}</span>
      <VerdictSign v-for="finding in found ?? []" :key="finding.lookFor" :verdict="finding.verdict" :size="20" />
    </button>
    <template v-else>
      <header>
        <ol class="pegs" aria-label="Steps">
          <li v-for="(each, i) in steps" :key="each.id">
            <button
              :disabled="isWaiting && i > stepNumber"
              :aria-current="i === stepNumber ? 'step' : undefined"
              :aria-label="`Step ${i + 1}: ${each.title}`"
              @click="lesson.openStep(i)"
            >
              {{ i + 1 }}
            </button>
          </li>
        </ol>
        <span class="corner"
          ><HandUp /><v-btn
            :icon="mdiChevronLeft"
            size="small"
            variant="text"
            aria-label="Fold the step sheet"
            @click="isFolded = true"
        /></span>
      </header>
      <div ref="scroll" class="scroll">
        <div class="heading">
          <h2 ref="heading" tabindex="-1">{{ step.title }}</h2>
          <v-btn
            :icon="reader.isReading.value ? mdiStopCircleOutline : mdiVolumeHigh"
            size="small"
            variant="text"
            :aria-label="reader.isReading.value ? 'Stop reading' : 'Read the step to me'"
            :title="reader.isReading.value ? 'Stop reading' : 'Read the step to me'"
            @click="readAloud"
          />
        </div>
        <p v-if="reader.hasNoVoice.value" class="small soft" role="status">This device has no voice to read with.</p>
        <template v-if="isSimple && step.simple">
          <p v-for="(words, i) in step.simple" :key="i">{{ words }}</p>
        </template>
        <RichWords v-else-if="step.rich" :words="step.rich" :pictures="pictures" />
        <p v-for="(words, i) in step.words" v-else :key="i">{{ words }}</p>
        <p v-if="step.isExact" class="small exact">Copy this one exactly: where and how large it lies counts too.</p>
        <p v-if="step.tip && !isSimple" class="tip small"><strong>Tip.</strong> {{ step.tip }}</p>
        <details v-if="step.result && pictures.get(step.result)" class="result">
          <summary>What it can look like</summary>
          <img :src="pictures.get(step.result)" :alt="`Your teacher’s sheet after step ${stepNumber + 1}`" />
        </details>
        <v-btn
          v-if="hasGhost"
          class="ghost"
          variant="outlined"
          color="primary"
          :prepend-icon="props.isGhostPlaying ? mdiPauseCircleOutline : mdiPlayCircleOutline"
          block
          @click="emit('ghost')"
        >
          {{ props.isGhostPlaying ? 'Put the ghost away' : 'Play the ghost' }}
        </v-btn>
        <p v-if="!isSimple" class="layer small">
          Draw on <strong>{{ step.layer.name }}</strong>. It lies ready.
        </p>
        <details v-if="!isSimple" class="slip">
          <summary>What often happens</summary>
          <p>{{ step.slip.slip }}</p>
          <p><strong>Then:</strong> {{ step.slip.remedy }}</p>
          <p v-if="purpose === null && planId && stepNumber > 0">
            <button class="link" @click="isAskingAfresh = true">Open a prepared sheet at this step</button>
          </p>
        </details>
        <section v-if="step.lookFors.length" ref="lookSection" aria-labelledby="look-title">
          <h3 id="look-title">Look for</h3>
          <ul v-if="!found" class="plain">
            <li v-for="each in step.lookFors" :key="each.id">
              <span class="dot" aria-hidden="true" />{{ each.title }}
            </li>
          </ul>
          <template v-else>
            <p v-if="isOld" class="small old">You drew on since. Look again when you like.</p>
            <ul v-if="sorted.next" class="findings next" aria-label="The next thing">
              <FindingLine
                :title="titleOf(sorted.next.lookFor)"
                :finding="sorted.next"
                :is-pointed-at="pointedAt === sorted.next.lookFor"
                :is-meant="isMeant(sorted.next.lookFor)"
                :can-mean="!isReadOnly"
                @point="point(sorted.next.lookFor, $event)"
                @show="emit('show', sorted.next.lookFor)"
                @mean="lesson.setMeant(sorted.next.lookFor, $event)"
              />
            </ul>
            <component :is="sorted.next ? 'details' : 'div'" v-if="sorted.others.length" class="others">
              <summary v-if="sorted.next">{{ othersWords }}</summary>
              <ul class="findings">
                <FindingLine
                  v-for="finding in sorted.others"
                  :key="finding.lookFor"
                  :title="titleOf(finding.lookFor)"
                  :finding="finding"
                  :is-pointed-at="pointedAt === finding.lookFor"
                  :is-meant="isMeant(finding.lookFor)"
                  :can-mean="!isReadOnly"
                  @point="point(finding.lookFor, $event)"
                  @show="emit('show', finding.lookFor)"
                  @mean="lesson.setMeant(finding.lookFor, $event)"
                />
              </ul>
            </component>
            <p v-if="isAllMet && !isOld" class="small">{{ allThereWords({ isLast, isWaiting }) }}</p>
          </template>
          <v-btn v-if="found" variant="text" size="small" block @click="lesson.clearFindings()"
            >Put the marks away</v-btn
          >
        </section>
      </div>
      <p v-if="isWaiting" class="wait small" role="status">
        Your teacher opens the next step for everyone. Go on here meanwhile.
      </p>
      <button v-if="isLast && richer > 0" class="richer small" @click="lesson.goRicher(true)">
        Go the richer way: {{ richer }} more {{ richer === 1 ? 'step' : 'steps' }}
      </button>
      <footer>
        <v-btn
          v-if="step.lookFors.length"
          class="look"
          color="primary"
          :variant="isAllMet && !isOld ? 'outlined' : 'flat'"
          :loading="isLooking"
          :disabled="isReadOnly"
          @click="lookNow"
          >Look at my step</v-btn
        >
        <v-btn variant="outlined" :disabled="stepNumber === 0" @click="lesson.openStep(stepNumber - 1)">Back</v-btn>
        <v-btn
          v-if="!isLast"
          color="primary"
          :variant="isAllMet ? 'flat' : 'outlined'"
          :disabled="isWaiting"
          @click="lesson.openStep(stepNumber + 1)"
          >{{ isWaiting ? 'Wait a moment' : isUnmet ? 'Go on anyway' : 'Next step' }}</v-btn
        >
        <v-btn v-else-if="purpose === 'try'" color="primary" variant="outlined" :to="`/plans/${planId}`"
          >To the plan</v-btn
        >
        <v-btn
          v-else
          color="primary"
          :variant="isAllMet ? 'flat' : 'outlined'"
          :disabled="isReadOnly"
          @click="emit('handIn')"
          >Hand in</v-btn
        >
      </footer>
    </template>
    <CardDialog v-model="isAskingAfresh" title="A prepared sheet at this step?">
      <p>A new sheet is laid out that holds what your teacher has drawn up to here. The one you have is kept.</p>
      <template #actions><v-btn color="primary" @click="openAfresh">Open it</v-btn></template>
      <template #leave>Stay on mine</template>
    </CardDialog>
  </aside>
</template>

<style scoped>
.heading {
  display: flex;
  align-items: flex-start;
  justify-content: space-between;
  gap: 6px;
}
.step-sheet {
  width: max(272px, min(17.5rem, 28vw));
  height: 100%;
  display: flex;
  flex-direction: column;
  background: var(--paper);
  border-right: 1px solid var(--line);
}
.step-sheet.folded {
  width: 48px;
}
.strip {
  display: flex;
  flex-direction: column;
  align-items: center;
  gap: 8px;
  padding: 10px 0;
  height: 100%;
}
.big {
  font-size: 1.7rem;
}
header {
  display: flex;
  align-items: center;
  justify-content: space-between;
  padding: 10px 8px 4px 16px;
}
.corner {
  display: flex;
  flex: none;
}
.pegs {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  list-style: none;
  margin: 0;
  padding: 0;
}
.pegs button {
  width: 2.2rem;
  height: 2.2rem;
  border-radius: 50%;
  border: 1.5px solid var(--line);
  font-family: var(--font-display);
  color: var(--ink-soft);
}
.pegs button[aria-current] {
  border-color: var(--blue);
  border-width: 2.5px;
  color: var(--ink);
  font-weight: 650;
}
.scroll {
  flex: 1;
  overflow-y: auto;
  padding: 4px 16px 14px;
}
.scroll h2 {
  margin: 4px 0 10px;
}
.ghost {
  margin: 6px 0 10px;
}
.layer {
  margin-bottom: 8px;
}
.slip {
  border-top: 1px dashed var(--line);
  border-bottom: 1px dashed var(--line);
  padding: 8px 0;
  margin-bottom: 14px;
}
.slip summary {
  cursor: pointer;
  font-weight: 480;
  min-height: 28px;
}
.slip p {
  margin: 6px 0 0;
  font-size: 0.92rem;
}
.plain,
.findings {
  list-style: none;
  padding: 0;
  margin: 8px -6px 10px;
}
.findings.next {
  border-left: 4px solid var(--ochre);
  border-radius: 4px;
}
.others summary {
  cursor: pointer;
  min-height: 30px;
  font-size: 0.92rem;
}
.plain li {
  padding: 4px 6px;
  display: flex;
  gap: 10px;
  align-items: center;
}
.dot {
  width: 14px;
  height: 14px;
  border: 1.6px solid var(--ink-soft);
  border-radius: 50%;
  flex: none;
}
.old {
  border-left: 4px solid var(--ochre);
  padding-left: 10px;
  margin: 8px 0 0;
}
/* What a step says beside what is to be done. */
.tip {
  border-left: 3px solid var(--blue);
  padding-left: 10px;
}
.exact {
  font-weight: 520;
}
.result {
  margin: 4px 0 10px;
}
.result summary {
  cursor: pointer;
  min-height: 28px;
}
.result img {
  width: 100%;
  border: 1px solid var(--line);
  border-radius: 4px;
  background: #fff;
  display: block;
}
.link {
  color: var(--blue);
  text-decoration: underline;
  text-align: left;
  min-height: 28px;
}
.wait {
  margin: 0;
  padding: 8px 16px;
  border-top: 1px solid var(--line);
  border-left: 4px solid var(--ochre);
}
.richer {
  margin: 0 16px;
  padding: 8px 0;
  text-align: left;
  color: var(--blue);
  text-decoration: underline;
}
.row {
  display: flex;
  gap: 10px;
  justify-content: flex-end;
}
.look {
  grid-column: 1 / -1;
}
footer {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  padding: 10px 16px;
  border-top: 1px solid var(--line);
}
</style>
