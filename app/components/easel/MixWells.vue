<script setup lang="ts">
import { colourName, mixedAsPaint, type Rgb8 } from '#core/colour'
import { cssColour, useHand, type Colour } from '../../stores/hand'

/** Two wells mixed as paint on a palette: blue and yellow give a green. */
const hand = useHand()
const all = computed<readonly { name: string; colour: Colour }[]>(() => [...hand.wells, ...hand.ownWells])
const first = ref(0)
const second = ref(Math.min(1, hand.wells.length - 1))
const next = ref<'first' | 'second'>('first')
const STEPS = 9

function choose(place: number): void {
  if (next.value === 'first') first.value = place
  else second.value = place
  next.value = next.value === 'first' ? 'second' : 'first'
}
const mixtures = computed<Rgb8[]>(() => {
  const [a, b] = [all.value[first.value]?.colour, all.value[second.value]?.colour]
  return a && b ? Array.from({ length: STEPS }, (_, i) => mixedAsPaint(a, b, i / (STEPS - 1))) : []
})
</script>

<template>
  <div>
    <p class="small soft">Choose two wells. They mix as paint does.</p>
    <div class="swatches" role="group" aria-label="Wells to mix">
      <button
        v-for="(well, i) in all"
        :key="i"
        :style="{ background: cssColour(well.colour) }"
        :class="{ chosen: i === first || i === second }"
        :aria-pressed="i === first || i === second"
        :aria-label="well.name"
        :title="well.name"
        @click="choose(i)"
      />
    </div>
    <div class="band" role="group" aria-label="Mixtures">
      <button
        v-for="(colour, i) in mixtures"
        :key="i"
        :style="{ background: cssColour(colour) }"
        :aria-label="colourName(colour)"
        :title="colourName(colour)"
        @click="hand.pick([...colour])"
      />
    </div>
  </div>
</template>

<style scoped>
p {
  margin: 0 0 6px;
}
.swatches {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
}
.swatches button {
  width: 38px;
  height: 32px;
  border-radius: 6px;
  border: 1px solid rgb(0 0 0 / 25%);
}
.swatches .chosen {
  outline: 3px solid var(--blue);
  outline-offset: 1px;
}
.band {
  display: flex;
  margin-top: 12px;
  border-radius: 9px;
  overflow: hidden;
  border: 1px solid var(--line);
}
.band button {
  flex: 1;
  height: 54px;
}
</style>
