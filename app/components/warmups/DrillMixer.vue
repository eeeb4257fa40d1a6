<script setup lang="ts">
import { GREATEST_CHROMA, mixtureOf, rgbOf, type Rgb8 } from '#core/colour'

/** Mixing what matches: a target beside one's own, touching. Values only: a grey. */
const { target, isValue } = defineProps<{ target: Rgb8; isValue: boolean }>()
const mixed = defineModel<Rgb8>({ required: true })
const mixture = ref({ lightness: 60, chroma: isValue ? 0 : 25, hue: 120 })
const css = (colour: readonly number[]) => `rgb(${colour.join(' ')})`
watch(
  mixture,
  ({ lightness, chroma, hue }) => {
    mixed.value = isValue
      ? grey(lightness)
      : rgbOf({ lightness: lightness / 100, chroma: (chroma / 100) * GREATEST_CHROMA, hue })
  },
  { deep: true, immediate: true },
)
/** A grey of an OKLab lightness. */
function grey(lightness: number): Rgb8 {
  return rgbOf({ lightness: lightness / 100, chroma: 0, hue: mixtureOf(target).hue })
}
</script>

<template>
  <div class="mixer">
    <div class="fields">
      <span class="field" :style="{ background: css(target) }"><span class="small">to match</span></span
      ><span class="field" :style="{ background: css(mixed) }"><span class="small">yours</span></span>
    </div>
    <FineSlider v-model="mixture.lightness" label="Lightness" unit="" :min="0" :max="100" :step="0.5" />
    <template v-if="!isValue">
      <FineSlider v-model="mixture.chroma" label="Liveliness" unit="" :min="0" :max="100" :step="0.5" />
      <FineSlider v-model="mixture.hue" label="Hue" unit="°" :min="0" :max="360" />
    </template>
  </div>
</template>

<style scoped>
.mixer {
  display: grid;
  gap: 8px;
  max-width: 720px;
  margin: auto;
  padding: 20px;
  width: 100%;
}
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  height: min(42vh, 340px);
  border-radius: var(--radius);
  overflow: hidden;
  margin-bottom: 12px;
}
.field {
  display: grid;
  align-content: end;
  padding: 10px 14px;
}
.field span {
  background: rgb(255 255 255 / 82%);
  color: #2b2925;
  border-radius: 999px;
  padding: 1px 12px;
  justify-self: start;
}
</style>
