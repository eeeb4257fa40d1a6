<script setup lang="ts">
import { DRILLS, type DrillName } from '#core/drill'
import { gainPerTry } from '#core/review'
import type { LearnerProgress, ProgressView } from '#shared/views'
import { proposalsFor, trendsFor, triesByDrill } from '../../sheet/progress-figures'

/** One learner over the term: what to practise, look-fors over time, warm-ups, time at work. */
const props = defineProps<{ learner: LearnerProgress; view: ProgressView; isTeacher: boolean }>()
const emit = defineEmits<{ changed: [] }>()
const trends = computed(() => trendsFor(props.learner))
const proposals = computed(() => proposalsFor(trends.value, props.view, [props.learner]))
const drills = computed(() => triesByDrill(props.learner))
const titleOf = (drill: string) => DRILLS[drill as DrillName]?.title ?? drill
function gainInWords(scores: readonly number[]): string {
  const gain = gainPerTry(scores)
  if (gain === null) return 'three tries tell a trend'
  return Math.abs(gain) < 0.3
    ? 'about the same, try by try'
    : `${gain > 0 ? '+' : '−'}${Math.abs(gain).toFixed(1)} points a try`
}
</script>

<template>
  <div class="progress">
    <NextThings
      :proposals="proposals"
      :view="view"
      :is-teacher="isTeacher"
      :learner="isTeacher ? learner : undefined"
      @changed="emit('changed')"
    />
    <section class="card"><TimeSpent :days="learner.days" /></section>
    <section class="card whole" aria-labelledby="look-fors-title">
      <h2 id="look-fors-title">Look-fors over time</h2>
      <p v-if="trends.length === 0" class="small soft">They are drawn here from the first hand-in on.</p>
      <div class="many"><LookForTrend v-for="trend in trends" :key="trend.measure" :trend="trend" /></div>
    </section>
    <section class="card whole" aria-labelledby="warm-ups-title">
      <h2 id="warm-ups-title">Warm-ups</h2>
      <p v-if="drills.length === 0" class="small soft">None was tried yet.</p>
      <div class="many">
        <NuxtLink v-for="{ drill, scores } in drills" :key="drill" :to="`/warm-ups/${drill}`" class="drill">
          <strong>{{ titleOf(drill) }}</strong> <span class="small soft numbers">{{ gainInWords(scores) }}</span>
          <TrendChart :scores="scores" :title="titleOf(drill)" is-small />
        </NuxtLink>
      </div>
    </section>
  </div>
</template>

<style scoped>
.progress {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 16px;
  align-items: start;
}
.whole {
  grid-column: 1 / -1;
}
h2 {
  margin: 0 0 10px;
}
.many {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
  gap: 20px;
}
.drill {
  color: inherit;
  text-decoration: none;
  min-width: 0;
}
@media (max-width: 900px) {
  .progress {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
