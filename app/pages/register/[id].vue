<script setup lang="ts">
import type { HandInState } from '#shared/views'
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
]
</script>

<template>
  <div class="page">
    <LoadingOrTrouble v-if="!register" :trouble="trouble" @again="load" />
    <template v-else>
      <NuxtLink to="/desk" class="small">Back to the desk</NuxtLink>
      <h1>{{ register.name }}</h1>
      <p class="soft">{{ register.when }} · class code <strong class="code">{{ register.code }}</strong> · {{ register.plans.map(plan => plan.title).join(', ') || 'no plan given yet' }}</p>
      <div class="card table">
        <v-data-table :headers="headers" :items="register.learners" :items-per-page="-1" hide-default-footer density="comfortable" :sort-by="[{ key: 'name', order: 'asc' }]" no-data-text="No learners yet.">
          <template #[`item.name`]="{ value }"><strong>{{ value }}</strong></template>
          <template #[`item.plan`]="{ value }">{{ value ?? '—' }}</template>
          <template #[`item.step`]="{ value }">{{ value ?? 'not begun' }}</template>
          <template #[`item.lastSeenAt`]="{ value }"><span class="numbers">{{ value ? timeInWords(value) : '—' }}</span></template>
          <template #[`item.latest`]="{ value }">
            <NuxtLink v-if="value" :to="`/crit/${value.id}`" :class="value.state">{{ STATE_WORDS.teacher[value.state as HandInState] }}</NuxtLink>
            <span v-else class="soft">—</span>
          </template>
        </v-data-table>
      </div>
    </template>
  </div>
</template>

<style scoped>
h1 { margin: 8px 0 0; }
.code { letter-spacing: 0.08em; }
.table { padding: 6px 8px; margin-top: 14px; }
.table :deep(.v-table) { background: transparent; }
</style>
