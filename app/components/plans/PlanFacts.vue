<script setup lang="ts">
import { mdiClose, mdiDiceMultipleOutline } from '@mdi/js'
import { DRILLS, GREATEST_SEED, type DrillName } from '#core/drill'
import type { Plan } from '#core/plan'

/** What a plan is called and for whom. */
const isOpen = defineModel<boolean>({ default: false })
const editor = usePlanEditor()
const { plan } = editor
const LEVELS: [Plan['level'], string][] = [
  ['first', 'First steps'],
  ['second', 'Some practice'],
  ['third', 'Practised'],
]
const valueOf = (event: Event) => (event.target as HTMLInputElement).value
function setMinutes(event: Event): void {
  const minutes = Math.round(Number(valueOf(event)))
  if (minutes >= 1 && minutes <= 600) editor.set({ minutes }, 'minutes')
}
function setTopics(event: Event): void {
  const topics = [
    ...new Set(
      valueOf(event)
        .split(',')
        .map(each => each.trim().slice(0, 30))
        .filter(Boolean),
    ),
  ].slice(0, 12)
  editor.set({ topics })
}
const warmUps = computed(() => plan.value?.warmUps ?? [])
const seconds = computed(() => warmUps.value.reduce((sum, each) => sum + DRILLS[each.drill].seconds, 0))
const newSeed = () => Math.floor(Math.random() * GREATEST_SEED)
const setWarmUps = (next: NonNullable<Plan['warmUps']>) => editor.set({ warmUps: next })
function addWarmUp(event: Event): void {
  const drill = valueOf(event) as DrillName | ''
  ;(event.target as HTMLSelectElement).value = ''
  if (drill) setWarmUps([...warmUps.value, { drill, seed: newSeed() }])
}
</script>

<template>
  <CardDialog v-model="isOpen" title="About this plan" :width="560">
    <div v-if="plan" class="facts">
      <label
        >Title
        <input
          :value="plan.title"
          maxlength="80"
          @input="valueOf($event).trim() && editor.set({ title: valueOf($event) }, 'title')"
      /></label>
      <label
        >What it is for
        <textarea
          :value="plan.goal"
          rows="3"
          maxlength="2000"
          @input="valueOf($event).trim() && editor.set({ goal: valueOf($event) }, 'goal')"
        />
      </label>
      <div class="two">
        <label
          >Level
          <select :value="plan.level" @change="editor.set({ level: valueOf($event) as Plan['level'] })">
            <option v-for="[value, words] in LEVELS" :key="value" :value="value">{{ words }}</option>
          </select></label
        >
        <label>Minutes <input type="number" min="1" max="600" :value="plan.minutes" @change="setMinutes" /></label>
      </div>
      <label
        >Topics, with commas between
        <input
          :value="(plan.topics ?? []).join(', ')"
          maxlength="400"
          placeholder="round things, soft shading"
          @change="setTopics"
      /></label>
      <fieldset>
        <legend>
          Warm-ups before it
          <span class="small soft numbers">{{ seconds ? `about ${Math.ceil(seconds / 60)} minutes` : 'none' }}</span>
        </legend>
        <div v-for="(each, i) in warmUps" :key="i" class="warm">
          <span>{{ DRILLS[each.drill].title }}</span><span class="small soft numbers">No. {{ each.seed }}</span>
          <v-btn
            :icon="mdiDiceMultipleOutline"
            size="x-small"
            variant="text"
            aria-label="Another try of it"
            title="Another try of it"
            @click="setWarmUps(warmUps.with(i, { ...each, seed: newSeed() }))"
          />
          <v-btn
            :icon="mdiClose"
            size="x-small"
            variant="text"
            :aria-label="`Leave ${DRILLS[each.drill].title} out`"
            @click="setWarmUps(warmUps.toSpliced(i, 1))"
          />
        </div>
        <select v-if="warmUps.length < 5" aria-label="Add a warm-up" @change="addWarmUp">
          <option value="">Add a warm-up …</option>
          <option v-for="(drill, name) in DRILLS" :key="name" :value="name">{{ drill.title }}</option>
        </select>
      </fieldset>
      <p class="small soft numbers">
        Sheet {{ plan.sheet.width }} × {{ plan.sheet.height }} px · {{ plan.palette.length }} wells ·
        {{ plan.demonstration.entries.length }} entries drawn
      </p>
    </div>
    <template #leave>Done</template>
  </CardDialog>
</template>

<style scoped>
.facts {
  display: grid;
  gap: 14px;
}
label {
  display: grid;
  gap: 4px;
  font-size: 0.9rem;
  color: var(--ink-soft);
}
input,
textarea,
select {
  border: 1px solid var(--line);
  border-radius: 8px;
  padding: 8px 12px;
  background: var(--paper);
  color: var(--ink);
  font-size: 0.96rem;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 4px;
}
legend {
  font-size: 0.9rem;
  color: var(--ink-soft);
  margin-bottom: 4px;
}
.warm {
  display: grid;
  grid-template-columns: 1fr auto auto auto;
  gap: 8px;
  align-items: center;
}
</style>
