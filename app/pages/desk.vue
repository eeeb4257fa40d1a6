<script setup lang="ts">
import { api } from '../api/routes'
import { begunAnswers } from '../sheet/answer-drafts'
import { DESK_SHOWN } from '#shared/limits'
import type { DeskNews } from '#shared/views'
import { useSession } from '../stores/session'
import { wallWaits } from '../sheet/wall-words'
import { stepsInWords } from '#core/plan'

definePageMeta({ who: 'teacher' })
/** How many of those that wait are shown. */
const shown = ref(DESK_SHOWN)
const { data: desk, trouble, load } = usePageData(() => api.desk(shown.value))
useStream<DeskNews>(
  () => api.deskStream,
  () => void load(),
)
const waiting = useInParts(() => desk.value?.waiting ?? [])
const left = computed(() => (desk.value ? desk.value.allWaiting - desk.value.waiting.length : 0))
const { busy, trying } = useTrying<string>()
const showMore = () =>
  trying('more', async () => {
    shown.value += DESK_SHOWN
    await load()
  })
const isOpening = ref(false)
const isReading = ref(false)
/** Put away, and to be erased within the next month. */
const erasing = computed(() => desk.value?.archived.filter(each => each.eraseAt !== null) ?? [])
/** Hand-ins with an answer that is begun here and not returned. */
const begun = shallowRef<ReadonlySet<number>>(new Set())
onMounted(async () => {
  begun.value = await begunAnswers(useSession().person!.id).catch(() => begun.value)
})
const waitingWords = (count: number) =>
  count === 0 ? 'Nothing waits for a look' : count === 1 ? 'One waits for a look' : `${count} wait for a look`
const wallOf = (classId: number) =>
  wallWaits(desk.value?.walls.find(each => each.classId === classId) ?? { works: 0, words: 0 })
</script>

<template>
  <div class="page">
    <LoadingOrTrouble v-if="!desk" :trouble="trouble" @again="load" />
    <template v-else>
      <PageHeading title="Desk" />
      <RoomNote v-if="desk.room" :room="desk.room" is-teacher />
      <p v-for="one in erasing" :key="one.id" class="card erasing" role="status" data-test="erasing">
        <span
          ><strong>“{{ one.name }}” is erased on {{ yearAndDayInWords(one.eraseAt!) }}</strong
          >, with all that was made in it: it was put away long ago. Take along what is wanted, or take it out
          again.</span
        >
        <v-btn size="small" variant="outlined" :to="`/register/${one.id}`">Look at it</v-btn>
      </p>
      <section aria-labelledby="waiting">
        <h2 id="waiting">
          {{ waitingWords(desk.allWaiting) }}
        </h2>
        <div v-if="desk.waiting.length === 0" class="card">
          <p>When someone hands in, the drawing lies here, oldest first.</p>
        </div>
        <div class="pile">
          <NuxtLink v-for="card in waiting" :key="card.id" :to="`/crit/${card.id}`" class="card hand-in">
            <HandInPicture
              :id="card.id"
              :alt="`${card.plan} by ${card.learner}`"
              :is-waiting="card.verification === 'waiting'"
            />
            <strong><PersonName :name="card.learner" /></strong>
            <span class="small soft"
              >{{ card.plan }}<template v-if="card.attempt > 1"> · hand-in {{ card.attempt }}</template
              ><br />{{ timeInWords(card.handedInAt)
              }}<template v-if="begun.has(card.id)"> · <span class="begun">answer begun</span></template></span
            >
            <span class="small"><MetLine :met="card.met" :judged="card.judged" /></span>
          </NuxtLink>
        </div>
        <v-btn v-if="left > 0" class="more" variant="outlined" :loading="busy === 'more'" @click="showMore"
          >Show more: {{ left }} more wait</v-btn
        >
      </section>
      <div class="columns">
        <section aria-labelledby="classes">
          <h2 id="classes">Classes</h2>
          <p v-if="desk.classes.length === 0" class="soft">Open a class, then add its learners.</p>
          <article v-for="one in desk.classes" :key="one.id" class="card class">
            <NuxtLink :to="`/register/${one.id}`"
              ><strong>{{ one.name }}</strong></NuxtLink
            >
            <span class="small soft">{{ one.when }}</span>
            <span class="small"
              >{{ one.learners === 1 ? 'one learner' : `${one.learners} learners` }} · code
              <strong class="code">{{ one.code }}</strong></span
            >
            <NuxtLink :to="`/round/${one.id}`" class="small" :aria-label="`The Round of ${one.name}`"
              >The Round</NuxtLink
            >
            <NuxtLink v-if="wallOf(one.id)" :to="`/wall/${one.id}`" class="small waits">{{ wallOf(one.id) }}</NuxtLink>
          </article>
          <span class="row">
            <v-btn variant="outlined" size="small" @click="isOpening = true">New class</v-btn>
            <v-btn variant="text" size="small" @click="isReading = true">From the school’s lists</v-btn>
          </span>
          <SchoolLists v-model="isReading" @opened="load" />
          <NewClass v-model="isOpening" />
          <details v-if="desk.archived.length" class="small away">
            <summary>
              {{ desk.archived.length === 1 ? 'One class is' : `${desk.archived.length} classes are` }} put away
            </summary>
            <p v-for="one in desk.archived" :key="one.id">
              <NuxtLink :to="`/register/${one.id}`">{{ one.name }}</NuxtLink>
              <template v-if="one.eraseAt"> · erased on {{ yearAndDayInWords(one.eraseAt) }}</template>
            </p>
          </details>
        </section>
        <section aria-labelledby="plans">
          <h2 id="plans"><NuxtLink to="/plans">Plan book</NuxtLink></h2>
          <p v-if="desk.plans.length === 0" class="soft">
            No plan yet. Draw a lesson once in the <NuxtLink to="/plans">Plan book</NuxtLink>, or bring in a plan file.
          </p>
          <NuxtLink v-for="plan in desk.plans" :key="plan.id" :to="`/plans/${plan.id}`" class="card plan">
            <img
              :src="api.planCardPicture(plan.id)"
              :alt="plan.title"
              width="112"
              height="84"
              loading="lazy"
              decoding="async"
            />
            <div>
              <strong>{{ plan.title }}</strong>
              <p class="small soft">{{ plan.goal }}</p>
              <span class="small">{{ stepsInWords(plan.steps) }} · {{ plan.minutes }} minutes</span>
            </div>
          </NuxtLink>
          <NuxtLink v-if="desk.allPlans > desk.plans.length" to="/plans">All {{ desk.allPlans }} plans</NuxtLink>
        </section>
        <section aria-labelledby="answered">
          <h2 id="answered">Answered lately</h2>
          <p v-if="desk.answered.length === 0" class="soft">Your answers are listed here.</p>
          <NuxtLink v-for="card in desk.answered" :key="card.id" :to="`/crit/${card.id}`" class="card class">
            <strong><PersonName :name="card.learner" /></strong>
            <span class="small soft"
              >{{ card.plan }} · {{ card.state === 'accepted' ? 'accepted' : 'to draw on' }}</span
            >
          </NuxtLink>
        </section>
      </div>
    </template>
  </div>
</template>

<style scoped>
.erasing {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 8px 16px;
  border-left: 5px solid var(--ochre);
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.waits {
  border-left: 3px solid var(--ochre);
  padding-left: 8px;
}
h1 {
  margin-bottom: 4px;
}
section h2 {
  margin: 16px 0 10px;
}
.pile {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(196px, 1fr));
  gap: 16px;
}
.hand-in {
  display: grid;
  gap: 3px;
  align-content: start;
  color: inherit;
  text-decoration: none;
  padding: 12px;
}
.hand-in:hover,
.class:hover {
  border-color: var(--blue);
}
.more {
  margin-top: 14px;
}
.hand-in strong,
.class strong {
  min-width: 0;
}
.hand-in strong {
  margin-top: 6px;
}
.begun {
  white-space: nowrap;
  color: var(--ink);
  font-weight: 520;
  border-bottom: 2px solid var(--ochre);
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.3fr) minmax(0, 1fr);
  gap: 26px;
  margin-top: 16px;
}
.class {
  display: grid;
  gap: 2px;
  color: inherit;
  text-decoration: none;
  margin-bottom: 10px;
  padding: 12px 16px;
}
.away {
  margin-top: 12px;
}
.away summary {
  cursor: pointer;
  min-height: 28px;
}
.code {
  letter-spacing: 0.08em;
}
h2 a {
  color: inherit;
}
.plan {
  color: inherit;
  text-decoration: none;
  display: grid;
  grid-template-columns: 112px 1fr;
  gap: 16px;
  padding: 12px;
  margin-bottom: 10px;
}
.plan img {
  width: 112px;
  height: auto;
  border: 1px solid var(--line);
  background: #fff;
}
.plan p {
  margin: 2px 0;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
    gap: 0;
  }
}
</style>
