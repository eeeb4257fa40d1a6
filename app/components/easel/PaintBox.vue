<script setup lang="ts">
import { GREATEST_CHROMA, mixtureOf, rgbOf, type Mixture } from '#core/colour'
import { cssColour, isSame, useHand, type Colour } from '../../stores/hand'

/** The colours: the plan's wells in their tin, the colour in hand, the ones before, and the mixer. */
const hand = useHand()
const mixture = ref<Mixture>(mixtureOf(hand.colour))
const isMixing = ref(false)

watch(() => hand.colour, (colour) => {
  if (!isMixing.value) mixture.value = mixtureOf(colour, mixture.value.hue)
})

function open(isOpen: boolean): void {
  if (isOpen) {
    mixture.value = mixtureOf(hand.colour, mixture.value.hue)
    // The colour before mixing is kept one touch away.
    hand.keepColour()
  }
  isMixing.value = isOpen
}

function mix(part: Partial<Mixture>): void {
  mixture.value = { ...mixture.value, ...part }
  hand.mix(rgbOf(mixture.value))
}

function ramp(part: keyof Mixture, from: number, to: number): string {
  const stops = Array.from({ length: 9 }, (_, i) => cssColour(rgbOf({ ...mixture.value, [part]: from + ((to - from) * i) / 8 })))
  return `linear-gradient(90deg, ${stops.join(', ')})`
}

const inHand = (colour: Colour) => isSame(colour, hand.colour)
</script>

<template>
  <div class="box" role="group" aria-label="Paint box">
    <v-menu :model-value="isMixing" location="top" :close-on-content-click="false" :offset="14" @update:model-value="open">
      <template #activator="{ props: opens }">
        <button v-bind="opens" class="hand" :style="{ background: cssColour(hand.colour) }" aria-label="Colour in hand. Opens the mixer." title="The colour in hand. Touch it to mix another." />
      </template>
      <div class="card mixer">
        <h3>Mix a colour</h3>
        <div class="patch"><span :style="{ background: cssColour(hand.lastColours[0] ?? hand.colour) }">before</span><span :style="{ background: cssColour(hand.colour) }">now</span></div>
        <label>Light or dark<input type="range" min="0" max="1" step="0.005" :value="mixture.lightness" :style="{ background: ramp('lightness', 0, 1) }" @input="mix({ lightness: Number(($event.target as HTMLInputElement).value) })"></label>
        <label>Grey or lively<input type="range" min="0" :max="GREATEST_CHROMA" step="0.002" :value="mixture.chroma" :style="{ background: ramp('chroma', 0, GREATEST_CHROMA) }" @input="mix({ chroma: Number(($event.target as HTMLInputElement).value) })"></label>
        <label>Hue<input type="range" min="0" max="359" step="1" :value="mixture.hue" :style="{ background: ramp('hue', 0, 359) }" @input="mix({ hue: Number(($event.target as HTMLInputElement).value) })"></label>
        <p class="small soft numbers">red {{ hand.colour[0] }} · green {{ hand.colour[1] }} · blue {{ hand.colour[2] }}</p>
      </div>
    </v-menu>
    <div class="tin">
      <button
        v-for="well in hand.wells" :key="well.name" class="well" :class="{ chosen: inHand(well.colour) }"
        :aria-label="`Well: ${well.name}`" :title="well.name" :aria-pressed="inHand(well.colour)" @click="hand.pick([...well.colour])"
      >
        <span :style="{ background: cssColour(well.colour) }" />
      </button>
    </div>
    <div class="before" role="group" aria-label="Colours before">
      <button
        v-for="(colour, i) in hand.lastColours.slice(0, 4)" :key="i" :style="{ background: cssColour(colour) }"
        :aria-label="i === 0 ? 'The colour before' : `Colour ${i + 1} before`" @click="hand.pick([...colour])"
      />
    </div>
  </div>
</template>

<style scoped>
.box { display: flex; align-items: center; gap: 10px; height: 100%; padding-right: 12px; }
.hand { width: 56px; height: 56px; border-radius: 47% 53% 44% 56% / 55% 46% 54% 45%; border: 3px solid #fffdf6; box-shadow: 0 2px 6px rgb(40 30 10 / 45%); flex: none; }
.tin { display: grid; grid-auto-flow: column; grid-template-rows: repeat(2, 33px); gap: 5px; background: #e8e6e1; border: 2px solid #8f8b83; border-radius: 7px; padding: 5px; box-shadow: inset 0 1px 4px rgb(0 0 0 / 28%); }
.v-theme--lamp .tin { background: #8a877f; }
.well { width: 40px; height: 33px; border-radius: 5px; padding: 3px; position: relative; }
.well span { display: block; width: 100%; height: 100%; border-radius: 4px; box-shadow: inset 0 2px 4px rgb(0 0 0 / 32%); }
.well.chosen { outline: 3px solid #2b4c8c; outline-offset: -1px; }
.before { display: grid; grid-template-columns: repeat(2, 20px); gap: 5px; }
.before button { width: 20px; height: 32px; border-radius: 6px; border: 1.5px solid #fffdf6; box-shadow: 0 1px 3px rgb(0 0 0 / 35%); }
.mixer { width: 320px; box-shadow: 0 10px 34px rgb(0 0 0 / 25%); }
.patch { display: grid; grid-template-columns: 1fr 1fr; border-radius: 8px; overflow: hidden; margin: 10px 0 14px; border: 1px solid var(--line); }
.patch span { padding: 20px 8px 4px; font-size: 0.75rem; color: #fff; text-shadow: 0 0 3px #000, 0 0 2px #000; }
.mixer label { display: block; font-size: 0.85rem; margin-bottom: 12px; }
.mixer input[type='range'] { appearance: none; width: 100%; height: 18px; border-radius: 9px; border: 1px solid var(--line); margin-top: 4px; display: block; }
.mixer input[type='range']::-webkit-slider-thumb { appearance: none; width: 14px; height: 26px; border-radius: 5px; background: #fffdf6; border: 2px solid #2a2927; }
.mixer input[type='range']::-moz-range-thumb { width: 10px; height: 22px; border-radius: 5px; background: #fffdf6; border: 2px solid #2a2927; }
</style>
