<script setup lang="ts">
import {
  colourName,
  GREATEST_CHROMA,
  HARMONIES,
  harmonyOf,
  mixtureOf,
  rgbOf,
  type Harmony,
  type Mixture,
  type Rgb8,
} from '#core/colour'
import { cssColour, isSame, useHand } from '../../stores/hand'

/** Mixes a colour: by lightness, liveliness and hue, of two wells, as a ladder of shades, from a picture. */
const emit = defineEmits<{ palettes: [] }>()
const hand = useHand()
const MODES = [
  ['mix', 'Mix'],
  ['wells', 'Two wells'],
  ['shades', 'Shades'],
  ['picture', 'From a picture'],
] as const
const mode = ref<(typeof MODES)[number][0]>('mix')
const mixture = ref<Mixture>(mixtureOf(hand.colour))

let isOwn = false
watch(
  () => hand.colour,
  colour => {
    if (!isOwn) mixture.value = mixtureOf(colour, mixture.value.hue)
    isOwn = false
  },
)

function mix(part: Partial<Mixture>): void {
  mixture.value = { ...mixture.value, ...part }
  const next = rgbOf(mixture.value)
  isOwn = !isSame(next, hand.colour)
  hand.mix(next)
}

function ramp(part: keyof Mixture, from: number, to: number): string {
  const stops = Array.from({ length: 9 }, (_, i) =>
    cssColour(rgbOf({ ...mixture.value, [part]: from + ((to - from) * i) / 8 })),
  )
  return `linear-gradient(90deg, ${stops.join(', ')})`
}

const HARMONY_WORDS: Record<Harmony, string> = { complement: 'complement', neighbours: 'neighbours', triad: 'triad' }
const harmonies = computed(() =>
  (Object.keys(HARMONIES) as Harmony[]).map(key => ({
    name: HARMONY_WORDS[key],
    colours: harmonyOf(hand.colour, key),
  })),
)
const pick = (colour: Rgb8) => hand.pick([...colour])
const before = computed(() => hand.lastColours[0] ?? hand.colour)
</script>

<template>
  <div class="card mixer" role="dialog" aria-label="Mixer">
    <div class="ways" role="tablist" aria-label="Ways to a colour">
      <button v-for="[key, name] in MODES" :key="key" role="tab" :aria-selected="mode === key" @click="mode = key">
        {{ name }}
      </button>
    </div>
    <div class="patch">
      <button
        :style="{ background: cssColour(before) }"
        :aria-label="`Back to the colour before: ${colourName(before)}`"
        @click="pick(before)"
      >
        <span>before</span>
      </button>
      <span :style="{ background: cssColour(hand.colour) }"
        ><span>{{ colourName(hand.colour) }}</span></span
      >
    </div>
    <template v-if="mode === 'mix'">
      <div class="both">
        <GamutPlane :mixture="mixture" @mix="mix" />
        <div class="sliders">
          <label
            >Light or dark<input
              type="range"
              min="0"
              max="1"
              step="0.005"
              :value="mixture.lightness"
              :aria-valuetext="`${Math.round(100 * mixture.lightness)} % light`"
              :style="{ background: ramp('lightness', 0, 1) }"
              @input="mix({ lightness: Number(($event.target as HTMLInputElement).value) })"
          /></label>
          <label
            >Grey or lively<input
              type="range"
              min="0"
              :max="GREATEST_CHROMA"
              step="0.002"
              :value="mixture.chroma"
              :aria-valuetext="`${Math.round((100 * mixture.chroma) / GREATEST_CHROMA)} % lively`"
              :style="{ background: ramp('chroma', 0, GREATEST_CHROMA) }"
              @input="mix({ chroma: Number(($event.target as HTMLInputElement).value) })"
          /></label>
          <label
            >Hue<input
              type="range"
              min="0"
              max="359"
              step="1"
              :value="mixture.hue"
              :aria-valuetext="`${mixture.hue} degrees`"
              :style="{ background: ramp('hue', 0, 359) }"
              @input="mix({ hue: Number(($event.target as HTMLInputElement).value) })"
          /></label>
        </div>
      </div>
      <div class="harmonies">
        <div v-for="{ name, colours } in harmonies" :key="name" class="small">
          <span class="swatches"
            ><button
              v-for="(colour, i) in colours"
              :key="i"
              :style="{ background: cssColour(colour) }"
              :aria-label="`${name}: ${colourName(colour)}`"
              :title="colourName(colour)"
              @click="pick(colour)" /></span
          >{{ name }}
        </div>
      </div>
      <MixFigures :mixture="mixture" @mix="mix" />
    </template>
    <MixWells v-else-if="mode === 'wells'" />
    <MixShades v-else-if="mode === 'shades'" />
    <MixPicture v-else />
    <OwnWells @palettes="emit('palettes')" />
  </div>
</template>

<style scoped>
.mixer {
  width: 440px;
  max-width: 94vw;
  max-height: 78vh;
  overflow: auto;
  box-shadow: 0 10px 34px rgb(0 0 0 / 25%);
  padding: 14px 18px;
}
.ways {
  display: flex;
  gap: 4px;
  border-bottom: 1px solid var(--line);
}
.ways button {
  padding: 5px 11px;
  min-height: 36px;
  border-bottom: 3px solid transparent;
  font-family: var(--font-display);
  font-size: 1rem;
}
.ways button[aria-selected='true'] {
  border-color: var(--blue);
  font-weight: 600;
}
.patch {
  display: grid;
  grid-template-columns: 1fr 1.6fr;
  border-radius: 8px;
  overflow: hidden;
  margin: 10px 0 12px;
  border: 1px solid var(--line);
}
.patch > * {
  padding: 16px 8px 4px;
  text-align: left;
}
.patch span span {
  font-size: 0.78rem;
  background: rgb(255 253 246 / 88%);
  color: #2a2927;
  border-radius: 5px;
  padding: 0 6px;
}
.patch button span {
  font-size: 0.78rem;
  background: rgb(255 253 246 / 88%);
  color: #2a2927;
  border-radius: 5px;
  padding: 0 6px;
}
.both {
  display: grid;
  grid-template-columns: 178px 1fr;
  gap: 16px;
}
.sliders label {
  display: block;
  font-size: 0.85rem;
  margin-bottom: 9px;
}
.sliders input[type='range'] {
  appearance: none;
  width: 100%;
  height: 18px;
  border-radius: 9px;
  border: 1px solid var(--line);
  margin-top: 3px;
  display: block;
}
.sliders input[type='range']::-webkit-slider-thumb {
  appearance: none;
  width: 14px;
  height: 26px;
  border-radius: 5px;
  background: #fffdf6;
  border: 2px solid #2a2927;
}
.sliders input[type='range']::-moz-range-thumb {
  width: 10px;
  height: 22px;
  border-radius: 5px;
  background: #fffdf6;
  border: 2px solid #2a2927;
}
.harmonies {
  display: flex;
  gap: 18px;
  margin: 8px 0 2px;
}
.harmonies > div {
  display: grid;
  gap: 2px;
}
.swatches {
  display: flex;
  gap: 4px;
}
.swatches button {
  width: 36px;
  height: 30px;
  border-radius: 7px;
  border: 1px solid rgb(0 0 0 / 25%);
}
</style>
