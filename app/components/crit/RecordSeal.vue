<script setup lang="ts">
import {
  mdiAlertOutline,
  mdiFileDocumentEditOutline,
  mdiHelpCircleOutline,
  mdiProgressClock,
  mdiSealVariant,
} from '@mdi/js'
import type { Verification } from '#shared/views'

/** Whether the drawing is what its record says: the server drew it again and compared. */
const { verification, onPaper = false } = defineProps<{ verification: Verification; onPaper?: boolean }>()
const shown = computed(() => (onPaper && verification === 'matches' ? ON_PAPER : WORDS[verification]))
const ON_PAPER = {
  icon: mdiFileDocumentEditOutline,
  text: 'drawn on paper',
  more: 'A photograph of a page: what it shows is measured. How it was drawn, paper does not tell.',
} as const
const WORDS = {
  waiting: {
    icon: mdiProgressClock,
    text: 'being drawn again …',
    more: 'The server replays the record and compares every pixel.',
  },
  matches: {
    icon: mdiSealVariant,
    text: 'record matches',
    more: 'The server drew the record again and got the same drawing, pixel for pixel.',
  },
  differs: {
    icon: mdiAlertOutline,
    text: 'record does not match',
    more: 'The drawing that was handed in is not what its record gives. Ask the learner how it was made.',
  },
  unchecked: {
    icon: mdiHelpCircleOutline,
    text: 'record not checked',
    more: 'Drawing this record again takes more than the server has. Look at how it was made yourself.',
  },
} as const
</script>

<template>
  <span class="seal small" :class="verification" role="status" :title="shown.more" data-test="seal">
    <v-icon :icon="shown.icon" size="18" /> {{ shown.text }}
  </span>
</template>

<style scoped>
.seal {
  display: inline-flex;
  gap: 5px;
  align-items: center;
  white-space: nowrap;
}
.matches {
  color: var(--blue);
}
.differs {
  color: var(--ochre);
  font-weight: 600;
}
.unchecked,
.waiting {
  color: var(--ink-soft);
}
</style>
