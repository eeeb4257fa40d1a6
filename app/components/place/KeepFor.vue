<script setup lang="ts">
import { KEEP_MONTHS } from '#shared/place'
import { api } from '../../api/routes'
import { monthsInWords } from '../../sheet/month-words'

/** How long classes are kept after they were put away; null: for ever. */
defineProps<{ months: number | null }>()
const emit = defineEmits<{ changed: [] }>()
const { busy, trying } = useTrying()
const { say } = useNotices()
const keepFor = (months: number | null) =>
  trying(true, async () => {
    await api.keepClassesFor(months as Parameters<typeof api.keepClassesFor>[0])
    emit('changed')
    say('It is kept.')
  })
</script>

<template>
  <section class="card">
    <h2>How long things are kept</h2>
    <label class="field small"
      >Classes that were put away are erased
      <select
        :value="months ?? 0"
        aria-label="When classes that were put away are erased"
        :disabled="busy !== null"
        @change="keepFor(Number(($event.target as HTMLSelectElement).value) || null)"
      >
        <option :value="0">never by themselves</option>
        <option v-for="each in KEEP_MONTHS" :key="each" :value="each">after {{ monthsInWords(each) }}</option>
      </select></label
    >
    <p class="small soft">
      Whoever teaches such a class is told a month before, on their desk.
      <NuxtLink to="/what-is-kept">What is kept of whom, why and how long</NuxtLink> says it to everyone.
    </p>
  </section>
</template>

<style scoped>
h2 {
  margin: 0 0 12px;
}
.field {
  max-width: 380px;
}
p {
  margin: 10px 0 0;
}
</style>
