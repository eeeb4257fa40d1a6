<script setup lang="ts">
/* eslint-disable max-lines -- one page of shelves and dialogs, mostly layout */
import {
  mdiArchiveOutline,
  mdiContentCopy,
  mdiDotsVertical,
  mdiDownloadOutline,
  mdiFileImportOutline,
  mdiMagnify,
  mdiPencilOutline,
  mdiPlus,
  mdiTrayArrowUp,
} from '@mdi/js'
import { PLAN_FILE_NAME, stepsInWords, type Plan } from '#core/plan'
import type { PlanBookCard } from '#shared/views'
import { api } from '../../api/routes'
import { planFileOf, takePlanFile, withPictures } from '../../sheet/plan-files'
import { fileName, savedFile } from '../../sheet/save-file'

definePageMeta({ who: 'teacher' })
const { data: book, trouble, load } = usePageData(() => api.planBook())
const { say } = useNotices()
const words = ref('')
const level = ref('')
const topic = ref('')
const longest = ref(0)
const isArchiveShown = ref(false)
const isNewOpen = ref(false)
const { busy, trying } = useTrying<number>()
const LEVELS: Record<string, string> = { first: 'First steps', second: 'Some practice', third: 'Practised' }

const topics = computed(() => [...new Set(book.value?.plans.flatMap(each => each.topics) ?? [])].sort())
const shown = computed(() =>
  (book.value?.plans ?? []).filter(plan => {
    const text = [plan.title, plan.goal, ...plan.topics, ...plan.classes].join(' ').toLowerCase()
    return (
      plan.isArchived === isArchiveShown.value &&
      words.value
        .toLowerCase()
        .split(/\s+/)
        .every(each => text.includes(each)) &&
      (!level.value || plan.level === level.value) &&
      (!topic.value || plan.topics.includes(topic.value)) &&
      (!longest.value || plan.minutes <= longest.value)
    )
  }),
)
const inParts = useInParts(() => shown.value)
const archived = computed(() => book.value?.plans.filter(each => each.isArchived).length ?? 0)
const isFiltered = computed(() => Boolean(words.value || level.value || topic.value || longest.value))
function showAll(): void {
  words.value = level.value = topic.value = ''
  longest.value = 0
}

const copy = (plan: PlanBookCard) =>
  trying(plan.id, async () => {
    await api.copyPlan(plan.id)
    await load()
  })
const archive = (plan: PlanBookCard) =>
  trying(plan.id, async () => {
    await api.archivePlan(plan.id, !plan.isArchived)
    await load()
    if (!plan.isArchived)
      say(`“${plan.title}” is in the archive.`, 'Classes that have it go on with it.', 'plain', [
        { label: 'Take it back out', run: () => trying(plan.id, () => api.archivePlan(plan.id, false).then(load)) },
      ])
  })
const share = (plan: PlanBookCard) =>
  trying(plan.id, async () => {
    const { plan: whole } = await api.plan(plan.id)
    savedFile(await planFileOf(whole), `${fileName(whole.title, 'plan')}${PLAN_FILE_NAME}`, 'application/zip')
  })
const tryIt = (plan: PlanBookCard) =>
  trying(plan.id, async () => {
    const { id } = await api.tryPlan(plan.id)
    await navigateTo(`/easel/${id}`)
  })

const shareHere = (plan: PlanBookCard) =>
  trying(plan.id, async () => {
    await api.sharePlan(plan.id, !plan.isShared)
    await load()
    if (!plan.isShared) say(`“${plan.title}” can be read and copied by every teacher here.`)
  })
const giving = shallowRef<PlanBookCard | null>(null)
async function handOn(plan: PlanBookCard, teacher: { id: number; name: string }): Promise<void> {
  await api.handPlanOn(plan.id, teacher.id)
  giving.value = null
  await load()
  say(`“${plan.title}” is in ${teacher.name}’s Plan book now.`)
}

/** Under way instead of a plan's number: a file is read. */
const READING = 0
const file = ref<HTMLInputElement>()
async function read(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const [chosen] = input.files ?? []
  input.value = ''
  if (!chosen) return
  await trying(READING, async () => {
    const plan = await takePlanFile(new Uint8Array(await chosen.arrayBuffer()))
    const known = book.value?.plans.find(each => each.title.trim().toLowerCase() === plan.title.trim().toLowerCase())
    if (known) asked.value = { plan, known }
    else await addRead(plan)
  })
}
/** A plan out of a file whose title is in the book already: it is asked what it shall be. */
const asked = shallowRef<{ plan: Plan; known: PlanBookCard } | null>(null)
async function addRead(plan: Plan): Promise<void> {
  asked.value = null
  const { id } = await withPictures(plan, () => api.addPlan(plan))
  await navigateTo(`/plans/${id}`)
}
const addCopy = () =>
  trying(READING, () =>
    addRead({ ...asked.value!.plan, title: `${asked.value!.plan.title.slice(0, 70)}, from a file` }),
  )
/** The plan in the book becomes what the file holds; classes that have it go on with theirs until they are moved on. */
const addVersion = () =>
  trying(READING, async () => {
    const { plan, known } = asked.value!
    const { revision } = await api.plan(known.id)
    await withPictures(plan, () => api.savePlan(known.id, revision, plan))
    asked.value = null
    await navigateTo(`/plans/${known.id}`)
  })
</script>

<template>
  <div class="page">
    <LoadingOrTrouble v-if="!book" :trouble="trouble" @again="load" />
    <template v-else>
      <header>
        <PageHeading title="Plan book" />
        <v-btn color="primary" :prepend-icon="mdiPlus" @click="isNewOpen = true">Draw a new lesson</v-btn>
        <v-btn
          variant="outlined"
          :prepend-icon="mdiFileImportOutline"
          :loading="busy === READING"
          @click="file?.click()"
          >Read a plan file</v-btn
        >
        <input ref="file" type="file" accept=".zip,application/zip" hidden aria-label="A plan file" @change="read" />
      </header>
      <section v-if="book.sheets.length" aria-labelledby="sheets">
        <h2 id="sheets">Being drawn</h2>
        <div class="sheets">
          <NuxtLink
            v-for="sheet in book.sheets"
            :key="sheet.drawing"
            :to="`/easel/${sheet.drawing}`"
            class="card sheet"
          >
            <v-icon :icon="mdiPencilOutline" size="20" /> <strong>{{ sheet.title }}</strong>
            <span class="small soft numbers"
              >{{ sheet.width }} × {{ sheet.height }} px ·
              {{
                sheet.position ? `${sheet.position} entries, ${timeInWords(sheet.lastSeenAt ?? '')}` : 'still empty'
              }}</span
            >
          </NuxtLink>
        </div>
      </section>
      <section aria-labelledby="plans">
        <div class="find">
          <h2 id="plans">{{ isArchiveShown ? 'Archive' : 'Plans' }}</h2>
          <label class="search"
            ><v-icon :icon="mdiMagnify" size="20" /><input
              v-model="words"
              type="search"
              placeholder="Search titles, topics, classes"
              aria-label="Search the plans"
          /></label>
          <select v-model="level" aria-label="Level">
            <option value="">Every level</option>
            <option v-for="(name, key) in LEVELS" :key="key" :value="key">{{ name }}</option>
          </select>
          <select v-if="topics.length" v-model="topic" aria-label="Topic">
            <option value="">Every topic</option>
            <option v-for="each in topics" :key="each">{{ each }}</option>
          </select>
          <select v-model.number="longest" aria-label="How long">
            <option :value="0">However long</option>
            <option v-for="each in [20, 40, 60, 90]" :key="each" :value="each">up to {{ each }} minutes</option>
          </select>
          <v-btn
            v-if="archived || isArchiveShown"
            size="small"
            variant="text"
            @click="isArchiveShown = !isArchiveShown"
            >{{ isArchiveShown ? 'Back to the plans' : `Archive (${archived})` }}</v-btn
          >
        </div>
        <div v-if="shown.length === 0" class="card empty">
          <template v-if="isFiltered"
            ><p>No plan is like that.</p>
            <v-btn variant="outlined" @click="showAll">Show all</v-btn></template
          >
          <p v-else-if="isArchiveShown">The archive is empty.</p>
          <template v-else>
            <h3>Nothing is planned yet.</h3>
            <p>
              Draw a lesson once, as you would show it to your class. The program cuts it into steps, with tools,
              colours and what to look for; you put it into your own words.
            </p>
            <v-btn color="primary" @click="isNewOpen = true">Draw a new lesson</v-btn>
          </template>
        </div>
        <article v-for="plan in inParts" :key="plan.id" class="card plan">
          <NuxtLink :to="`/plans/${plan.id}`" class="picture" :aria-label="`Open ${plan.title}`"
            ><img
              :src="`${api.planCardPicture(plan.id)}&of=${plan.changedAt ?? ''}`"
              alt=""
              loading="lazy"
              decoding="async"
          /></NuxtLink>
          <div class="about">
            <h3>
              <NuxtLink :to="`/plans/${plan.id}`">{{ plan.title }}</NuxtLink>
            </h3>
            <p class="goal">{{ plan.goal }}</p>
            <p class="small soft">
              <template v-if="plan.maker">after {{ plan.maker }} · </template>{{ LEVELS[plan.level] }} ·
              {{ stepsInWords(plan.steps) }} · {{ plan.minutes }} minutes<template v-if="plan.classes.length">
                · {{ plan.classes.join(', ') }}</template
              ><template v-if="plan.changedAt"> · changed {{ timeInWords(plan.changedAt) }}</template
              ><template v-if="plan.isShared"> · shared with the teachers here</template>
            </p>
            <p v-if="plan.topics.length" class="topics">
              <button v-for="each in plan.topics" :key="each" class="topic small" @click="topic = each">
                {{ each }}
              </button>
            </p>
          </div>
          <div class="doings">
            <v-btn size="small" color="primary" variant="outlined" :to="`/plans/${plan.id}`">Edit</v-btn>
            <v-btn
              size="small"
              variant="text"
              :prepend-icon="mdiTrayArrowUp"
              :loading="busy === plan.id"
              title="Follow it as a learner would"
              @click="tryIt(plan)"
              >Try it</v-btn
            >
            <v-btn
              :icon="mdiContentCopy"
              size="small"
              variant="text"
              :aria-label="`Copy ${plan.title}`"
              title="Copy"
              @click="copy(plan)"
            />
            <v-btn
              :icon="mdiDownloadOutline"
              size="small"
              variant="text"
              :aria-label="`Share ${plan.title} as a file`"
              title="Share as a file"
              @click="share(plan)"
            />
            <v-btn
              :icon="mdiArchiveOutline"
              size="small"
              variant="text"
              :aria-label="
                plan.isArchived ? `Take ${plan.title} out of the archive` : `Put ${plan.title} into the archive`
              "
              :title="plan.isArchived ? 'Take it out of the archive' : 'Put it into the archive'"
              @click="archive(plan)"
            />
            <v-menu location="bottom end">
              <template #activator="{ props: of }"
                ><v-btn
                  v-bind="of"
                  :icon="mdiDotsVertical"
                  size="small"
                  variant="text"
                  :aria-label="`More for ${plan.title}`"
              /></template>
              <v-list role="menu" density="compact">
                <v-list-item
                  role="menuitem"
                  :title="plan.isShared ? 'No longer share it' : 'Share it with the teachers here'"
                  @click="shareHere(plan)"
                />
                <v-list-item role="menuitem" title="Give it to another teacher" @click="giving = plan" />
              </v-list>
            </v-menu>
          </div>
        </article>
      </section>
      <PlanLibrary v-if="!isArchiveShown" :plans="book.library" @copied="load" />
    </template>
    <ChooseTeacher
      v-if="giving"
      :title="`Give “${giving.title}” to another teacher`"
      act="Give it"
      :run="teacher => handOn(giving!, teacher)"
      @close="giving = null"
      >It leaves your Plan book for theirs. Classes that have it keep it, and it says that it is yours
      first.</ChooseTeacher
    >
    <NewSheetDialog v-model="isNewOpen" is-lesson />
    <CardDialog
      :model-value="asked !== null"
      :title="`“${asked?.known.title}” is in your book already`"
      :width="520"
      @update:model-value="asked = null"
    >
      <p>What shall become of the plan in the file?</p>
      <p class="small soft">
        A new version takes the place of what is in the book. Classes that have the plan keep theirs until you move them
        on; their drawings stay.
      </p>
      <template #actions>
        <v-btn color="primary" :loading="busy === READING" @click="addVersion">A new version of it</v-btn>
        <v-btn variant="outlined" :loading="busy === READING" @click="addCopy">A plan of its own</v-btn>
      </template>
      <template #leave>Leave it</template>
    </CardDialog>
  </div>
</template>

<style scoped>
header {
  display: flex;
  gap: 14px;
  align-items: center;
  flex-wrap: wrap;
}
header h1 {
  flex: 1;
  margin: 0;
}
.sheets {
  display: flex;
  gap: 12px;
  flex-wrap: wrap;
}
.sheet {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 10px 16px;
  color: inherit;
  text-decoration: none;
}
.sheet:hover {
  border-color: var(--blue);
}
.find {
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
  margin: 18px 0 12px;
}
.find h2 {
  margin: 0;
}
.search {
  flex: 1;
  min-width: 220px;
  display: flex;
  gap: 8px;
  align-items: center;
  border: 1px solid var(--line);
  border-radius: 8px;
  padding: 4px 12px;
  background: var(--paper);
}
.search input {
  flex: 1;
  border: 0;
  outline: 0;
  background: none;
  color: var(--ink);
  min-height: 30px;
  min-width: 0;
}
.search:focus-within {
  border-color: var(--blue);
}
select {
  border: 1px solid var(--line);
  border-radius: 8px;
  background: var(--paper);
  color: var(--ink);
  padding: 6px 10px;
  min-height: 40px;
}
.plan {
  display: grid;
  grid-template-columns: 148px 1fr auto;
  gap: 20px;
  padding: 12px;
  margin-bottom: 12px;
  align-items: start;
}
.picture img {
  width: 148px;
  aspect-ratio: 4 / 3;
  object-fit: contain;
  background: #fff;
  border: 1px solid var(--line);
  border-radius: 4px;
  display: block;
}
.about h3 {
  margin: 0 0 2px;
  font-size: 1.15rem;
}
.about h3 a {
  color: inherit;
  text-decoration: none;
}
.about h3 a:hover {
  text-decoration: underline;
}
.goal {
  margin: 0 0 4px;
}
.about p.small {
  margin: 0;
}
.topics {
  display: flex;
  gap: 6px;
  margin: 6px 0 0;
  flex-wrap: wrap;
}
.topic {
  border: 1px solid var(--line);
  border-radius: 999px;
  padding: 1px 11px;
  color: var(--ink-soft);
}
.doings {
  display: flex;
  align-items: center;
}
.empty {
  max-width: 620px;
}
@media (max-width: 860px) {
  .plan {
    grid-template-columns: 110px 1fr;
  }
  .doings {
    grid-column: 1 / -1;
  }
  .picture img {
    width: 110px;
  }
}
</style>
