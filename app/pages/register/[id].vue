<script setup lang="ts">
import { mdiAccountPlusOutline, mdiKeyVariant } from '@mdi/js'
import type { HandInState, SlipsView } from '#shared/views'
import { api } from '../../api/routes'
import { STATE_WORDS } from '../../sheet/state-words'

definePageMeta({ who: 'teacher' })
const route = useRoute()
const { data: register, trouble, load } = usePageData(() => api.register(Number(route.params.id)))
const headers = [
  { title: 'Learner', key: 'name' },
  { title: 'Plan', key: 'plan' },
  { title: 'Step', key: 'step' },
  { title: 'Acts', key: 'strokes', align: 'end' as const },
  { title: 'Last seen', key: 'lastSeenAt' },
  { title: 'Hand-ins', key: 'handIns', align: 'end' as const },
  { title: 'Latest', key: 'latest', sortable: false },
  { title: '', key: 'pin', sortable: false, align: 'end' as const },
]

const isAdding = ref(false)
/** Just made: shown until they are put away. */
const slips = shallowRef<SlipsView | null>(null)
function show(made: SlipsView): void {
  slips.value = made
  void load()
}
/** Asked before: the old PIN is worth nothing afterwards. */
const renewing = shallowRef<{ id: number, name: string } | null>(null)
const { busy, trying } = useTrying<number>()
function renew(): void {
  const { id } = renewing.value!
  void trying(id, async () => {
    show(await api.renewPin(id))
    renewing.value = null
  })
}
</script>

<template>
  <div class="page">
    <LoadingOrTrouble v-if="!register" :trouble="trouble" @again="load" />
    <template v-else>
      <NuxtLink to="/desk" class="small">Back to the desk</NuxtLink>
      <h1>{{ register.name }}</h1>
      <p class="soft">{{ register.when }} · class code <strong class="code">{{ register.code }}</strong> · {{ register.plans.map(plan => plan.title).join(', ') || 'no plan given yet' }}</p>
      <v-btn color="primary" :prepend-icon="mdiAccountPlusOutline" @click="isAdding = true">Add learners</v-btn>
      <div class="card table">
        <v-data-table :headers="headers" :items="register.learners" :items-per-page="-1" hide-default-footer density="comfortable" :sort-by="[{ key: 'name', order: 'asc' }]" no-data-text="No learners yet. Add them one by one or as a list: each gets a slip with the class code and a PIN.">
          <template #[`item.name`]="{ value }"><strong>{{ value }}</strong></template>
          <template #[`item.plan`]="{ value }">{{ value ?? '—' }}</template>
          <template #[`item.step`]="{ value }">{{ value ?? 'not begun' }}</template>
          <template #[`item.lastSeenAt`]="{ value }"><span class="numbers">{{ value ? timeInWords(value) : '—' }}</span></template>
          <template #[`item.latest`]="{ value }">
            <NuxtLink v-if="value" :to="`/crit/${value.id}`" :class="value.state">{{ STATE_WORDS.teacher[value.state as HandInState] }}</NuxtLink>
            <span v-else class="soft">—</span>
          </template>
          <template #[`item.pin`]="{ item }"><v-btn :icon="mdiKeyVariant" size="small" variant="text" :aria-label="`A new PIN for ${item.name}`" title="A new PIN" @click="renewing = item" /></template>
        </v-data-table>
      </div>
      <AddLearners v-model="isAdding" :class-id="register.id" :known="register.learners.map(each => each.name)" @added="show" />
      <LearnerSlips v-if="slips" :slips="slips" @close="slips = null" />
      <v-dialog :model-value="renewing !== null" max-width="420" @update:model-value="renewing = null">
        <div class="card ask">
          <h2>A new PIN for {{ renewing?.name }}</h2>
          <p>The old one no longer opens the door. Drawings and hand-ins stay.</p>
          <div class="row"><v-btn color="primary" :loading="busy !== null" @click="renew">Draw a new one</v-btn><v-btn variant="text" @click="renewing = null">Leave it</v-btn></div>
        </div>
      </v-dialog>
    </template>
  </div>
</template>

<style scoped>
h1 { margin: 8px 0 0; }
.code { letter-spacing: 0.08em; }
.table { padding: 6px 8px; margin-top: 14px; }
.ask { display: grid; gap: 12px; }
.row { display: flex; gap: 10px; }
.table :deep(.v-table) { background: transparent; }
</style>
