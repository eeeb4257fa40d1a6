<script setup lang="ts">
import { largestOf } from '../../sheet/placed-pictures'

/** How large a picture comes in: one that is too large, or one that is drawn at any size. */
const { asked } = useBringIn()
const isOpen = computed({
  get: () => asked.value !== null,
  set: open => {
    if (!open) asked.value?.answer(null)
  },
})
const width = ref(1)
watch(asked, now => {
  if (now) width.value = Math.min(now.size.width, now.largest.width)
})
const height = computed(() => {
  const now = asked.value
  return now ? Math.max(1, Math.round((width.value * now.size.height) / now.size.width)) : 1
})
/** Of one that is drawn, the widest that still fits. */
const widest = computed(() => {
  const now = asked.value
  if (!now) return 1
  return now.isDrawn
    ? largestOf({ width: now.size.width * 1000, height: now.size.height * 1000 }).width
    : now.largest.width
})
const isRight = computed(() => Number.isInteger(width.value) && width.value >= 1 && width.value <= widest.value)
</script>

<template>
  <CardDialog v-model="isOpen" title="How large?" :width="440">
    <template v-if="asked">
      <p v-if="asked.isDrawn" class="small">
        “{{ asked.title }}” is drawn at any size. On the sheet it becomes px: choose it as large as you need it. Or let
        the tool in your hand draw its lines, one stroke each; or have them as guides, along which strokes run.
      </p>
      <p v-else class="small">
        “{{ asked.title }}” has <span class="numbers">{{ asked.size.width }} × {{ asked.size.height }} px</span>, more
        than a drawing takes in. Smaller, it comes in whole.
      </p>
      <label class="small"
        >Wide
        <input v-model.number="width" class="number" type="number" min="1" :max="widest" aria-label="Wide, px" /> px,
        <span class="numbers">{{ height }} px high</span></label
      >
      <p v-if="!isRight" class="small" role="alert">From 1 to {{ widest }} px.</p>
    </template>
    <template #actions>
      <v-btn color="primary" :disabled="!isRight" @click="asked?.answer({ width, height })">Bring it in</v-btn>
      <template v-if="asked?.isDrawn">
        <v-btn variant="outlined" @click="asked.answer('strokes')">Its lines as strokes</v-btn>
        <v-btn variant="outlined" @click="asked.answer('guides')">As guides</v-btn>
      </template>
    </template>
    <template #leave>Leave it out</template>
  </CardDialog>
</template>

<style scoped>
p {
  margin: 0;
}
.number {
  width: 90px;
  min-height: 40px;
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 3px 8px;
}
</style>
