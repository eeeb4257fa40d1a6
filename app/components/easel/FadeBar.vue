<script setup lang="ts">
import type { Fade } from '../../composables/easel/in-hand/pour'
import { cssColour, useHand } from '../../stores/hand'

/** How the colour goes over into another, while the pour fades. */
const hand = useHand()
const { mode, fade, waiting, gaps } = useInHand().pouring
const isShown = computed(
  () => hand.lifted?.now.kind === 'pour' && mode.value === 'fade' && !waiting.value && gaps.value.length === 0,
)
const FORMS: [Fade['form'], string][] = [
  ['straight', 'straight'],
  ['round', 'round'],
  ['along', 'by the shape'],
]
const set = (part: Partial<Fade>) => {
  fade.value = { ...fade.value, ...part }
}
</script>

<template>
  <div v-if="isShown" class="bar card lies-above" @pointerdown.stop>
    <strong class="small">Fade</strong>
    <div class="set" role="radiogroup" aria-label="Which way it fades">
      <button
        v-for="[form, name] in FORMS"
        :key="form"
        class="choice small"
        role="radio"
        :aria-checked="fade.form === form"
        @click="set({ form })"
      >
        {{ name }}
      </button>
    </div>
    <span class="small">from <i class="drop" :style="{ background: cssColour(hand.colour) }" /> to</span>
    <div class="set" role="radiogroup" aria-label="What it fades to">
      <button class="choice small" role="radio" :aria-checked="fade.to === 'clear'" @click="set({ to: 'clear' })">
        clear
      </button>
      <button
        class="choice small"
        role="radio"
        :aria-checked="fade.to === 'before'"
        :disabled="!hand.lastColours.length"
        @click="set({ to: 'before' })"
      >
        before<i v-if="hand.lastColours[0]" class="drop" :style="{ background: cssColour(hand.lastColours[0]) }" />
      </button>
    </div>
    <label class="small"
      ><input type="checkbox" :checked="fade.isCell" @change="set({ isCell: !fade.isCell })" /> in one cell</label
    >
    <label class="small" title="Even to the eye (OKLab), or by the screen's numbers (sRGB)"
      ><input
        type="checkbox"
        :checked="fade.space === 'oklab'"
        @change="set({ space: fade.space === 'oklab' ? 'srgb' : 'oklab' })"
      />
      even to the eye</label
    >
  </div>
</template>

<style scoped>
.bar {
  gap: 6px 12px;
  padding: 7px 14px;
}
.set {
  display: flex;
  gap: 4px;
}
.choice {
  min-height: 32px;
  padding: 0 9px;
  border: 1px solid var(--line);
  border-radius: 8px;
  white-space: nowrap;
}
.choice[aria-checked='true'] {
  border-color: var(--blue);
  box-shadow: inset 0 0 0 1px var(--blue);
  font-weight: 560;
}
.drop {
  display: inline-block;
  width: 16px;
  height: 16px;
  border-radius: 50%;
  border: 1.5px solid #8f8b83;
  vertical-align: -3px;
  margin: 0 3px;
}
label {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
</style>
