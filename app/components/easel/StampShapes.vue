<script setup lang="ts">
import { STAMP_SHAPES, type CutShape, type StampShape } from '#core/brush'
import type { PictureName } from '#core/drawing'

/** The shapes that a stamp may have, the plan's and one's own among them. */
const { shape: now } = defineProps<{ shape: StampShape | CutShape }>()
const emit = defineEmits<{ take: [shape: StampShape | CutShape] }>()
const cuts = useCuts()
const stamps = computed(() => cuts.offered.value.filter(each => each.kind === 'stamp'))
const isNow = (hash: string) => typeof now === 'object' && now.cut.hash === hash
async function take(picture: PictureName): Promise<void> {
  if (await cuts.bring(picture)) emit('take', { cut: picture })
}
/** The one in hand, where it is one's own. */
const own = computed(() => stamps.value.find(each => isNow(each.picture.hash))?.own ?? null)
function forget(): void {
  const cut = own.value!
  emit('take', 'disc')
  cuts.forget(cut)
}
</script>

<template>
  <div class="shapes" role="radiogroup" aria-label="Shape">
    <button
      v-for="each in STAMP_SHAPES"
      :key="each"
      class="choice"
      role="radio"
      :aria-checked="now === each"
      @click="emit('take', each)"
    >
      {{ each }}
    </button>
    <button
      v-for="cut in stamps"
      :key="cut.picture.hash"
      class="choice own"
      role="radio"
      :aria-checked="isNow(cut.picture.hash)"
      @click="take(cut.picture)"
    >
      <CutPicture :picture="cut.picture" /> {{ cut.name }}
    </button>
  </div>
  <div class="shapes">
    <button class="choice" @click="cuts.begin('stamp')">Cut your own …</button>
    <button v-if="own" class="choice" @click="forget">Forget “{{ own.name }}”</button>
  </div>
</template>

<style scoped>
.shapes {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 4px 0;
}
.choice {
  padding: 5px 11px;
  min-height: 34px;
  border: 1px solid var(--line);
  border-radius: 8px;
  font-size: 0.88rem;
}
.choice[aria-checked='true'] {
  border-color: var(--blue);
  box-shadow: inset 0 0 0 1px var(--blue);
  font-weight: 560;
}
.own {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
</style>
