<script setup lang="ts">
import { useOutbox } from '../../stores/outbox'

/** Says what was drawn on this device and has not reached the server yet. */
const outbox = useOutbox()
const trouble = computed(() => outbox.waiting.find(each => each.trouble)?.trouble ?? null)
const titles = computed(() => [...new Set(outbox.waiting.map(each => `“${each.title}”`))].join(', '))
</script>

<template>
  <div v-if="outbox.waiting.length" class="waiting small" role="status" data-test="waiting">
    <span>
      <strong
        >{{ outbox.acts }} {{ outbox.acts === 1 ? 'act' : 'acts' }} of {{ titles }}
        {{ outbox.acts === 1 ? 'waits' : 'wait' }} on this device to be sent.</strong
      >
      <template v-if="trouble"> {{ trouble.message }} {{ trouble.fix }}</template>
    </span>
    <v-btn size="small" variant="outlined" :loading="outbox.isSending" @click="outbox.send()">Send now</v-btn>
  </div>
</template>

<style scoped>
.waiting {
  display: flex;
  align-items: center;
  gap: 12px;
  justify-content: center;
  flex-wrap: wrap;
  padding: 6px 24px;
  background: var(--paper-shade);
  border-bottom: 2px solid var(--ochre);
}
</style>
