<script setup lang="ts">
import { spokenTime } from '../../sheet/clock-words'

/** Where the replay stands, over the strip: pulled along, or moved by keys in times that one can hear. */
const props = defineProps<{ time: number; length: number }>()
const emit = defineEmits<{ seek: [time: number] }>()
/** A second, or ten. */
const KEY_MS: Record<string, number> = {
  ArrowRight: 1000,
  ArrowUp: 1000,
  ArrowLeft: -1000,
  ArrowDown: -1000,
  PageUp: 10_000,
  PageDown: -10_000,
}
function onKey(event: KeyboardEvent): void {
  const by = KEY_MS[event.key]
  if (by === undefined) return
  event.preventDefault()
  emit('seek', Math.min(props.length, Math.max(0, props.time + by)))
}
</script>

<template>
  <input
    class="scrub"
    type="range"
    min="0"
    :max="Math.round(length)"
    step="1"
    :value="Math.round(time)"
    aria-label="Place in the making"
    :aria-valuetext="`${spokenTime(time)} of ${spokenTime(length)}`"
    @input="emit('seek', Number(($event.target as HTMLInputElement).value))"
    @keydown="onKey"
  />
</template>

<style scoped>
.scrub {
  position: absolute;
  inset: 0 0 16px;
  width: 100%;
  height: 46px;
  opacity: 0.01;
  cursor: ew-resize;
  margin: 0;
}
</style>
