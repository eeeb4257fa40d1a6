<script setup lang="ts">
/* eslint-disable max-lines -- two views of the same rows, mostly layout */
import { mdiFileDocumentEditOutline, mdiPresentation } from '@mdi/js'
import { agreementOf, columnSum, failsFirst } from '#core/review'
import type { Verdict } from '#core/lookfor'
import { VERDICT_OF_MARK } from '#shared/marks'
import type { HandInState, TableRow } from '#shared/views'
import { api } from '../../api/routes'
import type { Tone } from '../../composables/sheet/useLooking'
import { MARK_WORDS, suggestedMark } from '../../sheet/mark-words'
import { STATE_WORDS } from '../../sheet/state-words'
import { medianInWords, TABLE_MEASURES, type TableMeasure } from '../../sheet/table-measures'
import { VERDICT_WORDS } from '../../sheet/verdict-words'

definePageMeta({ who: 'teacher', key: route => route.path })
const route = useRoute()
const classId = Number(route.params.id)
const chosenPlan = ref<number | null>(Number(route.query.plan) || null)
const { data: table, trouble, load } = usePageData(() => api.table(classId, chosenPlan.value))
watch(chosenPlan, load)

const shownAs = ref<'pictures' | 'grid'>('pictures')
const tone = ref<Tone>('colours')
const sortedBy = ref<TableMeasure | 'name' | 'handed-in'>('name')
const grouped = ref<'none' | 'state' | 'attempt'>('none')

const handed = computed(() =>
  (table.value?.rows ?? []).filter(
    (row): row is TableRow & { handIn: NonNullable<TableRow['handIn']> } => row.handIn !== null,
  ),
)
const missing = computed(() => (table.value?.rows ?? []).filter(row => row.handIn === null))
type Handed = (typeof handed.value)[number]

const sorted = computed(() => {
  const by = sortedBy.value
  const byName = (a: Handed, b: Handed) => a.learner.name.localeCompare(b.learner.name, undefined, { numeric: true })
  if (by === 'name') return [...handed.value].sort(byName)
  if (by === 'handed-in')
    return [...handed.value].sort((a, b) => a.handIn.handedInAt.localeCompare(b.handIn.handedInAt))
  const value = ({ handIn }: Handed) => TABLE_MEASURES[by].of(handIn) ?? Infinity
  return [...handed.value].sort((a, b) => value(a) - value(b) || byName(a, b))
})
const inParts = useInParts(() => sorted.value, PART_OF_CLASS)
const groups = computed(() => {
  if (grouped.value === 'none') return [{ title: '', rows: inParts.value }]
  const of = ({ handIn }: Handed) =>
    grouped.value === 'state' ? STATE_WORDS.teacher[handIn.state as HandInState] : `hand-in ${handIn.attempt}`
  return [...new Set(inParts.value.map(of))].map(title => ({
    title,
    rows: inParts.value.filter(row => of(row) === title),
  }))
})
function figureOf(handIn: Handed['handIn']): string | null {
  if (sortedBy.value === 'name' || sortedBy.value === 'handed-in') return null
  const { of, say, title } = TABLE_MEASURES[sortedBy.value]
  const value = of(handIn)
  return value === null ? null : `${title}: ${say(value)}`
}
const medians = computed(() =>
  (Object.keys(TABLE_MEASURES) as TableMeasure[]).flatMap(each => {
    const words = medianInWords(handed.value, each)
    return words ? [{ title: TABLE_MEASURES[each].title, words }] : []
  }),
)

// --- learner × look-for

/** The teacher's mark counts before what was measured. */
const verdictOf = ({ handIn }: Handed, lookFor: string): Verdict | null => {
  const mark = handIn.marks[lookFor]
  return mark ? VERDICT_OF_MARK[mark] : (handIn.verdicts[lookFor] ?? null)
}
const sums = computed(() =>
  (table.value?.lookFors ?? []).map(({ id }) => columnSum(handed.value.map(row => verdictOf(row, id)))),
)
const first = computed(() => failsFirst(sums.value))
const agreement = computed(() =>
  agreementOf(
    handed.value.flatMap(({ handIn }) =>
      Object.entries(handIn.marks).flatMap(([lookFor, mark]) => {
        const verdict = handIn.verdicts[lookFor]
        const suggested = verdict && suggestedMark(verdict, false)
        return suggested ? [[suggested, mark] as const] : []
      }),
    ),
  ),
)

// --- picked for a talk

const picked = ref<number[]>([])
const isTalking = ref(false)
const pick = (id: number) => {
  picked.value = picked.value.includes(id) ? picked.value.filter(each => each !== id) : [...picked.value, id]
}
watch(
  () => table.value?.plan,
  () => {
    picked.value = []
  },
)

const { say } = useNotices()
const { busy, trying } = useTrying()
/** They hang as soon as their learners say yes. */
const ask = () =>
  trying(true, async () => {
    const { asked, left } = await api.askForWorks(picked.value)
    picked.value = []
    say(
      asked === 0
        ? 'All of these were asked for already.'
        : `${asked === 1 ? 'One learner was' : `${asked} learners were`} asked.${left ? ` ${left} had been asked before.` : ''}`,
      'What they say yes to hangs on the Wall.',
      'plain',
      [{ label: 'The Wall', run: () => navigateTo(`/wall/${classId}`) }],
    )
  })
</script>

<template>
  <div class="page table-page">
    <LoadingOrTrouble v-if="!table" :trouble="trouble" @again="load" />
    <template v-else>
      <SheetTones />
      <NuxtLink :to="`/register/${classId}`" class="small">The register</NuxtLink>
      <div class="head">
        <PageHeading :title="`Table: ${table.name}`" />
        <span class="grow" />
        <v-btn
          variant="outlined"
          :prepend-icon="mdiFileDocumentEditOutline"
          :to="{ path: `/paper/${classId}`, query: { plan: table.plan } }"
          >On paper …</v-btn
        >
        <v-btn v-if="picked.length" variant="outlined" :loading="busy !== null" @click="ask">Ask for the Wall</v-btn>
        <v-btn
          color="primary"
          :prepend-icon="mdiPresentation"
          :disabled="picked.length === 0"
          @click="isTalking = true"
          >{{ picked.length ? `Show ${picked.length} without names` : 'Pick works for a talk' }}</v-btn
        >
      </div>
      <div class="tools small">
        <label
          >Plan
          <select :value="table.plan" @change="chosenPlan = Number(($event.target as HTMLSelectElement).value)">
            <option v-for="plan in table.plans" :key="plan.id" :value="plan.id">{{ plan.title }}</option>
          </select></label
        >
        <span role="group" aria-label="What to see"
          ><button class="mode" :aria-pressed="shownAs === 'pictures'" @click="shownAs = 'pictures'">Pictures</button
          ><button class="mode" :aria-pressed="shownAs === 'grid'" @click="shownAs = 'grid'">Look-fors</button></span
        >
        <template v-if="shownAs === 'pictures'">
          <span role="group" aria-label="How to see them"
            ><button
              class="mode"
              :aria-pressed="tone === 'values'"
              @click="tone = tone === 'values' ? 'colours' : 'values'"
            >
              Values</button
            ><button
              class="mode"
              :aria-pressed="tone === 'squint'"
              @click="tone = tone === 'squint' ? 'colours' : 'squint'"
            >
              Squint
            </button></span
          >
          <label
            >grouped
            <select v-model="grouped">
              <option value="none">not at all</option>
              <option value="state">by how they stand</option>
              <option value="attempt">by hand-in</option>
            </select></label
          >
        </template>
        <label
          >sorted by
          <select v-model="sortedBy">
            <option value="name">name</option>
            <option value="handed-in">when handed in</option>
            <option v-for="(each, key) in TABLE_MEASURES" :key="key" :value="key">{{ each.title }}</option>
          </select></label
        >
      </div>
      <p v-if="table.plan === null" class="card">
        This class has no plan yet. <NuxtLink :to="`/register/${classId}`">Give it one in the register.</NuxtLink>
      </p>
      <p v-else-if="handed.length === 0" class="card">
        Nobody has handed this plan in yet. What is handed in lies here, side by side.
      </p>
      <template v-else-if="shownAs === 'pictures'">
        <section v-for="group in groups" :key="group.title">
          <h2 v-if="group.title">
            {{ group.title }} <span class="soft numbers">{{ group.rows.length }}</span>
          </h2>
          <div class="works">
            <article
              v-for="{ learner, handIn } in group.rows"
              :key="handIn.id"
              class="card work"
              :class="{ picked: picked.includes(handIn.id) }"
            >
              <NuxtLink
                :to="`/crit/${handIn.id}`"
                :style="{ filter: tone === 'colours' ? undefined : `url(#tone-${tone})` }"
                ><HandInPicture
                  :id="handIn.id"
                  :alt="`${learner.name}’s work`"
                  :is-waiting="handIn.measures === null && handIn.state === 'waiting'"
              /></NuxtLink>
              <label class="name"
                ><input
                  type="checkbox"
                  :checked="picked.includes(handIn.id)"
                  :aria-label="`Pick ${learner.name}’s work`"
                  @change="pick(handIn.id)" />
                {{ ' ' }}
                <strong class="who"><PersonName :name="learner.name" /></strong
              ></label>
              <span class="small soft">{{ figureOf(handIn) ?? STATE_WORDS.teacher[handIn.state] }}</span>
            </article>
          </div>
        </section>
      </template>
      <div v-else class="card grid">
        <table class="small">
          <caption class="visually-hidden">
            Learners and look-fors
          </caption>
          <thead>
            <tr>
              <th scope="col">Learner</th>
              <th v-for="(lookFor, i) in table.lookFors" :key="lookFor.id" scope="col" :class="{ first: i === first }">
                <span>{{ lookFor.step }} · {{ lookFor.title }}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in inParts" :key="row.handIn.id">
              <th scope="row">
                <NuxtLink :to="`/crit/${row.handIn.id}`">{{ row.learner.name }}</NuxtLink>
              </th>
              <td v-for="(lookFor, i) in table.lookFors" :key="lookFor.id" :class="{ first: i === first }">
                <template v-if="verdictOf(row, lookFor.id)">
                  <span
                    class="cell"
                    :class="{ marked: row.handIn.marks[lookFor.id] }"
                    :title="
                      row.handIn.marks[lookFor.id]
                        ? `your mark: ${MARK_WORDS[row.handIn.marks[lookFor.id]!].toLowerCase()}`
                        : VERDICT_WORDS[verdictOf(row, lookFor.id)!]
                    "
                    ><VerdictSign :verdict="verdictOf(row, lookFor.id)!" :size="20"
                  /></span>
                  <span class="visually-hidden"
                    >{{ VERDICT_WORDS[verdictOf(row, lookFor.id)!]
                    }}{{ row.handIn.marks[lookFor.id] ? ', your mark' : '' }}</span
                  >
                </template>
                <span v-else class="soft" aria-label="not come to">·</span>
              </td>
            </tr>
          </tbody>
          <tfoot>
            <tr>
              <th scope="row">not there yet</th>
              <td v-for="(sum, i) in sums" :key="i" class="numbers" :class="{ first: i === first }">
                {{ sum.judged ? `${sum.missed} of ${sum.judged}` : '—' }}
              </td>
            </tr>
          </tfoot>
        </table>
        <p v-if="first >= 0" class="small many">
          <strong>Many fail here first:</strong> step {{ table.lookFors[first]!.step }},
          {{ table.lookFors[first]!.title.toLowerCase() }}: {{ sums[first]!.missed }} of {{ sums[first]!.judged }}.
        </p>
        <p class="small soft">
          A ring round a sign: your own mark.<template v-if="agreement">
            Of {{ agreement.count }} {{ agreement.count === 1 ? 'mark' : 'marks' }} you and the measures agree in
            {{ Math.round(100 * agreement.same) }} %<template v-if="agreement.kappa !== null && agreement.count >= 10">
              (Cohen’s κ {{ agreement.kappa.toFixed(2) }})</template
            >.</template
          >
        </p>
      </div>
      <p v-if="medians.length" class="small soft medians">
        Medians of {{ handed.length }}: {{ medians.map(each => `${each.title} ${each.words}`).join(' · ') }}
      </p>
      <p v-if="missing.length && table.plan !== null" class="small soft">
        Not handed in yet:
        <template v-for="({ learner }, i) in missing" :key="learner.id"
          ><bdi>{{ learner.name }}</bdi
          >{{ i < missing.length - 1 ? ', ' : '' }}</template
        >
      </p>
      <TalkView
        v-if="isTalking"
        :hand-ins="picked"
        :title="table.plans.find(each => each.id === table!.plan)?.title ?? ''"
        @close="isTalking = false"
      />
    </template>
  </div>
</template>

<style scoped>
.table-page {
  max-width: 1560px;
}
.head {
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
  margin: 6px 0 10px;
}
h1 {
  margin: 0;
}
.grow {
  flex: 1;
}
.tools {
  display: flex;
  gap: 8px 18px;
  align-items: center;
  flex-wrap: wrap;
  margin-bottom: 14px;
}
.tools select {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 4px 8px;
  background: var(--paper);
  color: var(--ink);
  font: inherit;
  min-height: 36px;
}
.mode {
  padding: 4px 12px;
  border-radius: 8px;
  min-height: 36px;
}
.mode[aria-pressed='true'] {
  background: var(--blue);
  color: rgb(var(--v-theme-on-primary));
}
.works {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(196px, 1fr));
  gap: 14px;
}
.work {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 3px;
  padding: 10px;
  align-content: start;
}
.picked {
  border-color: var(--blue);
  box-shadow: inset 0 0 0 1.5px var(--blue);
}
.name {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 30px;
}
.who {
  min-width: 0;
}
.name input {
  flex: none;
  width: 17px;
  height: 17px;
}
.grid {
  overflow-x: auto;
  padding: 10px 14px;
}
table {
  border-collapse: collapse;
}
thead th {
  vertical-align: bottom;
  font-weight: 420;
  padding: 4px 5px;
  min-width: 62px;
  max-width: 108px;
  text-align: left;
  line-height: 1.25;
}
thead th:first-child,
tbody th {
  min-width: 132px;
  text-align: left;
  white-space: nowrap;
}
td {
  padding: 4px 5px;
  border-top: 1px solid var(--line);
}
tbody th,
tfoot th {
  border-top: 1px solid var(--line);
  font-weight: 480;
  padding: 4px 8px 4px 0;
  text-align: left;
}
.first {
  background: color-mix(in srgb, var(--ochre) 13%, transparent);
}
.cell {
  display: inline-flex;
  padding: 2px;
  border-radius: 50%;
}
.marked {
  box-shadow: 0 0 0 1.5px var(--ink-soft);
}
.many {
  border-left: 4px solid var(--ochre);
  padding-left: 10px;
  margin: 10px 0 4px;
}
.medians {
  margin: 14px 0 0;
}
</style>
