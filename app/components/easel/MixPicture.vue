<script setup lang="ts">
import { colourName, paletteOf, type PaletteColour } from '#core/colour'
import { smallPixels } from '../../sheet/small-pixels'
import { cssColour, useHand, wellOf } from '../../stores/hand'

/** The colours of the sheet or of a picture. */
const hand = useHand()
const { host } = useDrawing()
const count = ref(8)
const found = shallowRef<readonly PaletteColour[]>([])
const trouble = ref('')
const isBusy = ref(false)
/** Longer side of a picture while its colours are looked for, px. */
const SIDE = 240

async function run(look: () => Promise<readonly PaletteColour[]>): Promise<void> {
  isBusy.value = true
  trouble.value = ''
  try {
    found.value = await look()
    if (found.value.length === 0) trouble.value = 'There are no colours on it yet.'
  } catch {
    trouble.value = 'This is not a picture that can be opened. Choose a PNG, JPEG or WebP file.'
  } finally {
    isBusy.value = false
  }
}
const fromSheet = () => run(() => host.palette(count.value))
const fromFile = (event: Event) =>
  run(async () => {
    const input = event.target as HTMLInputElement
    const file = input.files?.[0]
    input.value = ''
    if (!file) return found.value
    return paletteOf(await smallPixels(file, SIDE), count.value)
  })
const file = ref<HTMLInputElement>()
</script>

<template>
  <div>
    <FineSlider v-model="count" label="Colours" unit="" :min="2" :max="24" />
    <div class="line">
      <v-btn size="small" variant="outlined" :loading="isBusy" @click="fromSheet">Of the sheet</v-btn>
      <v-btn size="small" variant="outlined" :loading="isBusy" @click="file?.click()">Of a picture …</v-btn>
      <input
        ref="file"
        class="visually-hidden"
        type="file"
        accept="image/*"
        aria-label="A picture whose colours are taken"
        tabindex="-1"
        @change="fromFile"
      />
      <v-btn
        v-if="found.length"
        size="small"
        variant="outlined"
        @click="hand.fillWells(...found.map(each => wellOf(each.colour)))"
        >Into my wells</v-btn
      >
    </div>
    <TroubleLine :trouble="trouble" class="small" />
    <div v-if="found.length" class="found" role="group" aria-label="Colours found">
      <button
        v-for="({ colour, share }, i) in found"
        :key="i"
        :style="{ background: cssColour(colour), flexGrow: Math.max(share, 0.02) }"
        :aria-label="`${colourName(colour)}, ${Math.round(share * 100)} per cent`"
        :title="`${colourName(colour)}, ${Math.round(share * 100)} %`"
        @click="hand.pick([...colour])"
      />
    </div>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 4px;
}
.found {
  display: flex;
  margin-top: 12px;
  border-radius: 8px;
  overflow: hidden;
  border: 1px solid var(--line);
}
.found button {
  flex-basis: 20px;
  height: 54px;
}
</style>
