<script setup lang="ts">
import { mdiMinus, mdiPlus, mdiTuneVertical } from '@mdi/js'
import { GREATEST_SIZE, LEAST_SIZE } from '#core/brush'
import { useHand } from '../../stores/hand'
import { sizeToSlider, sliderToSize } from '../../sheet/sizes'
import { wordsOf } from '../../sheet/tool-words'

/** Size, strength and the rest of the lifted tool, beside it on the ledge. */
const hand = useHand()
const settings = computed(() => hand.settings)
const pour = computed(() => (hand.lifted?.now.kind === 'pour' ? hand.lifted.now : null))
const isChanged = computed(() => JSON.stringify(hand.lifted?.now) !== JSON.stringify(hand.lifted?.laid))
</script>

<template>
  <div v-if="hand.lifted" class="settings">
    <template v-if="settings">
      <div class="line">
        <label for="tool-size">Size</label>
        <v-btn :icon="mdiMinus" size="x-small" variant="text" aria-label="Smaller" @click="hand.stepSize(-1)" />
        <v-slider
          class="slide" :model-value="sizeToSlider(settings.size)" :min="0" :max="1" :step="0.002" hide-details color="primary" track-size="3" thumb-size="16"
          aria-label="Size" :aria-valuetext="`${settings.size} px`" @update:model-value="hand.setSize(sliderToSize(Number($event)))"
        />
        <v-btn :icon="mdiPlus" size="x-small" variant="text" aria-label="Bigger" @click="hand.stepSize(1)" />
        <input
          id="tool-size" class="number numbers" type="number" inputmode="numeric" :min="LEAST_SIZE" :max="GREATEST_SIZE" :value="settings.size"
          @change="hand.setSize(Number(($event.target as HTMLInputElement).value))"
        ><span class="unit">px</span>
      </div>
      <div class="line">
        <span class="label">Strength</span>
        <v-slider
          class="slide wide" :model-value="settings.opacity" :min="1" :max="100" :step="1" hide-details color="primary" track-size="3" thumb-size="16"
          aria-label="Strength" :aria-valuetext="`${settings.opacity} per cent`" @update:model-value="hand.set({ opacity: Number($event) })"
        />
        <span class="value numbers">{{ settings.opacity }} %</span>
        <v-menu location="top" :close-on-content-click="false" :offset="14">
          <template #activator="{ props: opens }">
            <v-btn v-bind="opens" :icon="mdiTuneVertical" size="x-small" variant="text" aria-label="More of this tool: flow, edge, pressure" />
          </template>
          <div class="card more">
            <h3>{{ wordsOf(hand.lifted.laid).name }}, finely set</h3>
            <v-slider :model-value="settings.flow" :min="1" :max="100" :step="1" hide-details color="primary" label="Flow" @update:model-value="hand.set({ flow: Number($event) })"><template #append><span class="value numbers">{{ settings.flow }} %</span></template></v-slider>
            <v-slider :model-value="settings.hardness" :min="0" :max="100" :step="1" hide-details color="primary" label="Hard edge" @update:model-value="hand.set({ hardness: Number($event) })"><template #append><span class="value numbers">{{ settings.hardness }} %</span></template></v-slider>
            <v-slider :model-value="settings.pressureSize" :min="0" :max="100" :step="1" hide-details color="primary" label="Pressure on size" @update:model-value="hand.set({ pressureSize: Number($event) })"><template #append><span class="value numbers">{{ settings.pressureSize }} %</span></template></v-slider>
            <v-slider :model-value="settings.pressureFlow" :min="0" :max="100" :step="1" hide-details color="primary" label="Pressure on flow" @update:model-value="hand.set({ pressureFlow: Number($event) })"><template #append><span class="value numbers">{{ settings.pressureFlow }} %</span></template></v-slider>
            <v-btn variant="outlined" size="small" :disabled="!isChanged" @click="hand.layBack()">As the step laid it out</v-btn>
          </div>
        </v-menu>
      </div>
    </template>
    <template v-else-if="pour">
      <div class="line">
        <span class="label">Tolerance</span>
        <v-slider
          class="slide wide" :model-value="pour.tolerance" :min="0" :max="255" :step="1" hide-details color="primary" track-size="3" thumb-size="16"
          aria-label="Tolerance" @update:model-value="hand.setPour({ tolerance: Number($event) })"
        />
        <span class="value numbers">{{ pour.tolerance }}</span>
      </div>
      <div class="line">
        <span class="label">Creep</span>
        <v-slider
          class="slide wide" :model-value="pour.grow" :min="0" :max="8" :step="1" hide-details color="primary" track-size="3" thumb-size="16"
          aria-label="How far it creeps under the line" @update:model-value="hand.setPour({ grow: Number($event) })"
        />
        <span class="value numbers">{{ pour.grow }} px</span>
        <v-btn
          size="small" variant="text" class="borders" :aria-pressed="pour.borders === 'this'"
          @click="hand.setPour({ borders: pour.borders === 'all' ? 'this' : 'all' })"
        >
          {{ pour.borders === 'all' ? 'stops at all lines' : 'this layer only' }}
        </v-btn>
      </div>
    </template>
  </div>
</template>

<style scoped>
.settings { display: grid; gap: 2px; align-content: center; color: var(--on-ledge); height: 100%; min-width: 290px; }
.line { display: flex; align-items: center; gap: 4px; min-height: 34px; }
.line label, .label { width: 64px; font-size: 0.85rem; flex: none; }
.slide { width: 112px; flex: none; }
.slide.wide { width: 162px; margin: 0 6px 0 0; }
.number { width: 52px; text-align: right; background: rgb(255 255 255 / 45%); border: 1px solid var(--ledge-edge); border-radius: 6px; padding: 2px 4px; color: inherit; }
.v-theme--lamp .number { background: rgb(0 0 0 / 25%); }
.unit, .value { font-size: 0.85rem; white-space: nowrap; }
.value { min-width: 44px; }
.more { width: 350px; display: grid; gap: 8px; box-shadow: 0 10px 34px rgb(0 0 0 / 25%); }
.more :deep(.v-slider__label) { width: 120px; }
</style>
