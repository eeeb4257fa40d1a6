<script setup lang="ts">
/** One setting of a tool with its figure. */
const { unit = '%', min = 0, max = 100, step = 1 } = defineProps<{ label: string, unit?: string, min?: number, max?: number, step?: number }>()
const value = defineModel<number>({ required: true })
const emit = defineEmits<{ end: [] }>()
</script>

<template>
  <v-slider v-model="value" class="fine" :min="min" :max="max" :step="step" :label="label" :aria-label="label" hide-details color="primary" track-size="3" thumb-size="16" :aria-valuetext="`${value} ${unit}`" @end="emit('end')">
    <template #append><span class="figure numbers">{{ value }} {{ unit }}</span></template>
  </v-slider>
</template>

<style scoped>
.fine { margin: 0; }
.fine :deep(.v-slider__label) { width: 128px; font-size: 0.9rem; }
.figure { display: inline-block; min-width: 62px; text-align: right; white-space: nowrap; font-size: 0.85rem; }
</style>
