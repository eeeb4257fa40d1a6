<script setup lang="ts">
import { useHand } from '../../stores/hand'

/** A stamp or a pattern is cut: from what is drawn, or from a picture. Its darkness is what is laid. */
const cuts = useCuts()
const { cutting, from, how, mask, isReading } = cuts
const hand = useHand()
const { pouring } = useInHand()
const name = ref('')
const { busy, trying } = useTrying()
const isPattern = computed(() => cutting.value === 'pattern')
const isPaper = computed(() => cutting.value === 'paper')
const isTiled = computed(() => isPattern.value || isPaper.value)
const WORDS = {
  stamp: 'What is dark is set down in the colour in hand, again and again.',
  pattern: 'What is dark is poured in the colour in hand, side by side without a seam.',
  paper: 'A photograph of paper, cloth, a wall: what is dark there lies deeper. The light on it is taken out.',
} as const
const kindName = computed(() => cutting.value ?? 'stamp')
const isFile = computed(() => from.value instanceof File)
watch(cutting, kind => {
  if (kind) name.value = ''
})
const keep = () =>
  trying(true, async () => {
    const cut = await cuts.keep(name.value.trim() || `my ${kindName.value}`)
    if (!cut) return
    // It is in hand at once.
    const { tip } = hand.settings ?? {}
    if (cut.kind === 'stamp' && tip?.kind === 'shape') hand.set({ tip: { ...tip, shape: { cut: cut.picture } } })
    const { poured } = pouring
    if (cut.kind === 'pattern')
      poured.value = {
        kind: 'pattern',
        pattern: { cut: cut.picture },
        size: poured.value.kind === 'pattern' ? Math.max(poured.value.size, 48) : 48,
      }
  })
const SOURCES = [
  ['layer', 'this layer'],
  ['all', 'all that can be seen'],
] as const
</script>

<template>
  <CardDialog
    :model-value="cutting !== null"
    :title="`Cut a ${kindName}`"
    :width="620"
    @update:model-value="cuts.leave()"
  >
    <p class="small">
      {{ WORDS[kindName] }}
      Of the drawing, what is chosen is taken; or else all of it.
    </p>
    <div class="two">
      <div class="seen" :class="{ tiled: isTiled }">
        <template v-if="mask">
          <PixelPicture
            v-for="i in isTiled ? 4 : 1"
            :key="i"
            :picture="mask"
            :role="i === 1 ? 'img' : 'presentation'"
            :aria-label="i === 1 ? `The ${kindName}` : undefined"
          />
        </template>
        <p v-else class="small soft" role="status">
          {{ isReading ? 'It is read …' : 'Nothing there is dark enough. Choose a part, another layer, or a picture.' }}
        </p>
      </div>
      <div class="side">
        <div class="ways" role="radiogroup" aria-label="Cut from">
          <button
            v-for="[key, words] in SOURCES"
            :key="key"
            class="choice"
            role="radio"
            :aria-checked="from === key"
            @click="cuts.take(key)"
          >
            {{ words }}
          </button>
        </div>
        <PictureFiles
          :words="isFile ? 'Another picture …' : 'A picture …'"
          label="A picture to cut from"
          @files="files => files[0] && cuts.take(files[0])"
        />
        <div v-if="!isPaper" class="ways" role="radiogroup" aria-label="Its edge">
          <button class="choice" role="radio" :aria-checked="how.edge === 'hard'" @click="cuts.set({ edge: 'hard' })">
            hard edge
          </button>
          <button class="choice" role="radio" :aria-checked="how.edge === 'soft'" @click="cuts.set({ edge: 'soft' })">
            as dark as it is
          </button>
        </div>
        <FineSlider
          v-if="!isPaper"
          label="Dark enough"
          :min="2"
          :max="98"
          :model-value="how.strength"
          @update:model-value="cuts.set({ strength: $event })"
        />
        <label v-if="!isPaper" class="small check"
          ><input
            type="checkbox"
            :checked="how.isTurned"
            @change="cuts.set({ isTurned: ($event.target as HTMLInputElement).checked })"
          />
          what is light instead</label
        >
        <v-text-field v-model="name" label="Its name" maxlength="30" density="compact" hide-details />
      </div>
    </div>
    <template #actions
      ><v-btn color="primary" :disabled="!mask" :loading="busy !== null" @click="keep">{{
        `Keep the ${kindName}`
      }}</v-btn></template
    >
    <template #leave>Not now</template>
  </CardDialog>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr);
  gap: 18px;
}
.seen {
  display: grid;
  place-items: center;
  align-self: start;
  width: 220px;
  height: 220px;
  overflow: hidden;
  background: #fff;
  border: 1px solid var(--line);
  border-radius: 8px;
}
.seen p {
  padding: 12px;
  color: #4b4741;
}
.seen :deep(canvas) {
  max-width: 100%;
  max-height: 100%;
}
.seen.tiled {
  grid-template-columns: 1fr 1fr;
  place-items: stretch;
}
.seen.tiled :deep(canvas) {
  width: 100%;
  height: 100%;
}
.seen.tiled p {
  grid-column: 1 / -1;
}
.side {
  display: grid;
  gap: 10px;
  align-content: start;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.choice {
  min-height: 36px;
  padding: 0 12px;
  border: 1px solid var(--line);
  border-radius: 999px;
}
.choice[aria-checked='true'] {
  border-color: var(--blue);
  box-shadow: inset 0 0 0 1px var(--blue);
}
.check {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 36px;
}
@media (max-width: 640px) {
  .two {
    grid-template-columns: 1fr;
  }
}
</style>
