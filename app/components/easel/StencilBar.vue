<script setup lang="ts">
import { isFillable } from '#core/stencil'
import { cssColour, useHand } from '../../stores/hand'

/** While a shape is set: outline, fill, corners, and settling it. */
const hand = useHand()
const { stencil, parts, letters, crop } = useInHand()
const { shape, kind, hasLine, hasFill, fillColour, sides } = stencil
const canFill = computed(() => kind.value !== null && isFillable({ kind: kind.value }))
</script>

<template>
  <div
    v-if="
      kind &&
      hand.settings &&
      !parts.mode.value &&
      !letters.isReady.value &&
      !letters.writing.value &&
      !crop.isOpen.value
    "
    class="strip card lies-below"
    role="group"
    aria-label="The shape"
    @pointerdown.stop
    @wheel.stop
  >
    <label class="small"><input v-model="hasLine" type="checkbox" /> outline</label>
    <label v-if="canFill" class="small"><input v-model="hasFill" type="checkbox" /> fill</label>
    <button
      v-if="canFill && hasFill"
      class="well"
      :style="{ background: cssColour(fillColour ?? hand.colour) }"
      aria-label="Fill with the colour in hand"
      title="Fill with the colour in hand"
      @click="fillColour = [...hand.colour]"
    />
    <label v-if="kind === 'polygon'" class="small"
      >corners <input v-model.number="sides" class="sides" type="number" min="3" max="12"
    /></label>
    <template v-if="shape">
      <v-btn color="primary" size="small" @click="stencil.settle()">Settle</v-btn>
      <v-btn variant="text" size="small" @click="stencil.discard()">Take away</v-btn>
    </template>
    <span v-else class="soft small">Draw it out. Shift: perfect, Alt: from the middle, Ctrl: move it.</span>
  </div>
</template>

<style scoped>
.strip {
  gap: 4px 14px;
}
.well {
  width: 34px;
  height: 34px;
  border-radius: 8px;
  border: 2px solid var(--line);
}
.sides {
  width: 52px;
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 3px 6px;
}
</style>
