<script setup lang="ts">
import { takeArrow } from '../../sheet/arrows'

/** Handles as keys reach them: each is gone to and moved by arrows. They lie over the drawn ones. */
defineProps<{
  /** Window px; `turns`: arrows turn it by degrees. */
  handles: readonly {
    readonly key: string
    readonly x: number
    readonly y: number
    readonly name: string
    readonly turns?: boolean
  }[]
}>()
const emit = defineEmits<{
  /** By so many sheet px, or degrees in x. */
  move: [key: string, by: { x: number; y: number }]
}>()

/** So far an arrow moves a handle, and with Shift: sheet px, or degrees. */
const [STEP, BIG_STEP] = [1, 10]
function onKey(key: string, event: KeyboardEvent): void {
  const by = takeArrow(event, STEP, BIG_STEP)
  if (by) emit('move', key, by)
}
</script>

<template>
  <div role="group" aria-label="Handles">
    <button
      v-for="handle in handles"
      :key="handle.key"
      class="by-keys"
      :style="{ left: `${handle.x}px`, top: `${handle.y}px` }"
      :aria-label="`${handle.name}. Arrow keys ${handle.turns ? 'turn' : 'move'} it.`"
      @keydown="onKey(handle.key, $event)"
    />
  </div>
</template>

<style scoped>
/* Where the drawn one is: it takes no pointer, and is seen only by its focus. */
.by-keys {
  position: absolute;
  width: 24px;
  height: 24px;
  transform: translate(-50%, -50%);
  border-radius: 50%;
  pointer-events: none;
}
</style>
