<script setup lang="ts">
import { mdiDeleteOutline, mdiDownloadOutline, mdiPencilOutline, mdiPlus } from '@mdi/js'
import { useIntervalFn } from '@vueuse/core'
import { DRILLS } from '#core/drill'
import type { WarmUpSetBody } from '#shared/schemas'
import type { ClassWarmUpsView } from '#shared/views'
import { api } from '../../../api/routes'
import { fileName, savedFile } from '../../../sheet/save-file'
import { classMeans, meanOf, setTable } from '../../../sheet/set-scores'

/** Warm-ups of a class: sets for a day, and everyone's scores. */
definePageMeta({ who: 'teacher', key: route => route.path })
const classId = Number(useRoute().params.id)
const { data: view, trouble, load } = usePageData(() => api.classWarmUps(classId))
const REFRESH_MS = 15_000
useIntervalFn(load, REFRESH_MS)

type ScoredSet = ClassWarmUpsView['sets'][number]
const { say } = useNotices()
const { busy, trying } = useTrying<string>()
const isOpen = ref(false)
const changing = shallowRef<ScoredSet | null>(null)
function ask(set: ScoredSet | null): void {
  changing.value = set
  isOpen.value = true
}
const keep = (body: WarmUpSetBody) =>
  trying('keep', async () => {
    if (changing.value) await api.changeWarmUpSet(changing.value.id, body)
    else await api.makeWarmUpSet(classId, body)
    isOpen.value = false
    await load()
  })
const remove = ({ id, title, day, warmUps }: ScoredSet) =>
  trying('remove', async () => {
    await api.removeWarmUpSet(id)
    await load()
    // The same tries: with the set, their scores are there again.
    say(`“${title}” was taken back from the class.`, 'What was tried is kept.', 'plain', [
      {
        label: 'Give it again',
        run: async () => {
          await api.makeWarmUpSet(classId, { title, day, warmUps })
          await load()
        },
      },
    ])
  })
const tried = ({ scores }: ScoredSet) => scores.filter(each => each.some(one => one !== null)).length
const save = (set: ScoredSet) =>
  savedFile(setTable(set, view.value!.learners), `${fileName(`${set.title} ${set.day}`, 'warm-ups')}.csv`, 'text/csv')
</script>

<template>
  <div class="page">
    <LoadingOrTrouble v-if="!view" :trouble="trouble" @again="load" />
    <template v-else>
      <NuxtLink :to="`/register/${view.classId}`" class="small">Back to {{ view.className }}</NuxtLink>
      <div class="row between">
        <PageHeading :title="`Warm-ups: ${view.className}`" />
        <v-btn color="primary" :prepend-icon="mdiPlus" @click="ask(null)">New set</v-btn>
      </div>
      <p class="soft">Everyone gets the same tries. They show what to practise; they are not there to rank.</p>
      <div v-if="view.sets.length === 0" class="card">
        <h2>No set yet.</h2>
        <p>
          Choose a few warm-ups for a day: they lie in every learner’s folio from that day on, and their scores here.
        </p>
      </div>
      <section v-for="set in view.sets" :key="set.id" class="card set" :aria-labelledby="`set-${set.id}`">
        <div class="row between">
          <div>
            <h2 :id="`set-${set.id}`">{{ set.title }}</h2>
            <span class="small soft"
              >{{ set.day > dayToday() ? 'opens ' : '' }}{{ dateInWords(set.day) }} · tried by {{ tried(set) }} of
              {{ view.learners.length }}</span
            >
          </div>
          <div class="row">
            <v-btn
              :icon="mdiDownloadOutline"
              size="small"
              variant="text"
              :aria-label="`Save “${set.title}” as a table`"
              title="Save as a table (CSV)"
              @click="save(set)"
            />
            <v-btn
              :icon="mdiPencilOutline"
              size="small"
              variant="text"
              :aria-label="`Change “${set.title}”`"
              title="Change it"
              @click="ask(set)"
            />
            <v-btn
              :icon="mdiDeleteOutline"
              size="small"
              variant="text"
              :loading="busy === 'remove'"
              :aria-label="`Take “${set.title}” back`"
              title="Take it back from the class"
              @click="remove(set)"
            />
          </div>
        </div>
        <div class="scroll">
          <table class="small">
            <thead>
              <tr>
                <th scope="col">Learner</th>
                <th v-for="each in set.warmUps" :key="each.drill" scope="col" class="number">
                  <NuxtLink
                    :to="{ path: `/warm-ups/${each.drill}`, query: { seed: each.seed } }"
                    title="Try it yourself"
                    >{{ DRILLS[each.drill].title }}</NuxtLink
                  >
                </th>
                <th scope="col" class="number">Mean</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(learner, i) in view.learners" :key="learner.id">
                <th scope="row">
                  <NuxtLink :to="{ path: `/progress/${view.classId}`, query: { learner: learner.id } }">{{
                    learner.name
                  }}</NuxtLink>
                </th>
                <td v-for="(score, k) in set.scores[i]" :key="k" class="number numbers">
                  <template v-if="score"
                    ><strong>{{ score.best }}</strong>
                    {{ ' ' }}
                    <span v-if="score.tries > 1" class="soft">in {{ score.tries }}</span></template
                  ><span v-else class="soft" aria-label="not tried">–</span>
                </td>
                <td class="number numbers">{{ meanOf(set.scores[i]!) ?? '–' }}</td>
              </tr>
            </tbody>
            <tfoot>
              <tr>
                <th scope="row">All together</th>
                <td v-for="(mean, k) in classMeans(set)" :key="k" class="number numbers">{{ mean ?? '–' }}</td>
                <td class="number numbers">{{ meanOf(set.scores.flat()) ?? '–' }}</td>
              </tr>
            </tfoot>
          </table>
        </div>
      </section>
      <SetForm v-model="isOpen" :set="changing" :busy="busy === 'keep'" @keep="keep" />
    </template>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
}
.between {
  justify-content: space-between;
}
.set {
  margin: 14px 0;
}
.set h2 {
  margin: 0;
}
.scroll {
  overflow-x: auto;
  margin-top: 8px;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th,
td {
  padding: 5px 10px;
  text-align: left;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
  min-height: 30px;
}
thead th {
  vertical-align: bottom;
  color: var(--ink-soft);
}
.number {
  text-align: right;
}
tfoot th,
tfoot td {
  border-bottom: 0;
  font-weight: 560;
}
</style>
