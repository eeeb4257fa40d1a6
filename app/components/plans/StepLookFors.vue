<script setup lang="ts">
import { mdiClose, mdiGestureTap, mdiPlus } from '@mdi/js'
import { takesOwnLimit, type LookFor, type Tolerance } from '#core/lookfor'
import type { Offer } from '#core/plan'
import { VERDICT_WORDS } from '../../sheet/verdict-words'

/** What a step asks for, how strictly, and what the teacher's own drawing shows of it. */
const editor = usePlanEditor()
const { step, plan, at, seen, pointedAt, drawingAreaOf, work } = editor
const TOLERANCES: [Tolerance, string][] = [
  ['gentle', 'gently'],
  ['standard', 'as usual'],
  ['strict', 'strictly'],
]
const MOST = 20
const offers = shallowRef<readonly Offer[] | null>(null)
const isOffering = ref(false)
watch([at, () => plan.value?.demonstration], () => {
  offers.value = null
})

const findingOf = (id: string) => seen.value?.findings.find(each => each.lookFor === id) ?? null
const toleranceOf = ({ settings }: LookFor) => ('tolerance' in settings ? settings.tolerance : null)
const valueOf = (event: Event) => (event.target as HTMLInputElement).value

function change(id: string, set: Partial<LookFor>, kind: string | null = null): void {
  editor.setStep({ lookFors: step.value!.lookFors.map(each => (each.id === id ? { ...each, ...set } : each)) }, kind)
}
function setSettings(lookFor: LookFor, set: object, kind: string | null = null): void {
  change(lookFor.id, { settings: { ...lookFor.settings, ...set } as LookFor['settings'] }, kind)
}
function setTolerance(lookFor: LookFor, value: string): void {
  if (value !== 'own') return setSettings(lookFor, { tolerance: value })
  const figure = findingOf(lookFor.id)?.figure?.value
  setSettings(lookFor, { tolerance: Math.max(Number(figure ?? 5), 0.1) })
}
const takesNumber = ({ settings }: LookFor) => takesOwnLimit(settings.measure)

function remove(id: string): void {
  editor.setStep({ lookFors: step.value!.lookFors.filter(each => each.id !== id) })
}
async function offer(): Promise<void> {
  isOffering.value = true
  if (offers.value) return
  const { value } = plan
  const answer = await editor.during('Seeing what could be asked', () => editor.desk.offers(value!, at.value))
  offers.value = answer ?? []
}
function add({ title, settings }: Offer): void {
  const taken = new Set(plan.value!.steps.flatMap(each => each.lookFors.map(one => one.id)))
  let id = `${step.value!.id}-${settings.measure}`
  for (let n = 2; taken.has(id); n++) id = `${step.value!.id}-${settings.measure}-${n}`
  editor.setStep({ lookFors: [...step.value!.lookFors, { id, title, settings }] })
  isOffering.value = false
}
async function propose(): Promise<void> {
  const { value } = plan
  const lookFors = await editor.during('Proposing look-fors again', () => editor.desk.propose(value!, at.value))
  if (lookFors) editor.setStep({ lookFors })
}
</script>

<template>
  <div v-if="step" class="look-fors">
    <p v-if="step.lookFors.length === 0" class="soft small">Nothing is asked here: learners go on as they like.</p>
    <article
      v-for="each in step.lookFors"
      :key="each.id"
      class="look-for"
      :class="{ pointed: pointedAt === each.id }"
      @mouseenter="pointedAt = each.id"
      @mouseleave="pointedAt = null"
      @focusin="pointedAt = each.id"
    >
      <div class="head">
        <VerdictSign v-if="findingOf(each.id)" :verdict="findingOf(each.id)!.verdict" />
        <input
          :value="each.title"
          maxlength="80"
          :aria-label="`Title of the look-for ${each.title}`"
          @input="valueOf($event).trim() && change(each.id, { title: valueOf($event) }, each.id)"
        />
        <v-btn
          :icon="mdiClose"
          size="x-small"
          variant="text"
          :aria-label="`Do not ask for “${each.title}”`"
          title="Do not ask for this"
          @click="remove(each.id)"
        />
      </div>
      <p class="small soft">
        {{ findingOf(each.id) ? `Yours: ${findingOf(each.id)!.sentence}` : 'Looking at yours …' }}
      </p>
      <div class="row small">
        <label v-if="'what' in each.settings"
          >said as
          <input
            class="what"
            :value="each.settings.what"
            maxlength="60"
            @change="valueOf($event).trim() && setSettings(each, { what: valueOf($event).trim() })"
        /></label>
        <label v-if="toleranceOf(each) !== null"
          >asked
          <select
            :value="typeof toleranceOf(each) === 'number' ? 'own' : toleranceOf(each)"
            @change="setTolerance(each, valueOf($event))"
          >
            <option v-for="[value, words] in TOLERANCES" :key="value" :value="value">{{ words }}</option>
            <option v-if="takesNumber(each)" value="own">up to …</option>
          </select>
        </label>
        <label v-if="typeof toleranceOf(each) === 'number'"
          ><input
            class="number numbers"
            type="number"
            min="0.1"
            step="0.1"
            :value="toleranceOf(each)"
            aria-label="Up to"
            @change="Number(valueOf($event)) > 0 && setSettings(each, { tolerance: Number(valueOf($event)) })"
          />
          {{ findingOf(each.id)?.figure?.unit ?? '' }}</label
        >
        <label v-if="'shades' in each.settings"
          >shades
          <input
            class="number numbers"
            type="number"
            min="2"
            max="12"
            :value="each.settings.shades"
            @change="setSettings(each, { shades: Math.min(Math.max(Math.round(Number(valueOf($event))), 2), 12) })"
        /></label>
        <v-btn
          v-if="'target' in each.settings"
          size="x-small"
          variant="text"
          :prepend-icon="mdiGestureTap"
          @click="drawingAreaOf = each.id"
          >Where</v-btn
        >
      </div>
    </article>
    <div class="row">
      <v-btn
        size="small"
        variant="outlined"
        :prepend-icon="mdiPlus"
        :disabled="work !== null || step.lookFors.length >= MOST"
        @click="offer"
        >Ask for more</v-btn
      >
      <v-btn size="small" variant="text" :disabled="work !== null" @click="propose">Propose again</v-btn>
    </div>
    <CardDialog v-model="isOffering" title="What could be asked" :width="620">
      <div class="offers">
        <p class="small soft">The sign shows what your own drawing has of it.</p>
        <v-progress-linear
          v-if="!offers"
          aria-label="Looking for what the drawing shows"
          indeterminate
          color="primary"
        />
        <ul v-else>
          <li v-for="each in offers" :key="each.settings.measure">
            <button @click="add(each)">
              <VerdictSign :verdict="each.finding.verdict" /><span
                ><strong>{{ each.title }}</strong>
                {{ ' ' }}
                <span class="soft small">· {{ VERDICT_WORDS[each.finding.verdict] }}</span
                ><br /><span class="small">{{ each.finding.sentence }}</span></span
              >
            </button>
          </li>
        </ul>
      </div>
    </CardDialog>
  </div>
</template>

<style scoped>
.look-fors {
  display: grid;
  gap: 10px;
}
.look-for {
  border: 1px solid var(--line);
  border-radius: 8px;
  padding: 8px 10px;
}
.look-for.pointed {
  border-color: var(--ochre);
  background: var(--paper-shade);
}
.head {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 8px;
  align-items: center;
}
.head input {
  border: 0;
  border-bottom: 1px dashed var(--line);
  background: none;
  color: var(--ink);
  font-weight: 520;
  padding: 3px 0;
  min-width: 0;
}
.look-for p {
  margin: 4px 0;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
.row input,
select {
  border: 1px solid var(--line);
  border-radius: 6px;
  background: var(--paper);
  color: var(--ink);
  padding: 3px 7px;
  min-height: 30px;
}
.what {
  width: 116px;
}
.number {
  width: 64px;
}
.offers {
  max-height: 84vh;
  overflow: auto;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li button {
  display: grid;
  grid-template-columns: 24px 1fr;
  gap: 10px;
  text-align: left;
  width: 100%;
  padding: 8px 6px;
  border-bottom: 1px dashed var(--line);
}
li button:hover {
  background: var(--paper-shade);
}
</style>
