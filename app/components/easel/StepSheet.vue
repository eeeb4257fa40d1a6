<script setup lang="ts">
import { mdiChevronLeft, mdiChevronRight, mdiPauseCircleOutline, mdiPlayCircleOutline } from '@mdi/js'
import { nextThing } from '#core/lookfor'
import { ghostEntries } from '#core/plan'

/** The step sheet: what to do, the ghost, the common slip, what to look for. */
const easel = useEasel()
const { plan, step, stepNumber, findings, lookedAt, history, isLooking, pointedAt, isReadOnly } = easel
const props = defineProps<{ isGhostPlaying: boolean }>()
const emit = defineEmits<{ ghost: [], show: [lookFor: string], handIn: [] }>()
const isFolded = defineModel<boolean>('folded', { default: false })

const found = computed(() => (step.value ? findings.value.get(step.value.id) ?? null : null))
const isOld = computed(() => found.value !== null && history.value.position > lookedAt.value)
const hasGhost = computed(() => plan.value && step.value && ghostEntries(plan.value, step.value.id).some(entry => entry.type === 'act'))
const count = computed(() => plan.value?.steps.length ?? 0)
const isLast = computed(() => stepNumber.value === count.value - 1)
const titleOf = (id: string) => step.value?.lookFors.find(each => each.id === id)?.title ?? id
/** One thing at a time: the others are folded behind it. */
const sorted = computed(() => nextThing(found.value ?? []))
const isAllMet = computed(() => found.value?.every(each => each.verdict === 'met') ?? false)

const othersWords = computed(() => {
  const { others } = sorted.value
  const met = others.filter(each => each.verdict === 'met').length
  const later = others.length - met
  return [...met ? [`${met} met`] : [], ...later ? [`${later} for later`] : []].join(' · ')
})

/** A new step is read from its top. */
const scroll = ref<HTMLElement>()
watch(step, () => scroll.value?.scrollTo({ top: 0 }))

/** What was found comes into sight. */
const lookSection = ref<HTMLElement>()
watch(() => [found.value, lookedAt.value] as const, async ([now], [, before]) => {
  if (!now || lookedAt.value === before) return
  await nextTick()
  lookSection.value?.scrollIntoView({ block: 'start', behavior: 'smooth' })
})

function point(id: string, isOn: boolean): void {
  if (isOn) pointedAt.value = id
  else if (pointedAt.value === id) pointedAt.value = null
}
</script>

<template>
  <aside v-if="step && plan" class="step-sheet" :class="{ folded: isFolded }" aria-label="Step sheet">
    <button v-if="isFolded" class="strip" aria-label="Unfold the step sheet" @click="isFolded = false">
      <v-icon :icon="mdiChevronRight" />
      <span class="display big">{{ stepNumber + 1 }}</span>
      <span class="small soft">of {{ count }}</span>
      <VerdictSign v-for="finding in found ?? []" :key="finding.lookFor" :verdict="finding.verdict" :size="20" />
    </button>
    <template v-else>
      <header>
        <ol class="pegs" aria-label="Steps">
          <li v-for="(each, i) in plan.steps" :key="each.id">
            <button :aria-current="i === stepNumber ? 'step' : undefined" :aria-label="`Step ${i + 1}: ${each.title}`" @click="easel.openStep(i)">{{ i + 1 }}</button>
          </li>
        </ol>
        <v-btn :icon="mdiChevronLeft" size="small" variant="text" aria-label="Fold the step sheet" @click="isFolded = true" />
      </header>
      <div ref="scroll" class="scroll">
        <h2>{{ step.title }}</h2>
        <p v-for="(words, i) in step.words" :key="i">{{ words }}</p>
        <v-btn v-if="hasGhost" class="ghost" variant="outlined" color="primary" :prepend-icon="props.isGhostPlaying ? mdiPauseCircleOutline : mdiPlayCircleOutline" block @click="emit('ghost')">
          {{ props.isGhostPlaying ? 'Put the ghost away' : 'Play the ghost' }}
        </v-btn>
        <p class="layer small">Draw on <strong>{{ step.layer.name }}</strong>. It lies ready.</p>
        <details class="slip">
          <summary>What often happens</summary>
          <p>{{ step.slip.slip }}</p>
          <p><strong>Then:</strong> {{ step.slip.remedy }}</p>
        </details>
        <section v-if="step.lookFors.length" ref="lookSection" aria-labelledby="look-title">
          <h3 id="look-title">Look for</h3>
          <ul v-if="!found" class="plain">
            <li v-for="each in step.lookFors" :key="each.id"><span class="dot" aria-hidden="true" />{{ each.title }}</li>
          </ul>
          <template v-else>
            <p v-if="isOld" class="small old">You drew on since. Look again when you like.</p>
            <ul v-if="sorted.next" class="findings next" aria-live="polite" aria-label="The next thing">
              <FindingLine :title="titleOf(sorted.next.lookFor)" :finding="sorted.next" :is-pointed-at="pointedAt === sorted.next.lookFor" @point="point(sorted.next.lookFor, $event)" @show="emit('show', sorted.next.lookFor)" />
            </ul>
            <component :is="sorted.next ? 'details' : 'div'" v-if="sorted.others.length" class="others">
              <summary v-if="sorted.next">{{ othersWords }}</summary>
              <ul class="findings" aria-live="polite">
                <FindingLine
                  v-for="finding in sorted.others" :key="finding.lookFor" :title="titleOf(finding.lookFor)" :finding="finding" :is-pointed-at="pointedAt === finding.lookFor"
                  @point="point(finding.lookFor, $event)" @show="emit('show', finding.lookFor)"
                />
              </ul>
            </component>
            <p v-if="isAllMet && !isOld" class="small">{{ isLast ? 'All there. Hand it in when you are happy with it.' : 'All there. Go on to the next step when you like.' }}</p>
          </template>
          <v-btn v-if="found" variant="text" size="small" block @click="easel.clearFindings()">Put the marks away</v-btn>
        </section>
      </div>
      <footer>
        <v-btn v-if="step.lookFors.length" class="look" color="primary" :variant="isAllMet && !isOld ? 'outlined' : 'flat'" :loading="isLooking" :disabled="isReadOnly" @click="easel.lookAtStep()">Look at my step</v-btn>
        <v-btn variant="outlined" :disabled="stepNumber === 0" @click="easel.openStep(stepNumber - 1)">Back</v-btn>
        <v-btn v-if="!isLast" color="primary" :variant="isAllMet ? 'flat' : 'outlined'" @click="easel.openStep(stepNumber + 1)">Next step</v-btn>
        <v-btn v-else color="primary" :variant="isAllMet ? 'flat' : 'outlined'" :disabled="isReadOnly" @click="emit('handIn')">Hand in</v-btn>
      </footer>
    </template>
  </aside>
</template>

<style scoped>
.step-sheet { width: 272px; height: 100%; display: flex; flex-direction: column; background: var(--paper); border-right: 1px solid var(--line); }
.step-sheet.folded { width: 48px; }
.strip { display: flex; flex-direction: column; align-items: center; gap: 8px; padding: 10px 0; height: 100%; }
.big { font-size: 1.7rem; }
header { display: flex; align-items: center; justify-content: space-between; padding: 10px 8px 4px 16px; }
.pegs { display: flex; gap: 6px; list-style: none; margin: 0; padding: 0; }
.pegs button { width: 34px; height: 34px; border-radius: 50%; border: 1.5px solid var(--line); font-family: var(--font-display); color: var(--ink-soft); }
.pegs button[aria-current] { border-color: var(--blue); border-width: 2.5px; color: var(--ink); font-weight: 650; }
.scroll { flex: 1; overflow-y: auto; padding: 4px 16px 14px; }
.scroll h2 { margin: 4px 0 10px; }
.ghost { margin: 6px 0 10px; }
.layer { margin-bottom: 8px; }
.slip { border-top: 1px dashed var(--line); border-bottom: 1px dashed var(--line); padding: 8px 0; margin-bottom: 14px; }
.slip summary { cursor: pointer; font-weight: 480; min-height: 28px; }
.slip p { margin: 6px 0 0; font-size: 0.92rem; }
.plain, .findings { list-style: none; padding: 0; margin: 8px -6px 10px; }
.findings.next { border-left: 4px solid var(--ochre); border-radius: 4px; }
.others summary { cursor: pointer; min-height: 30px; font-size: 0.92rem; }
.plain li { padding: 4px 6px; display: flex; gap: 10px; align-items: center; }
.dot { width: 14px; height: 14px; border: 1.6px solid var(--ink-soft); border-radius: 50%; flex: none; }
.old { border-left: 4px solid var(--ochre); padding-left: 10px; margin: 8px 0 0; }
.look { grid-column: 1 / -1; }
footer { display: grid; grid-template-columns: 1fr 1fr; gap: 8px; padding: 10px 16px; border-top: 1px solid var(--line); }
@media (pointer: coarse) { .pegs button { width: 44px; height: 44px; } }
</style>
