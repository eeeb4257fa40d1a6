<script setup lang="ts">
import { PATTERNS, type Pattern, type PatternName } from '#core/fill'
import type { Poured } from '../../composables/easel/in-hand/pour'

/** Which pattern is poured, and how large: one of ours, the plan's, or one's own. */
const { poured } = defineProps<{ poured: Extract<Poured, { kind: 'pattern' }> }>()
const emit = defineEmits<{ set: [part: { pattern: Pattern } | { size: number }] }>()
const cuts = useCuts()
const patterns = computed(() => cuts.offered.value.filter(each => each.kind === 'pattern'))
const cut = computed(() => {
  const { pattern } = poured
  return typeof pattern === 'string' ? null : pattern.cut
})
const own = computed(() => patterns.value.find(each => each.picture.hash === cut.value?.hash)?.own ?? null)
async function take(key: string): Promise<void> {
  const found = patterns.value.find(each => each.picture.hash === key)
  if (!found) return emit('set', { pattern: key as PatternName })
  if (await cuts.bring(found.picture)) emit('set', { pattern: { cut: found.picture } })
}
function forget(): void {
  const gone = own.value!
  emit('set', { pattern: 'dots' })
  cuts.forget(gone)
}
</script>

<template>
  <div>
    <label class="line"
      >pattern
      <select :value="cut ? cut.hash : poured.pattern" @change="take(($event.target as HTMLSelectElement).value)">
        <option v-for="name in PATTERNS" :key="name" :value="name">{{ name }}</option>
        <option v-for="each in patterns" :key="each.picture.hash" :value="each.picture.hash">{{ each.name }}</option>
      </select></label
    >
    <div class="line">
      <CutPicture v-if="cut" :picture="cut" />
      <button class="find" @click="cuts.begin('pattern')">Cut your own …</button>
      <button v-if="own" class="find" @click="forget">Forget it</button>
    </div>
    <FineSlider
      :model-value="poured.size"
      label="Size"
      unit="px"
      :min="4"
      :max="cut ? 400 : 200"
      @update:model-value="emit('set', { size: $event })"
    />
  </div>
</template>

<style scoped>
.line {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 34px;
}
.find {
  min-height: 30px;
  padding: 0 8px;
  border-radius: 8px;
  border: 1px solid var(--line);
  font-size: 0.82rem;
  white-space: nowrap;
  color: inherit;
}
select {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 3px 8px;
  background: var(--paper);
  color: var(--ink);
  max-width: 100%;
}
</style>
