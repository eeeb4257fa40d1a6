<script setup lang="ts">
/** Says in a corner of the sheet how it is looked at, so that nobody takes a mirror for the drawing. */
const props = defineProps<{ isMirrored: boolean; turn: number }>()
const { tone } = useLooking()
const words = computed(() =>
  [
    props.isMirrored ? 'Mirror' : '',
    tone.value === 'values' ? 'Values' : tone.value === 'squint' ? 'Squint' : '',
    props.turn ? `turned ${Math.round((props.turn * 180) / Math.PI)}°` : '',
  ]
    .filter(Boolean)
    .join(' · '),
)
</script>

<template>
  <span v-if="words" class="looking small" role="status">{{ words }}</span>
</template>

<style scoped>
.looking {
  position: absolute;
  left: 12px;
  bottom: 12px;
  padding: 4px 12px;
  border-radius: 8px;
  background: var(--ink);
  color: var(--paper);
  pointer-events: none;
}
</style>
