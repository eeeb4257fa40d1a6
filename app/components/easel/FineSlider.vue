<script setup lang="ts">
/** One setting with its figure, which can be typed as well. Arrow keys change it by a step, held with Shift by ten. */
const {
  unit = '%',
  min = 0,
  max = 100,
  step = 1,
} = defineProps<{ label: string; unit?: string; min?: number; max?: number; step?: number }>()
const value = defineModel<number>({ required: true })
const emit = defineEmits<{ end: [] }>()
const digits = computed(() => (step >= 1 ? 0 : Math.ceil(-Math.log10(step))))
const shown = computed(() => Number(value.value.toFixed(digits.value)))

/** To the nearest step within the limits. */
function set(next: number): void {
  if (!Number.isFinite(next)) return
  value.value = Number(Math.min(max, Math.max(min, min + Math.round((next - min) / step) * step)).toFixed(digits.value))
}
function type(event: Event): void {
  const field = event.target as HTMLInputElement
  if (field.value !== '') set(Number(field.value))
  field.value = String(shown.value)
  emit('end')
}
const DIRECTIONS: Record<string, 1 | -1> = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }
function onKey(event: KeyboardEvent): void {
  const direction = DIRECTIONS[event.key]
  if (!direction || event.ctrlKey || event.metaKey || (event.target as HTMLElement).matches('input[type=number]'))
    return
  event.preventDefault()
  event.stopPropagation()
  set(value.value + direction * step * (event.shiftKey ? 10 : 1))
  emit('end')
}
</script>

<template>
  <div class="fine" @keydown.capture="onKey">
    <v-slider
      :model-value="value"
      :min="min"
      :max="max"
      :step="step"
      :label="label"
      :aria-label="label"
      hide-details
      color="primary"
      track-size="3"
      thumb-size="16"
      :aria-valuetext="`${shown} ${unit}`"
      @update:model-value="value = Number($event)"
      @end="emit('end')"
    >
      <template #append
        ><span class="figure small"
          ><input
            class="numbers"
            type="number"
            :min="min"
            :max="max"
            :step="step"
            :value="shown"
            :aria-label="`${label}, ${unit || 'as a number'}`"
            @change="type"
          />
          {{ unit }}</span
        ></template
      >
    </v-slider>
  </div>
</template>

<style scoped>
.fine :deep(.v-input) {
  margin: 0;
}
.fine :deep(.v-slider__label) {
  width: 128px;
  font-size: 0.9rem;
}
.figure {
  display: inline-flex;
  align-items: center;
  gap: 3px;
  min-width: 5.4rem;
  white-space: nowrap;
}
.figure input {
  width: 3.5rem;
  text-align: right;
  border: 1px solid transparent;
  border-radius: 6px;
  padding: 1px 2px;
  background: none;
  color: inherit;
  appearance: textfield;
  min-height: 26px;
}
.figure input:hover,
.figure input:focus {
  border-color: var(--line);
  background: var(--paper);
}
.figure input::-webkit-inner-spin-button {
  display: none;
}
</style>
