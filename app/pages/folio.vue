<script setup lang="ts">
import { mdiFileDocumentEditOutline, mdiPlus } from '@mdi/js'
import { useEventListener } from '@vueuse/core'
import type { FolioHandIn, FolioView } from '#shared/views'
import { api } from '../api/routes'
import { useNetwork } from '../stores/network'
import { useOutbox } from '../stores/outbox'
import { stepsInWords } from '#core/plan'

definePageMeta({ who: 'learner' })
const { data: folio, trouble, load } = usePageData(() => api.folio())
const plans = useInParts(() => folio.value?.plans ?? [])
/** Asked for by now, within the last days, and not done. */
const waitingSets = computed(
  () =>
    folio.value?.warmUpSets.filter(
      each => each.day <= dayToday() && each.day > dayAgo(DAYS_WAITING) && each.scores.includes(null),
    ) ?? [],
)
const DAYS_WAITING = 7
const beginning = useBeginning()
const isNewSheetOpen = ref(false)
const isTaking = ref(false)
const comparing = shallowRef<{ title: string; handIns: readonly FolioHandIn[] } | null>(null)
const { busy, trying } = useTrying<number>()
const asking = ref<FolioView['plans'][number] | null>(null)
/** The plan that was drawn on paper. */
const onPaper = shallowRef<FolioView['plans'][number] | null>(null)

type FolioPlan = FolioView['plans'][number]
const isAhead = (plan: FolioPlan) =>
  plan.startsAt !== null && Date.parse(plan.startsAt) > Date.now() && plan.drawing === null
/** Past its day, and nothing was handed in. */
const isLate = (plan: FolioPlan) =>
  plan.dueAt !== null && Date.parse(plan.dueAt) < Date.now() && plan.handIns.length === 0

function draw(plan: FolioView['plans'][number], afresh: boolean): void {
  asking.value = null
  void trying(plan.id, async () => navigateTo(`/easel/${await beginning.open(plan, afresh)}`))
}

/** What was just sent from this device is there as well. */
const outbox = useOutbox()
watch(
  () => outbox.isSending,
  isSending => isSending || void load(),
)
const network = useNetwork()
const { onDevice, look } = useOnDevice()
watch(
  () => network.isAway,
  (away, was) => {
    if (away) void look()
    else if (was) void load()
  },
  { immediate: true },
)
useUntilExamined(folio, load)
// On the first visit the program comes to the device while this page is open: what it shows is asked once more, kept.
useEventListener(navigator.serviceWorker, 'controllerchange', () => void load())
/** What the class has is put on the device while there is a network. */
watch(folio, found => found && void beginning.prepare(found))
/** Without a network: what of a plan can be drawn here. */
const isHere = (plan: FolioPlan) =>
  plan.drawing ? onDevice.value.drawings.has(plan.drawing.id) : onDevice.value.plans.has(plan.id)
function whereInWords(plan: FolioPlan): string {
  if (isHere(plan)) return 'It is on this device: you can draw.'
  return plan.drawing && onDevice.value.plans.has(plan.id)
    ? 'What you drew of it is not on this device. You can begin afresh here.'
    : 'It is not on this device: it needs the network.'
}
</script>

<template>
  <div class="page">
    <LoadingOrTrouble v-if="!folio" :trouble="trouble" @again="load" />
    <template v-else>
      <div class="row between">
        <PageHeading :title="`${folio.name}’s folio`" />
        <div class="row">
          <v-btn variant="outlined" size="small" to="/progress">My progress</v-btn>
          <v-btn variant="outlined" size="small" :to="`/wall/${folio.classId}`">The Wall</v-btn>
          <v-btn variant="text" size="small" @click="isTaking = true">Take it all along</v-btn>
        </div>
      </div>
      <p class="soft">{{ folio.className }}</p>
      <RoomNote v-if="folio.room" :room="folio.room" />
      <p v-if="folio.askedFor" class="card asked">
        Your teacher would like to hang {{ folio.askedFor === 1 ? 'a work' : `${folio.askedFor} works` }} of yours.
        <NuxtLink :to="`/wall/${folio.classId}`">Say yes or no</NuxtLink>
      </p>
      <SetCard v-for="each in waitingSets" :key="each.id" :set="each" class="asked" />
      <div v-if="folio.plans.length === 0" class="card empty">
        <h2>Nothing has been given to your class yet.</h2>
        <p>As soon as your teacher gives out a plan, it lies here, ready to draw.</p>
      </div>
      <article v-for="plan in plans" :key="plan.id" class="card plan">
        <img
          :src="api.planCardPicture(plan.id)"
          :srcset="`${api.planCardPicture(plan.id)} 420w, ${api.planPicture(plan.id)} 1600w`"
          sizes="300px"
          :alt="`${plan.title}, as the teacher drew it`"
          width="300"
          height="225"
          loading="lazy"
          decoding="async"
        />
        <div>
          <h2>{{ plan.title }}</h2>
          <p>{{ plan.goal }}</p>
          <p class="soft small">
            <template v-if="plan.className">{{ plan.className }} · </template>{{ stepsInWords(plan.steps) }} · about
            {{ plan.minutes }} minutes<template v-if="plan.way !== 'own'"> · the {{ plan.way }} path</template>
          </p>
          <p v-if="network.isAway" class="small soft" data-test="on-device">
            {{ whereInWords(plan) }}
          </p>
          <p v-if="isAhead(plan)" class="small">
            It opens <strong>{{ dayInWords(plan.startsAt!) }}</strong>.
          </p>
          <p v-else-if="plan.dueAt" class="small" :class="{ late: isLate(plan) }">
            {{ isLate(plan) ? 'It was due' : 'It is due' }} <strong>{{ dayInWords(plan.dueAt) }}</strong>{{
              isLate(plan) ? ': hand in what you have.' : '.'
            }}
          </p>
          <div class="row">
            <v-btn
              color="primary"
              :loading="busy === plan.id"
              :disabled="isAhead(plan) || (network.isAway && !isHere(plan))"
              @click="draw(plan, false)"
              >{{ plan.drawing?.position ? 'Go on drawing' : 'Start drawing' }}</v-btn
            >
            <v-btn
              v-if="plan.warmUps.length"
              variant="outlined"
              :to="{
                path: `/warm-ups/${plan.warmUps[0]!.drill}`,
                query: { seed: plan.warmUps[0]!.seed, plan: plan.id },
              }"
              >Warm up first</v-btn
            >
            <v-btn v-if="plan.drawing?.position" variant="outlined" @click="asking = plan">Begin afresh</v-btn>
            <v-btn
              variant="text"
              :prepend-icon="mdiFileDocumentEditOutline"
              :disabled="isAhead(plan) || network.isAway"
              :aria-label="`Hand in ${plan.title} from paper`"
              @click="onPaper = plan"
              >On paper …</v-btn
            >
            <span v-if="plan.drawing?.lastSeenAt" class="soft small"
              >last drawn {{ timeInWords(plan.drawing.lastSeenAt) }}</span
            >
            <DrawingMenu
              v-if="plan.drawing?.position"
              :drawing="plan.drawing"
              :title="plan.drawing.title ?? plan.title"
              @changed="load"
            />
          </div>
          <section v-if="plan.others.length" class="others">
            <h3>Other drawings of this plan</h3>
            <DrawingLine
              v-for="each in plan.others"
              :key="each.id"
              :drawing="each"
              :plan="plan.title"
              @changed="load"
            />
          </section>
          <HandInList :hand-ins="plan.handIns" />
          <v-btn
            v-if="plan.handIns.length > 1"
            size="small"
            variant="outlined"
            @click="comparing = { title: plan.title, handIns: plan.handIns }"
            >Earlier versions side by side</v-btn
          >
        </div>
      </article>
      <section v-if="folio.murals.length" class="own" aria-labelledby="murals-title">
        <h2 id="murals-title">Drawn together</h2>
        <article v-for="mural in folio.murals" :key="mural.id" class="card sheet">
          <NuxtLink :to="`/murals/${mural.id}`"
            ><strong>{{ mural.title }}</strong></NuxtLink
          >
          <span class="soft small">{{
            mural.mine.length
              ? `your part: ${mural.mine.join(', ')}`
              : mural.taken < mural.panels
                ? `${mural.panels - mural.taken} of ${mural.panels} panels are free`
                : 'all panels are taken'
          }}</span>
        </article>
      </section>
      <section class="own" aria-labelledby="own-title">
        <div class="row between">
          <h2 id="own-title">Sheets of your own</h2>
          <v-btn variant="outlined" :prepend-icon="mdiPlus" @click="isNewSheetOpen = true">A new sheet</v-btn>
        </div>
        <p v-if="folio.own.length === 0" class="soft">None yet. Take one whenever you like to draw without a plan.</p>
        <BegunAway v-if="network.isAway" :sheets="onDevice.begun" />
        <article v-for="sheet in folio.own" :key="sheet.drawing.id" class="card sheet">
          <DrawingLine :drawing="sheet.drawing" :plan="sheet.title" @changed="load"
            >{{ sheet.width }} × {{ sheet.height }} px ·
          </DrawingLine>
          <HandInList :hand-ins="sheet.handIns" />
          <v-btn
            v-if="sheet.handIns.length > 1"
            size="small"
            variant="outlined"
            class="versions"
            @click="comparing = { title: sheet.title, handIns: sheet.handIns }"
            >Earlier versions side by side</v-btn
          >
        </article>
      </section>
      <PutAway v-if="folio.removed.length" :drawings="folio.removed" @changed="load" />
    </template>
    <CardDialog :model-value="asking !== null" title="Begin afresh?" @update:model-value="asking = null">
      <p>
        A new, empty sheet is laid out. The one you have is kept: you find it here, under “Other drawings of this plan”.
        Everything handed in is kept as well.
      </p>
      <template #actions><v-btn color="primary" @click="asking && draw(asking, true)">Begin afresh</v-btn></template>
      <template #leave>Keep drawing the old one</template>
    </CardDialog>
    <NewSheetDialog v-model="isNewSheetOpen" />
    <VersionsBeside v-if="comparing" :title="comparing.title" :hand-ins="comparing.handIns" @close="comparing = null" />
    <HandInPaper v-if="onPaper" :plan="onPaper" @close="onPaper = null" @done="load" />
    <TakeAlong v-if="isTaking && folio" :folio="folio" @close="isTaking = false" />
  </div>
</template>

<style scoped>
.plan {
  display: grid;
  grid-template-columns: 300px 1fr;
  gap: 28px;
  margin-top: 18px;
}
.plan > img {
  width: 300px;
  height: auto;
  border: 1px solid var(--line);
  border-radius: 6px;
  background: #fff;
}
.row {
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
}
.late {
  color: var(--ochre);
}
.own {
  margin-top: 30px;
}
.others {
  margin-top: 16px;
  border-top: 1px dashed var(--line);
  padding-top: 10px;
}
.asked {
  border-left: 4px solid var(--ochre);
  margin: 8px 0;
}
.versions {
  justify-self: start;
}
.between {
  justify-content: space-between;
}
.sheet {
  display: grid;
  gap: 4px;
  margin-top: 10px;
  padding: 14px 20px;
}
.empty {
  margin-top: 20px;
  max-width: 560px;
}
@media (max-width: 760px) {
  .plan {
    grid-template-columns: 1fr;
  }
}
</style>
