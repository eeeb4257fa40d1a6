<script setup lang="ts">
import { mdiBullhornOutline, mdiEyeOutline, mdiLockOpenVariantOutline } from '@mdi/js'
import type { SlipsView } from '#shared/views'
import { api } from '../../api/routes'
import type { RoundOrder } from '../../composables/round/useRound'
import { STANDING_WORDS } from '../../sheet/standing-words'

definePageMeta({ who: 'teacher', key: route => route.path })
const route = useRoute()
const classId = Number(route.params.id)
const { round, today, trouble, load, isHeard, isLive, order, only, all, counts, shown } = useRound(classId)
const { say } = useNotices()
const { busy, trying } = useTrying<string>()

const watching = ref<number | null>(null)
const watched = computed(() => all.value.find(each => each.card.id === watching.value && each.card.drawing) ?? null)

const inParts = useInParts(() => shown.value, PART_OF_CLASS)
/** Says what is drawn today: what is opened for all, and shown in front, is of that plan. */
const setToday = (plan: number) =>
  trying('today', async () => {
    await api.setToday(classId, plan)
    await load()
  })
/** The next step that waits for the teacher. */
const waiting = computed(() => {
  const at = today.value?.steps.findIndex(each => each.waits && !today.value!.opened.includes(each.id)) ?? -1
  return at < 0 ? null : { number: at + 1, ...today.value!.steps[at]! }
})

const openNext = () =>
  trying('step', async () => {
    const { number, id, title } = waiting.value!
    await api.openStep(today.value!.id, classId, id, true)
    say(`Step ${number}, “${title}”, is open for everyone.`)
    await load()
  })

const isSpeaking = ref(false)
const words = ref('')
const sendAll = () =>
  trying('words', async () => {
    const { sent } = await api.send(classId, { to: null, news: { kind: 'words', words: words.value.trim() } })
    say(`Sent to ${sent === 1 ? 'one learner' : `all ${sent}`}.`)
    words.value = ''
    isSpeaking.value = false
  })

/** The class's sheets pause, and show what the teacher draws. */
const toTheFront = () =>
  trying('front', async () => {
    const { id } = await api.tryPlan(today.value!.id)
    // That page puts itself in front as soon as it stands.
    await navigateTo(`/easel/${id}?front=${classId}`)
  })
const backToWork = () =>
  trying('front', async () => {
    await api.setFront(classId, null)
    await load()
  })
/** Just made: shown until they are handed over. */
const slips = shallowRef<SlipsView | null>(null)
const newSlip = (learner: number) =>
  trying('slip', async () => {
    slips.value = await api.renewPin(learner)
  })
const seen = (learner: number) => trying('seen', () => api.lowerHand(learner))
const ORDERS: { value: RoundOrder; title: string }[] = [
  { value: 'standing', title: 'who needs a look first' },
  { value: 'name', title: 'by name' },
  { value: 'step', title: 'by step' },
  { value: 'time', title: 'longest in a step' },
]
</script>

<template>
  <div class="page round">
    <LoadingOrTrouble v-if="!round" :trouble="trouble" @again="load" />
    <template v-else>
      <NuxtLink :to="`/register/${classId}`" class="small">The register</NuxtLink>
      <div class="head">
        <PageHeading :title="`Round: ${round.name}`" />
        <span class="small soft" role="status">{{
          isLive ? 'live' : 'not heard just now: tried again by itself'
        }}</span>
        <label v-if="round.plans.length" class="small today"
          >today’s plan
          <select
            :value="today?.id"
            :disabled="busy === 'today'"
            @change="setToday(Number(($event.target as HTMLSelectElement).value))"
          >
            <option v-for="each in round.plans" :key="each.id" :value="each.id">{{ each.title }}</option>
          </select>
          {{ ' ' }}
          <span v-if="round.today === null" class="soft">proposed</span></label
        >
        <span class="grow" />
        <v-btn variant="outlined" :prepend-icon="mdiBullhornOutline" @click="isSpeaking = true">A word to all</v-btn>
        <v-btn
          v-if="waiting"
          variant="outlined"
          :prepend-icon="mdiLockOpenVariantOutline"
          :loading="busy === 'step'"
          :title="waiting.title"
          @click="openNext"
          >Open step {{ waiting.number }} for all</v-btn
        >
        <v-btn
          v-if="round.front === null"
          color="primary"
          :prepend-icon="mdiEyeOutline"
          :disabled="!today"
          :loading="busy === 'front'"
          @click="toTheFront"
          >Eyes to the front</v-btn
        >
      </div>
      <div v-if="round.front !== null" class="card front" role="status">
        <span>The class looks at your sheet; theirs wait.</span>
        <v-btn size="small" variant="outlined" :to="`/easel/${round.front}?front=${classId}`">To my sheet</v-btn>
        <v-btn size="small" color="primary" :loading="busy === 'front'" @click="backToWork">Back to work</v-btn>
      </div>
      <div class="filters">
        <div role="group" aria-label="Whom to show" class="chips">
          <button class="chip" :aria-pressed="only === null" @click="only = null">
            all <span class="numbers">{{ all.length }}</span>
          </button>
          <button
            v-for="each in counts"
            :key="each.standing"
            class="chip"
            :aria-pressed="only === each.standing"
            @click="only = only === each.standing ? null : each.standing"
          >
            <span class="numbers">{{ each.count }}</span> {{ STANDING_WORDS[each.standing] }}
          </button>
        </div>
        <label class="small"
          >sorted
          <select v-model="order">
            <option v-for="each in ORDERS" :key="each.value" :value="each.value">{{ each.title }}</option>
          </select></label
        >
      </div>
      <p v-if="!isHeard" class="soft">Looking who is there …</p>
      <p v-else-if="all.length === 0" class="card">
        There is nobody in this class yet.
        <NuxtLink :to="`/register/${classId}`">Add learners in the register.</NuxtLink>
      </p>
      <p v-else-if="shown.length === 0" class="soft">Nobody just now.</p>
      <TransitionGroup tag="div" name="sheets" class="sheets">
        <RoundSheet
          v-for="at in inParts"
          :key="at.card.id"
          :at="at"
          @watch="watching = at.card.id"
          @seen="seen(at.card.id)"
          @slip="newSlip(at.card.id)"
        />
      </TransitionGroup>
      <WatchSheet v-if="watched" :class-id="classId" :at="watched" @close="watching = null" />
      <LearnerSlips v-if="slips" :slips="slips" @close="slips = null" />
      <CardDialog v-model="isSpeaking" title="A word to all">
        <textarea
          v-model="words"
          rows="3"
          maxlength="500"
          aria-label="What you say to all"
          placeholder="It lies on every sheet until it is put away."
        />
        <template #actions
          ><v-btn color="primary" :disabled="words.trim() === ''" :loading="busy === 'words'" @click="sendAll"
            >Send to all</v-btn
          ></template
        >
      </CardDialog>
    </template>
  </div>
</template>

<style scoped>
.round {
  max-width: 1560px;
}
.head {
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
  margin: 6px 0 12px;
}
h1 {
  margin: 0;
}
.grow {
  flex: 1;
}
.today {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
.today select {
  max-width: 220px;
}
.front {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 10px 16px;
  margin-bottom: 12px;
  border-left: 4px solid var(--ochre);
}
.filters {
  display: flex;
  gap: 12px;
  justify-content: space-between;
  align-items: center;
  flex-wrap: wrap;
  margin-bottom: 14px;
}
.chips {
  display: flex;
  gap: 6px;
  flex-wrap: wrap;
}
.chip {
  border: 1px solid var(--line);
  border-radius: 18px;
  padding: 4px 13px;
  min-height: 36px;
  font-size: 0.9rem;
  background: var(--paper);
}
.chip[aria-pressed='true'] {
  border-color: var(--blue);
  box-shadow: inset 0 0 0 1px var(--blue);
}
select,
textarea {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 6px 10px;
  background: var(--paper);
  color: var(--ink);
  font: inherit;
  min-height: 36px;
}
.sheets {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(216px, 1fr));
  gap: 14px;
}
.sheets-move {
  transition: transform 240ms ease;
}
@media (pointer: coarse) {
  .chip,
  select {
    min-height: 44px;
  }
}
</style>
