<script setup lang="ts">
import type { FolioDrawing } from '#shared/views'

/** One of a learner's drawings, in a line: open it, or do something with it. */
const { drawing, plan } = defineProps<{ drawing: FolioDrawing; plan: string }>()
const emit = defineEmits<{ changed: [] }>()
const title = computed(() => drawing.title ?? plan)
</script>

<template>
  <div class="line">
    <NuxtLink :to="`/easel/${drawing.id}`"
      ><strong>{{ title }}</strong></NuxtLink
    >
    <span class="soft small numbers"
      ><slot />{{ drawing.position ? `last drawn ${timeInWords(drawing.lastSeenAt ?? '')}` : 'still empty' }}</span
    >
    <DrawingMenu :drawing="drawing" :title="title" @changed="emit('changed')" />
  </div>
</template>

<style scoped>
.line {
  display: flex;
  align-items: center;
  gap: 12px;
  flex-wrap: wrap;
  min-height: 44px;
}
.line > span {
  flex: 1;
}
</style>
