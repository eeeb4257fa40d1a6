<script setup lang="ts">
import { cssColour } from '../../stores/hand'

/** How far away each layer is: the farther, the more it fades into the sky. */
const { haze } = useInHand()
const { far, sky, isOpen } = haze
</script>

<template>
  <div v-if="isOpen" class="card haze lies-beside" role="group" aria-label="Haze" @pointerdown.stop>
    <header><strong>Haze</strong><span class="small soft">far things are paler, with less contrast</span></header>
    <p v-if="!far.length" class="small">
      There is no painted layer that could be changed. Draw something first, or unlock a layer.
    </p>
    <FineSlider
      v-for="each in far"
      :key="each.layer"
      :model-value="each.distance"
      :label="each.name"
      unit="% away"
      @update:model-value="haze.set(each.layer, $event)"
    />
    <div class="sky small">
      <i :style="{ background: cssColour(sky) }" />the sky
      <v-btn size="small" variant="outlined" @click="haze.takeSky()">Take the colour in hand</v-btn>
    </div>
    <footer>
      <v-btn size="small" color="primary" :disabled="!far.length" @click="haze.settle()">Keep it</v-btn
      ><v-btn size="small" variant="text" @click="haze.discard()">Leave as it was</v-btn>
    </footer>
  </div>
</template>

<style scoped>
.haze :deep(.v-slider__label) {
  width: 92px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.sky {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 36px;
}
.sky i {
  width: 24px;
  height: 24px;
  border-radius: 50%;
  border: 1.5px solid #8f8b83;
}
footer {
  display: flex;
  gap: 6px;
}
p {
  margin: 0;
}
</style>
