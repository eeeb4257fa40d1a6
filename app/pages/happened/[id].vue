<script setup lang="ts">
import { api } from '../../api/routes'
import { HAPPENED_WORDS } from '../../sheet/happened-words'

/** Who did what from where in a class: for the teacher whose it is. */
definePageMeta({ who: 'teacher' })
const route = useRoute()
const { data: view, trouble, load } = usePageData(() => api.happened(Number(route.params.id)))

const headers = [
  { title: 'When', key: 'at' },
  { title: 'Who', key: 'who' },
  { title: 'What', key: 'what' },
  { title: 'Whom or what', key: 'about' },
  { title: 'From', key: 'address' },
]
const search = ref('')
const rows = computed(
  () =>
    view.value?.happened.map(each => ({
      ...each,
      what: HAPPENED_WORDS[each.what],
      who: each.who || 'somebody',
      address: each.address ?? '',
    })) ?? [],
)
</script>

<template>
  <div class="page">
    <LoadingOrTrouble v-if="!view" :trouble="trouble" @again="load" />
    <template v-else>
      <PageHeading :title="`What happened in ${view.className}`" />
      <p class="soft">
        Who came in or was not let in, and what was changed, from which address: the latest first, kept for a year.
        <NuxtLink :to="`/register/${view.id}`">Back to the register</NuxtLink>
      </p>
      <v-text-field
        v-model="search"
        class="search"
        label="Look for"
        type="search"
        density="compact"
        maxlength="60"
        hide-details
      />
      <div class="card table">
        <v-data-table
          :headers="headers"
          :items="rows"
          :items-per-page="25"
          :search="search"
          density="comfortable"
          no-data-text="Nothing was noted yet."
        >
          <template #[`item.at`]="{ item }">
            <span :title="new Date(item.at).toLocaleString()">{{ timeInWords(item.at) }}</span>
          </template>
        </v-data-table>
      </div>
    </template>
  </div>
</template>

<style scoped>
.search {
  max-width: 320px;
}
.table {
  overflow-x: auto;
  margin-top: 10px;
}
</style>
