<script setup lang="ts">
import { cssColour, MOST_OWN_WELLS, useHand, wellOf } from '../../stores/hand'

/** Wells that someone filled themselves, on this device. */
const hand = useHand()
const emit = defineEmits<{ palettes: [] }>()
const isEmptying = ref(false)
</script>

<template>
  <section aria-label="My wells" class="own">
    <header>
      <strong class="small">My wells</strong>
      <v-btn size="x-small" variant="text" @click="hand.fillWells(wellOf(hand.colour))">Keep this colour</v-btn>
      <v-btn v-if="hand.wellsBefore" size="x-small" variant="text" @click="hand.takeBackWells()">As they were</v-btn>
      <v-btn size="x-small" variant="text" aria-haspopup="dialog" @click="emit('palettes')">Palettes …</v-btn>
      <v-btn
        v-if="hand.ownWells.length"
        size="x-small"
        variant="text"
        :aria-pressed="isEmptying"
        @click="isEmptying = !isEmptying"
        >{{ isEmptying ? 'Done' : 'Empty some' }}</v-btn
      >
    </header>
    <p v-if="hand.ownWells.length === 0" class="small soft">
      Colours that you keep lie here, up to {{ MOST_OWN_WELLS }}.
    </p>
    <div v-else class="swatches">
      <button
        v-for="{ name, colour } in hand.ownWells"
        :key="colour.join()"
        :style="{ background: cssColour(colour) }"
        :class="{ goes: isEmptying }"
        :aria-label="isEmptying ? `Empty ${name}` : `My well: ${name}`"
        :title="isEmptying ? 'Empty it' : name"
        @click="isEmptying ? hand.emptyWell(colour) : hand.pick([...colour])"
      />
    </div>
  </section>
</template>

<style scoped>
.own {
  margin-top: 12px;
  border-top: 1px dashed var(--line);
  padding-top: 8px;
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px;
}
header :deep(.v-btn) {
  font-size: 0.8rem;
}
header strong {
  flex: 1;
}
p {
  margin: 2px 0 0;
}
.swatches {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
  margin-top: 4px;
}
.swatches button {
  width: 32px;
  height: 28px;
  border-radius: 6px;
  border: 1px solid rgb(0 0 0 / 25%);
}
.swatches .goes {
  border: 2px dashed var(--ochre);
  border-radius: 50%;
}
</style>
