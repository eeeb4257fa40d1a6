<script setup lang="ts">
import { STAMP_SHAPES, toolPictures, type StampShape, type ToolSettings } from '#core/brush'
import { cutsIn, keepCut } from '../../sheet/plan-cuts'
import { useCutsStore } from '../../stores/cuts'

/** The shape of a stamp that a step lays out: one of ours, the plan's, or one of the teacher's own. */
const { settings } = defineProps<{ settings: ToolSettings }>()
const emit = defineEmits<{ take: [tip: ToolSettings['tip']] }>()
const { plan } = usePlanEditor()
const store = useCutsStore()

const own = computed(() => store.all.filter(each => each.kind === 'stamp'))
const shape = computed(() => (settings.tip.kind === 'shape' ? settings.tip.shape : null))
const cut = computed(() => toolPictures(settings)[0] ?? null)
/** Those that the plan has already, under names of no store. */
const plans = computed(() => {
  const known = new Set(own.value.map(each => each.picture.hash))
  return cutsIn(plan.value!)
    .filter(each => each.kind === 'stamp' && !known.has(each.picture.hash))
    .map(each => each.picture)
})

async function take(event: Event): Promise<void> {
  const { value } = event.target as HTMLSelectElement
  const tip = settings.tip
  if (tip.kind !== 'shape') return
  const mine = own.value.find(each => each.picture.hash === value)
  const picture = mine?.picture ?? plans.value.find(each => each.hash === value)
  // Its px are here before the plan is sent with it.
  if (mine) await keepCut(mine)
  emit('take', { ...tip, shape: picture ? { cut: picture } : (value as StampShape) })
}
</script>

<template>
  <label v-if="shape" class="stamp"
    ><span class="soft">shape</span>
    <select :value="cut ? cut.hash : shape" aria-label="Shape of the stamp" @change="take">
      <option v-for="each in STAMP_SHAPES" :key="each" :value="each">{{ each }}</option>
      <option v-for="(each, i) in plans" :key="each.hash" :value="each.hash">of the plan, {{ i + 1 }}</option>
      <option v-for="each in own" :key="each.picture.hash" :value="each.picture.hash">your “{{ each.name }}”</option>
    </select>
    <CutPicture v-if="cut" :picture="cut" />
  </label>
</template>

<style scoped>
.stamp {
  display: flex;
  gap: 8px;
  align-items: center;
  flex-basis: 100%;
  min-height: 34px;
}
</style>
