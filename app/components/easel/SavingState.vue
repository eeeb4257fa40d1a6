<script setup lang="ts">
import { mdiCheck, mdiCloudOffOutline, mdiProgressUpload } from '@mdi/js'

/** Whether the server has what was drawn. */
const { sending, isReadOnly } = useDrawing()
const words = computed(() => {
  const { state, unsent } = sending.value
  switch (state) {
    case 'kept':
      return 'kept'
    case 'sending':
      return 'keeping …'
    default:
      return `${unsent} ${unsent === 1 ? 'act' : 'acts'} kept on this device`
  }
})
const icon = computed(() =>
  sending.value.state === 'kept'
    ? mdiCheck
    : sending.value.state === 'sending'
      ? mdiProgressUpload
      : mdiCloudOffOutline,
)
</script>

<template>
  <span
    class="saving small"
    :class="sending.state"
    role="status"
    data-test="saving"
    :data-state="sending.state"
    :aria-label="words"
    :title="sending.message ? `${sending.message} ${sending.fix}` : words"
  >
    <template v-if="isReadOnly">only looking</template>
    <template v-else
      ><v-icon :icon="icon" size="17" />
      {{ ' ' }}
      <span class="words" :class="{ calm: sending.state === 'kept' || sending.state === 'sending' }">{{
        words
      }}</span></template
    >
  </span>
</template>

<style scoped>
.saving {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  color: var(--ink-soft);
  white-space: nowrap;
}
.away,
.signed-out,
.elsewhere,
.apart,
.refused {
  color: var(--ochre);
  font-weight: 500;
}
</style>
