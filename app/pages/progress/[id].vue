<script setup lang="ts">
import { MET_ENOUGH } from '#core/review'
import { MEASURE_WORDS } from '../../sheet/measure-words'
import { classTrends, daysTogether, proposalsFor, trendsFor } from '../../sheet/progress-figures'
import { api } from '../../api/routes'

/** A class over the term: all together, and each learner. */
definePageMeta({ who: 'teacher', key: route => route.path })
const route = useRoute()
const router = useRouter()
const { data: view, trouble, load } = usePageData(() => api.classProgress(Number(route.params.id)))
const isTakingOut = ref(false)
const chosen = computed(() => Number(route.query.learner) || null)
const learner = computed(() => view.value?.learners.find(each => each.id === chosen.value) ?? null)
const choose = (id: number | null) => router.replace({ query: id === null ? {} : { learner: id } })

const trends = computed(() => (view.value ? classTrends(view.value.learners) : []))
const proposals = computed(() => (view.value ? proposalsFor(trends.value, view.value, view.value.learners) : []))
const minutes = (ms: number) => Math.round(ms / 60_000)
const rows = computed(() =>
  (view.value?.learners ?? []).map(each => {
    const own = trendsFor(each)
    const [least] = own
    return {
      id: each.id,
      name: each.name,
      handIns: each.handIns.length,
      minutes: minutes(each.days.reduce((sum, day) => sum + day.workedMs, 0)),
      tries: each.tries.length,
      met: own.length ? Math.round((100 * own.reduce((sum, one) => sum + one.now, 0)) / own.length) : null,
      least:
        least && least.now < MET_ENOUGH ? `${MEASURE_WORDS[least.measure]} (${Math.round(100 * least.now)} %)` : '',
    }
  }),
)
const headers = [
  { title: 'Learner', key: 'name' },
  { title: 'Hand-ins', key: 'handIns', align: 'end' as const },
  { title: 'Minutes drawn', key: 'minutes', align: 'end' as const },
  { title: 'Warm-ups', key: 'tries', align: 'end' as const },
  { title: 'Look-fors met lately, %', key: 'met', align: 'end' as const },
  { title: 'Least met', key: 'least' },
]
</script>

<template>
  <div class="page">
    <LoadingOrTrouble v-if="!view" :trouble="trouble" @again="load" />
    <template v-else>
      <NuxtLink :to="`/register/${view.classId}`" class="small">Back to {{ view.className }}</NuxtLink>
      <div class="head">
        <PageHeading :title="`Progress: ${learner?.name ?? view.className}`" />
        <span class="grow" />
        <v-btn variant="outlined" size="small" :to="`/warm-ups/class/${view.classId}`">Warm-ups together</v-btn>
        <v-btn variant="outlined" size="small" @click="isTakingOut = true">For the school</v-btn>
        <TakeOutTerm v-model="isTakingOut" :view="view" />
        <label class="small"
          >Who
          <select
            :value="chosen ?? ''"
            aria-label="Whose progress"
            @change="choose(Number(($event.target as HTMLSelectElement).value) || null)"
          >
            <option value="">the whole class</option>
            <option v-for="each in view.learners" :key="each.id" :value="each.id">{{ each.name }}</option>
          </select></label
        >
      </div>
      <LearnerProgress v-if="learner" :key="learner.id" :learner="learner" :view="view" is-teacher @changed="load" />
      <div v-else class="together">
        <NextThings :proposals="proposals" :view="view" is-teacher @changed="load" />
        <section class="card">
          <TimeSpent :days="daysTogether(view.learners)" title="Time at work, all together" />
        </section>
        <section class="card whole" aria-labelledby="class-title">
          <h2 id="class-title">Look-fors over time</h2>
          <p v-if="trends.length === 0" class="small soft">They are drawn here from the first hand-in on.</p>
          <div class="many">
            <LookForTrend v-for="trend in trends" :key="trend.measure" :trend="trend" of="Week of" />
          </div>
        </section>
        <section class="card whole table" aria-label="Learners">
          <v-data-table
            :headers="headers"
            :items="rows"
            :items-per-page="-1"
            hide-default-footer
            density="comfortable"
            :sort-by="[{ key: 'name', order: 'asc' }]"
            no-data-text="No learners yet."
          >
            <template #[`item.name`]="{ item }"
              ><NuxtLink :to="{ query: { learner: item.id } }"
                ><strong><PersonName :name="item.name" /></strong></NuxtLink
            ></template>
            <template #[`item.met`]="{ value }">{{ value ?? '—' }}</template>
          </v-data-table>
        </section>
      </div>
    </template>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  gap: 14px;
  align-items: center;
  flex-wrap: wrap;
  margin: 6px 0 12px;
}
.head h1 {
  margin: 0;
}
.grow {
  flex: 1;
}
label {
  display: flex;
  gap: 8px;
  align-items: center;
  min-width: 0;
  max-width: 100%;
}
/* As wide as its longest name it would be wider than a phone. */
select {
  min-width: 0;
  max-width: 16rem;
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 6px 10px;
  background: var(--paper);
  color: var(--ink);
}
.together {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 16px;
  align-items: start;
}
.whole {
  grid-column: 1 / -1;
}
.table {
  padding: 6px 8px;
}
.table :deep(.v-table) {
  background: transparent;
}
h2 {
  margin: 0 0 10px;
}
.many {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
  gap: 20px;
}
@media (max-width: 900px) {
  .together {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
