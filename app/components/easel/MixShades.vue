<script setup lang="ts">
import {
  colourName,
  GREATEST_RUNGS,
  LEAST_RUNGS,
  LIGHTS,
  lightnessOf,
  shadeLadder,
  type LightName,
  type Rgb8,
} from '#core/colour'
import { cssColour, useHand } from '../../stores/hand'

/** The shade ladder: a row of shades of one colour, from dark to light, for a light. */
const hand = useHand()
/** What the ladder is made of; picking a rung does not change it. */
const base = ref<Rgb8>([...hand.colour])
const light = ref<LightName>('warm sun')
const count = ref(6)
const ladder = computed(() => shadeLadder(base.value, LIGHTS[light.value], count.value))
</script>

<template>
  <div>
    <div class="line small">
      <label
        >Light
        <select v-model="light">
          <option v-for="(_, name) in LIGHTS" :key="name">{{ name }}</option>
        </select></label
      >
    </div>
    <FineSlider v-model="count" label="Rungs" unit="" :min="LEAST_RUNGS" :max="GREATEST_RUNGS" />
    <div class="ladder" role="group" aria-label="Shade ladder, dark to light">
      <button
        v-for="(rung, i) in ladder.rungs"
        :key="i"
        :style="{ background: cssColour(rung) }"
        :aria-label="`Rung ${i + 1}${i === ladder.base ? ', the colour itself' : ''}: ${colourName(rung)}`"
        :title="`Lightness ${Math.round(lightnessOf(rung))} of 100`"
        @click="hand.pick([...rung])"
      >
        <span v-if="i === ladder.base" class="mark" aria-hidden="true" />
      </button>
    </div>
    <div class="line">
      <v-btn size="small" variant="outlined" @click="base = [...hand.colour]">Of my colour</v-btn>
      <v-btn size="small" variant="outlined" @click="hand.fillWells(...ladder.rungs.map(wellOf))">Into my wells</v-btn>
      <v-btn size="small" variant="outlined" @click="hand.ladder = ladder.rungs">Into the paint box</v-btn>
    </div>
    <p class="small soft">Dark rungs are livelier and turn to the shadow; the steps are even to the eye.</p>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  align-items: center;
  gap: 12px;
}
select {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 3px 8px;
  background: var(--paper);
  color: var(--ink);
}
.ladder {
  display: flex;
  align-items: flex-end;
  margin: 6px 0 12px;
  gap: 2px;
}
.ladder button {
  position: relative;
  flex: 1;
  height: 62px;
  border-radius: 3px;
  border: 1px solid rgb(0 0 0 / 18%);
}
.mark {
  position: absolute;
  left: 50%;
  bottom: 5px;
  width: 10px;
  height: 10px;
  margin-left: -5px;
  border-radius: 50%;
  background: #fffdf6;
  border: 2px solid #2a2927;
}
p {
  margin: 8px 0 0;
}
</style>
