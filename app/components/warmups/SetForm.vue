<script setup lang="ts">
import { DRILLS, GREATEST_SEED, type DrillName } from '#core/drill'
import { MOST_IN_SET, type WarmUpSetBody } from '#shared/schemas'
import type { WarmUpSetView } from '#shared/views'
import { DRILL_FAMILIES } from '../../sheet/drill-families'

/** A set of warm-ups for a class: which, in the order they were chosen, and for what day. */
const { set } = defineProps<{ set: WarmUpSetView | null; busy: boolean }>()
const emit = defineEmits<{ keep: [body: WarmUpSetBody] }>()
const isOpen = defineModel<boolean>({ default: false })
const title = ref('')
const day = ref('')
const chosen = ref<WarmUpSetBody['warmUps']>([])
watch(
  isOpen,
  () => {
    title.value = set?.title ?? ''
    day.value = set?.day ?? dayToday()
    chosen.value = [...(set?.warmUps ?? [])]
  },
  { immediate: true },
)

const placeOf = (drill: DrillName) => chosen.value.findIndex(each => each.drill === drill)
const isFull = computed(() => chosen.value.length >= MOST_IN_SET)
const seconds = computed(() => chosen.value.reduce((sum, each) => sum + DRILLS[each.drill].seconds, 0))
function toggle(drill: DrillName): void {
  // What is asked for already keeps its number: its scores stay.
  if (placeOf(drill) >= 0) chosen.value = chosen.value.filter(each => each.drill !== drill)
  else
    chosen.value = [
      ...chosen.value,
      set?.warmUps.find(each => each.drill === drill) ?? { drill, seed: Math.floor(Math.random() * GREATEST_SEED) },
    ]
}
const keep = () =>
  emit('keep', {
    title: title.value.trim(),
    day: day.value,
    warmUps: chosen.value.map(({ drill, seed }) => ({ drill, seed })),
  })
</script>

<template>
  <CardDialog v-model="isOpen" :title="set ? 'Change the set' : 'A new set of warm-ups'">
    <form id="warm-up-set" class="fields" @submit.prevent="keep">
      <label>Its title <input v-model="title" maxlength="80" placeholder="Before the harbour" required /></label>
      <label>For <input v-model="day" type="date" required /></label>
      <p class="small soft">
        {{
          chosen.length === 0
            ? `Choose up to ${MOST_IN_SET}. They are done in the order you choose them; everyone gets the same tries.`
            : `${chosen.length} chosen · about ${Math.max(Math.round(seconds / 60), 1)} min`
        }}
      </p>
      <fieldset v-for="group in DRILL_FAMILIES" :key="group.family">
        <legend class="small">{{ group.title }}</legend>
        <button
          v-for="[name, drill] in group.drills"
          :key="name"
          type="button"
          class="drill small"
          :aria-pressed="placeOf(name) >= 0"
          :disabled="isFull && placeOf(name) < 0"
          :title="drill.trains"
          @click="toggle(name)"
        >
          <span v-if="placeOf(name) >= 0" class="numbers place">{{ placeOf(name) + 1 }}</span>{{ drill.title }}
        </button>
      </fieldset>
    </form>
    <template #actions>
      <v-btn
        color="primary"
        type="submit"
        form="warm-up-set"
        :disabled="title.trim() === '' || day === '' || chosen.length === 0"
        :loading="busy"
        >{{ set ? 'Keep it' : 'Give it to the class' }}</v-btn
      >
    </template>
  </CardDialog>
</template>

<style scoped>
.fields,
label {
  display: grid;
  gap: 10px;
}
label {
  gap: 4px;
}
input {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 8px 10px;
  background: var(--paper);
  color: var(--ink);
  font: inherit;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
legend {
  padding: 0;
  margin-bottom: 4px;
  color: var(--ink-soft);
}
.drill {
  border: 1.5px solid var(--line);
  border-radius: 8px;
  padding: 4px 10px;
  min-height: 36px;
}
.drill[aria-pressed='true'] {
  border-color: var(--blue);
  box-shadow: 0 0 0 1px var(--blue);
  font-weight: 520;
}
.drill:disabled {
  opacity: 0.45;
}
.place {
  margin-right: 7px;
  font-weight: 600;
  color: var(--blue);
}
</style>
