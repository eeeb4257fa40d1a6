<script setup lang="ts">
/** Figures in a small card: what is pulled with the hand can be typed as well. */
export interface Figure {
  readonly key: string
  readonly label: string
  readonly unit: string
  readonly value: number
  readonly min?: number
  readonly max?: number
}
defineProps<{ title: string; figures: readonly Figure[] }>()
const emit = defineEmits<{ set: [key: string, value: number] }>()
const isOpen = ref(false)
const shown = (value: number) => Math.round(value * 10) / 10

function type({ key, value, min = -Infinity, max = Infinity }: Figure, event: Event): void {
  const field = event.target as HTMLInputElement
  const typed = Number(field.value)
  if (field.value !== '' && Number.isFinite(typed)) emit('set', key, Math.min(max, Math.max(min, typed)))
  else field.value = String(shown(value))
}
</script>

<template>
  <v-menu v-model="isOpen" location="top" :offset="10" :close-on-content-click="false">
    <template #activator="{ props: opens }">
      <v-btn v-bind="opens" aria-haspopup="dialog" variant="text" size="small">By numbers</v-btn>
    </template>
    <div class="card figures" role="dialog" :aria-label="title">
      <h3 class="small">{{ title }}</h3>
      <label v-for="each in figures" :key="each.key" class="small"
        ><span>{{ each.label }}</span>
        <input
          class="numbers"
          type="number"
          :min="each.min"
          :max="each.max"
          :value="shown(each.value)"
          @change="type(each, $event)"
          @keydown.tab.capture="type(each, $event)"
        />
        <span class="soft">{{ each.unit }}</span></label
      >
      <slot :close="() => (isOpen = false)" />
    </div>
  </v-menu>
</template>

<style scoped>
.figures {
  display: grid;
  gap: 6px;
  padding: 12px 16px;
  min-width: 210px;
}
.figures label {
  display: grid;
  grid-template-columns: 1fr 5.5rem 1.6rem;
  gap: 8px;
  align-items: center;
}
.figures input {
  min-height: 38px;
  padding: 3px 8px;
  text-align: right;
  border: 1px solid var(--line);
  border-radius: 6px;
  background: var(--paper);
  color: var(--ink);
}
</style>
