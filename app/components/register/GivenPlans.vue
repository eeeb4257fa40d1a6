<script setup lang="ts">
import { mdiDragVertical, mdiPlus, mdiTuneVariant } from '@mdi/js'
import { format, isThisYear } from 'date-fns'
import { VueDraggable } from 'vue-draggable-plus'
import type { GivenPlan, PlanBookView, RegisterView } from '#shared/views'
import { api } from '../../api/routes'
import { stepsInWords } from '#core/plan'

/**
 * The plans of a class's term in their order, each with when it is drawn, by when it is due, on which path and by whom.
 */
const props = defineProps<{ register: RegisterView }>()
const emit = defineEmits<{ changed: [] }>()
const { busy, trying } = useTrying<string>()
const order = ref<GivenPlan[]>([])
watch(
  () => props.register.plans,
  plans => {
    order.value = [...plans]
  },
  { immediate: true },
)

const keep = (next: readonly GivenPlan[]) =>
  trying('order', async () => {
    order.value = [...next]
    await api.orderPlans(
      props.register.id,
      next.map(each => each.id),
    )
    emit('changed')
  })
/** The same by keys. */
function move(at: number, by: number): void {
  const to = at + by
  if (to < 0 || to >= order.value.length) return
  const next = [...order.value]
  next.splice(to, 0, ...next.splice(at, 1))
  void keep(next)
}

const day = (iso: string) =>
  format(new Date(iso), isThisYear(new Date(iso)) ? 'EEE d MMM, HH:mm' : 'EEE d MMM yyyy, HH:mm')
function termsInWords({ startsAt, dueAt, way, learners }: GivenPlan): string {
  return (
    [
      ...(startsAt ? [`${Date.parse(startsAt) > Date.now() ? 'opens' : 'since'} ${day(startsAt)}`] : []),
      ...(dueAt ? [`due ${day(dueAt)}`] : []),
      ...(way === 'own' ? [] : [way === 'simple' ? 'the simple path' : 'the richer path']),
      ...(learners ? [`for ${learners.length === 1 ? 'one learner' : `${learners.length} learners`}`] : []),
    ].join(' · ') || 'for all, whenever they like'
  )
}

const terms = shallowRef<GivenPlan | null>(null)

// --- giving another one

const isGiving = ref(false)
const book = shallowRef<PlanBookView | null>(null)
const isGiven = ({ id }: { id: number }) => props.register.plans.some(plan => plan.id === id)
/** One's own, then what others share. */
const free = computed(
  () =>
    book.value && [
      ...book.value.plans.filter(each => !each.isArchived && !isGiven(each)).map(each => ({ ...each, by: '' })),
      ...book.value.library.filter(each => !isGiven(each)),
    ],
)
watch(
  isGiving,
  open =>
    open &&
    void trying('book', async () => {
      book.value = await api.planBook()
    }),
)
const { announce } = useSpoken()
const give = (id: number) =>
  trying(`give ${id}`, async () => {
    await api.givePlan(id, { classId: props.register.id, isGiven: true })
    announce(`Given to ${props.register.name}`)
    isGiving.value = false
    emit('changed')
  })

function termsChanged(): void {
  terms.value = null
  emit('changed')
}
</script>

<template>
  <section class="given" aria-labelledby="given-title">
    <div class="head">
      <h2 id="given-title">Plans of the term</h2>
      <v-btn size="small" variant="outlined" :prepend-icon="mdiPlus" @click="isGiving = true">Give a plan</v-btn>
    </div>
    <p v-if="order.length === 0" class="soft">
      No plan is given yet. Give one out of the Plan book: it lies in every learner’s folio at once.
    </p>
    <VueDraggable
      :model-value="order"
      tag="ol"
      handle=".handle"
      :animation="160"
      class="plans"
      @update:model-value="keep"
    >
      <li v-for="(plan, i) in order" :key="plan.id" class="card plan">
        <button
          class="handle"
          :aria-label="`Move ${plan.title}: arrow keys`"
          @keydown.up.prevent="move(i, -1)"
          @keydown.down.prevent="move(i, 1)"
        >
          <v-icon :icon="mdiDragVertical" size="20" />
        </button>
        <span class="words"
          ><NuxtLink :to="`/plans/${plan.id}`"
            ><strong>{{ plan.title }}</strong></NuxtLink
          ><span class="small soft">{{ termsInWords(plan) }}</span></span
        >
        <span class="small numbers soft">{{ plan.begun }} begun · {{ plan.handedIn }} handed in</span>
        <v-btn
          :icon="mdiTuneVariant"
          size="small"
          variant="text"
          :aria-label="`When and by whom ${plan.title} is drawn`"
          title="When and by whom"
          @click="terms = plan"
        />
      </li>
    </VueDraggable>
    <PlanTerms
      v-if="terms"
      :key="terms.id"
      :class-id="register.id"
      :plan="terms"
      :learners="register.learners"
      @close="terms = null"
      @changed="termsChanged"
    />
    <CardDialog v-model="isGiving" title="Give a plan" :width="560">
      <p v-if="!free" class="soft">Looking in the Plan book …</p>
      <p v-else-if="free.length === 0" class="soft">All plans of your Plan book are given to this class.</p>
      <ul v-else class="book">
        <li v-for="plan in free" :key="plan.id">
          <img :src="api.planCardPicture(plan.id)" alt="" width="72" height="54" loading="lazy" decoding="async" /><span
            ><strong>{{ plan.title }}</strong
            ><br /><span class="small soft"
              >{{ stepsInWords(plan.steps) }} · {{ plan.minutes }} minutes<template v-if="plan.by">
                · by {{ plan.by }}</template
              ></span
            ></span
          ><v-btn size="small" color="primary" :loading="busy === `give ${plan.id}`" @click="give(plan.id)"
            >Give it</v-btn
          >
        </li>
      </ul>
    </CardDialog>
  </section>
</template>

<style scoped>
.given {
  margin-top: 18px;
}
.head {
  display: flex;
  gap: 14px;
  align-items: center;
}
.head h2 {
  margin: 0;
}
.plans {
  list-style: none;
  margin: 10px 0 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.plan {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 6px 10px;
}
.handle {
  cursor: grab;
  min-height: 36px;
  display: grid;
  place-items: center;
  color: var(--ink-soft);
}
.words {
  display: grid;
  flex: 1;
  min-width: 0;
}
.book {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
.book li {
  display: grid;
  grid-template-columns: 72px 1fr auto;
  gap: 14px;
  align-items: center;
}
.book img {
  width: 72px;
  height: 54px;
  object-fit: contain;
  background: #fff;
  border: 1px solid var(--line);
}
@media (pointer: coarse) {
  .handle {
    min-width: 44px;
    min-height: 44px;
  }
}
</style>
