<script setup lang="ts">
/* eslint-disable max-lines -- one page of panels and dialogs, mostly layout */
import { useSession } from '../../stores/session'
import { api } from '../../api/routes'
import { shownSeams } from '../../sheet/mural-seams'

/**
 * A mural of a class: the whole as it stands, who draws what, where it does not meet yet, and the one picture in the
 * end.
 */
definePageMeta({ who: 'signed-in' })
const route = useRoute()
const session = useSession()
const id = Number(route.params.id)
const isTeacher = computed(() => session.person?.kind === 'teacher')
const { data: mural, trouble, load } = usePageData(() => api.mural(id))
const { busy, trying } = useTrying<string>()
const { say } = useNotices()

const chosen = ref<number | null>(null)
const hasNames = ref(true)
const hasSeams = ref(true)
const hasPicture = ref(true)
const zoom = ref(1)
const panel = computed(() => (chosen.value === null ? null : (mural.value?.panels[chosen.value] ?? null)))
const seams = computed(() => (mural.value ? shownSeams(mural.value) : []))
const apart = computed(() => seams.value.filter(each => each.finding.verdict !== 'met'))
/** Those round the chosen panel; without one, those that do not meet. */
const listed = computed(() =>
  chosen.value === null ? apart.value : seams.value.filter(each => each.places.includes(chosen.value!)),
)
const mine = computed(() => mural.value?.panels.filter(each => each.learner?.isMe) ?? [])
const free = computed(() => mural.value?.panels.filter(each => each.learner === null).length ?? 0)
const drawn = computed(() => mural.value?.panels.filter(each => each.drawing?.pictured).length ?? 0)

// What the others draw comes by itself; quicker while it is put together, ms.
const OFTEN_MS = 1000
const SELDOM_MS = 4000
let timer: ReturnType<typeof setTimeout>
function later(): void {
  const { state } = mural.value?.assembly ?? { state: 'none' }
  timer = setTimeout(() => void turn(), state === 'waiting' || state === 'running' ? OFTEN_MS : SELDOM_MS)
}
async function turn(): Promise<void> {
  if (document.visibilityState === 'visible') await load()
  later()
}
onMounted(later)
onBeforeUnmount(() => clearTimeout(timer))

const draw = (place: number) => trying('draw', async () => navigateTo(`/easel/${(await api.openPanel(id, place)).id}`))
const change = (what: string, run: () => Promise<unknown>) =>
  trying(what, async () => {
    try {
      await run()
    } finally {
      await load()
    }
  })
const give = (place: number, learner: string) =>
  change('give', () => api.givePanel(id, place, learner === '' ? null : Number(learner)))
const share = () =>
  change('share', async () => {
    const { given } = await api.sharePanels(id)
    say(given === 1 ? 'One panel was given.' : `${given} panels were given.`)
  })
const archive = (isArchived: boolean) => change('archive', () => api.archiveMural(id, isArchived))
</script>

<template>
  <div class="page wide">
    <LoadingOrTrouble v-if="!mural" :trouble="trouble" @again="load" />
    <template v-else>
      <NuxtLink :to="isTeacher ? `/register/${mural.classId}` : '/folio'" class="small">{{
        isTeacher ? `Back to ${mural.className}` : 'Back to my folio'
      }}</NuxtLink>
      <div class="head">
        <PageHeading :title="mural.facts.title" />
        <span class="grow" />
        <v-btn
          v-if="isTeacher && !mural.isArchived && free > 0"
          size="small"
          variant="outlined"
          :loading="busy === 'share'"
          @click="share"
          >Give out the {{ free === 1 ? 'free panel' : `${free} free panels` }}</v-btn
        >
        <v-btn
          v-if="isTeacher"
          size="small"
          variant="text"
          :loading="busy === 'archive'"
          @click="archive(!mural.isArchived)"
          >{{ mural.isArchived ? 'Take it out again' : 'Put it away' }}</v-btn
        >
      </div>
      <p class="soft">
        {{ mural.facts.words || 'One picture, everyone a part of it.' }}
        <span class="numbers">{{ mural.panels.length }} panels, {{ drawn }} begun, {{ free }} free.</span>
      </p>
      <div class="columns">
        <div class="left">
          <div class="bar small" role="group" aria-label="What is shown">
            <label><input v-model="hasNames" type="checkbox" /> names</label>
            <label><input v-model="hasSeams" type="checkbox" /> seams</label>
            <label v-if="mural.hasPicture"><input v-model="hasPicture" type="checkbox" /> the picture behind</label>
            <label
              >size
              <input v-model.number="zoom" type="range" min="1" max="5" step="0.25" aria-label="Size of the mural"
            /></label>
          </div>
          <MuralPicture
            v-model="chosen"
            :mural="mural"
            :seams="hasSeams ? seams : []"
            :has-names="hasNames"
            :has-picture="hasPicture"
            :zoom="zoom"
          />
        </div>
        <aside>
          <section class="card" aria-live="polite" data-test="panel">
            <template v-if="panel">
              <h2>{{ panel.name }}</h2>
              <p class="small">
                {{ panel.learner ? (panel.learner.isMe ? 'Yours' : panel.learner.name) : 'Nobody draws it yet'
                }}<template v-if="panel.drawing?.lastStrokeAt">
                  · last drawn {{ timeInWords(panel.drawing.lastStrokeAt) }}</template
                >
              </p>
              <div class="row">
                <v-btn
                  v-if="panel.learner?.isMe"
                  size="small"
                  color="primary"
                  :loading="busy === 'draw'"
                  @click="draw(panel.place)"
                  >{{ panel.drawing?.pictured ? 'Go on drawing' : 'Draw it' }}</v-btn
                >
                <template v-if="!isTeacher && mural.facts.isPicked">
                  <v-btn
                    v-if="panel.learner === null"
                    size="small"
                    color="primary"
                    :loading="busy === 'take'"
                    @click="change('take', () => api.takePanel(id, panel!.place, true))"
                    >Take it</v-btn
                  >
                  <v-btn
                    v-else-if="panel.learner.isMe && !panel.drawing?.pictured"
                    size="small"
                    variant="outlined"
                    :loading="busy === 'take'"
                    @click="change('take', () => api.takePanel(id, panel!.place, false))"
                    >Give it back</v-btn
                  >
                </template>
                <v-btn
                  v-if="isTeacher && panel.drawing?.handIn"
                  size="small"
                  variant="outlined"
                  :to="`/crit/${panel.drawing.handIn}`"
                  >Look at the hand-in</v-btn
                >
              </div>
              <label v-if="isTeacher" class="small"
                >Drawn by
                <select
                  :value="panel.learner?.id ?? ''"
                  aria-label="Who draws this panel"
                  :disabled="busy === 'give'"
                  @change="give(panel!.place, ($event.target as HTMLSelectElement).value)"
                >
                  <option value="">nobody yet</option>
                  <option v-for="learner in mural.learners" :key="learner.id" :value="learner.id">
                    {{ learner.name }}
                  </option>
                </select>
              </label>
            </template>
            <template v-else-if="!isTeacher && mine.length">
              <h2>Your part: {{ mine.map(each => each.name).join(', ') }}</h2>
              <v-btn
                v-for="each in mine"
                :key="each.place"
                size="small"
                color="primary"
                class="draw"
                :loading="busy === 'draw'"
                @click="draw(each.place)"
                >Draw {{ each.name }}</v-btn
              >
            </template>
            <template v-else>
              <h2>Choose a panel</h2>
              <p class="small soft">
                {{
                  isTeacher
                    ? mural.facts.isPicked
                      ? 'Learners take panels themselves; you can give them as well.'
                      : 'Choose one and say who draws it, or give all of them out at once.'
                    : mural.facts.isPicked
                      ? 'Take a free one, then draw it.'
                      : 'Your teacher gives you one.'
                }}
              </p>
            </template>
            <template v-if="listed.length">
              <h3>{{ chosen === null ? `Where it does not meet (${apart.length})` : 'Its seams' }}</h3>
              <ul>
                <li v-for="seam in listed.slice(0, 12)" :key="seam.key">
                  <VerdictSign :verdict="seam.finding.verdict" /><button class="small" @click="chosen = seam.places[0]">
                    <strong>{{ mural.panels[seam.places[0]]!.name }}</strong> {{ seam.finding.sentence }}
                  </button>
                </li>
              </ul>
              <p v-if="listed.length > 12" class="small soft">and {{ listed.length - 12 }} more.</p>
            </template>
            <p v-else-if="seams.length" class="small">All seams that can be measured meet.</p>
          </section>
          <AssemblyCard :mural="mural" :is-teacher="isTeacher" @changed="load" />
        </aside>
      </div>
    </template>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
}
.head h1 {
  margin: 6px 0;
}
.grow {
  flex: 1;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
  gap: 20px;
  align-items: start;
}
.bar {
  display: flex;
  gap: 18px;
  align-items: center;
  min-height: 40px;
  flex-wrap: wrap;
}
.bar label {
  display: flex;
  gap: 7px;
  align-items: center;
  min-height: 36px;
}
aside {
  display: grid;
  gap: 14px;
}
aside h2 {
  margin: 0 0 4px;
}
aside h3 {
  margin: 12px 0 4px;
}
.row {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
  margin: 6px 0;
}
.draw {
  margin: 4px 8px 4px 0;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
li {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 8px;
}
li button {
  text-align: left;
}
label {
  display: flex;
  gap: 8px;
  align-items: center;
}
select {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 5px 8px;
  background: var(--paper);
  color: var(--ink);
  max-width: 100%;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
