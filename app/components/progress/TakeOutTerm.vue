<script setup lang="ts">
import type { ProgressView } from '#shared/views'
import { api } from '../../api/routes'
import { fileName, savedFile } from '../../sheet/save-file'

/** A class's results of a term for the school: tables for a spreadsheet, or files for the school's own system. */
const props = defineProps<{ view: ProgressView }>()
const isOpen = defineModel<boolean>({ default: false })
const { busy, trying } = useTrying<string>()
/** Where nothing else is said: from the first thing in the class to today. */
const first = computed(
  () =>
    props.view.learners
      .flatMap(each => [...each.days.map(one => one.day), ...each.handIns.map(one => one.at.slice(0, 10))])
      .sort()[0] ?? dayToday(),
)
const from = ref('')
const to = ref('')
const title = ref('Term')
watch(isOpen, open => {
  if (!open) return
  from.value ||= first.value
  to.value ||= dayToday()
})
const isSpan = computed(() => from.value !== '' && to.value !== '' && from.value <= to.value)
const name = computed(() => fileName(`${props.view.className} ${from.value} to ${to.value}`, 'class'))

const tables = () =>
  trying('tables', async () => {
    const { packTables, within } = await import('../../roster/school-files')
    const view = within(props.view, { from: from.value, to: to.value })
    savedFile(await packTables(view), `${name.value}.zip`, 'application/zip')
  })
const oneRoster = () =>
  trying('one-roster', async () => {
    const [{ classOut, packOneRoster, within }, register, door] = await Promise.all([
      import('../../roster/school-files'),
      api.register(props.view.classId),
      api.door(),
    ])
    const view = within(props.view, { from: from.value, to: to.value })
    const bytes = await packOneRoster({
      place: door.place?.name ?? 'Little Easel',
      title: title.value.trim() || 'Term',
      startDate: from.value,
      endDate: to.value,
      classes: [classOut(register, view)],
    })
    savedFile(bytes, `${name.value} OneRoster.zip`, 'application/zip')
  })
</script>

<template>
  <CardDialog v-model="isOpen" :title="`${view.className}, for the school`" :width="560">
    <div class="span">
      <label class="field small">From <input v-model="from" type="date" /></label>
      <label class="field small">to <input v-model="to" type="date" /></label>
      <label class="field small">called <input v-model="title" maxlength="60" /></label>
    </div>
    <p v-if="!isSpan" class="small soft" role="status">The last day comes after the first one.</p>
    <p class="small soft">
      <strong>Tables</strong>: results, look-fors, warm-ups and time at work, as CSV files that every spreadsheet opens.
      <strong>OneRoster</strong>: the class list, the plans and each learner’s latest result, as school systems read
      them (1.2, CSV). A score is how many look-fors were met, per cent.
    </p>
    <template #actions>
      <v-btn color="primary" :disabled="!isSpan" :loading="busy === 'tables'" @click="tables">Tables</v-btn>
      <v-btn variant="outlined" :disabled="!isSpan" :loading="busy === 'one-roster'" @click="oneRoster"
        >OneRoster</v-btn
      >
    </template>
  </CardDialog>
</template>

<style scoped>
.span {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
}
</style>
