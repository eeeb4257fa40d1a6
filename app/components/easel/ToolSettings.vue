<script setup lang="ts">
import { mdiEraser, mdiFence, mdiHandBackRightOutline, mdiMinus, mdiPlus, mdiTuneVertical } from '@mdi/js'
import { GREATEST_SIZE, LEAST_SIZE } from '#core/brush'
import { useHand } from '../../stores/hand'
import { sizeToSlider, sliderToSize } from '../../sheet/sizes'

/** Size, strength and the rest of the lifted tool, beside it on the ledge. */
const hand = useHand()
const settings = computed(() => hand.settings)
const keys = useLetterKeys('easel')
/** Any tip can erase: what it does not do by itself is said. */
const isErasing = computed(() => settings.value?.effect === 'erase' && !hand.isEraser)
const pour = computed(() => (hand.lifted?.now.kind === 'pour' ? hand.lifted.now : null))
</script>

<template>
  <div v-if="hand.lifted" class="settings">
    <template v-if="settings">
      <div class="line">
        <label for="tool-size">Size</label>
        <v-btn :icon="mdiMinus" size="x-small" variant="text" aria-label="Smaller" @click="hand.stepSize(-1)" />
        <v-slider
          class="slide"
          :model-value="sizeToSlider(settings.size)"
          :min="0"
          :max="1"
          :step="0.002"
          hide-details
          color="primary"
          track-size="3"
          thumb-size="16"
          aria-label="Size"
          :aria-valuetext="`${settings.size} px`"
          @update:model-value="hand.setSize(sliderToSize(Number($event)))"
        />
        <v-btn :icon="mdiPlus" size="x-small" variant="text" aria-label="Bigger" @click="hand.stepSize(1)" />
        <input
          id="tool-size"
          class="number numbers"
          type="number"
          inputmode="numeric"
          :min="LEAST_SIZE"
          :max="GREATEST_SIZE"
          :value="settings.size"
          @change="hand.setSize(Number(($event.target as HTMLInputElement).value))"
        /><span class="unit">px</span>
        <button
          class="steady"
          :aria-pressed="settings.steadying > 0"
          :aria-label="`Steadying ${settings.steadying || 'off'}`"
          :title="keys.withKey('Steadying: calms the hand', 'steadying')"
          @click="hand.toggleSteadying()"
        >
          <v-icon :icon="mdiHandBackRightOutline" size="17" />{{ settings.steadying || 'off' }}
        </button>
      </div>
      <div class="line">
        <span class="label">Strength</span>
        <v-slider
          class="slide wide"
          :model-value="settings.opacity"
          :min="1"
          :max="100"
          :step="1"
          hide-details
          color="primary"
          track-size="3"
          thumb-size="16"
          aria-label="Strength"
          :aria-valuetext="`${settings.opacity} per cent`"
          @update:model-value="hand.set({ opacity: Number($event) })"
        />
        <span class="value numbers">{{ settings.opacity }} %</span>
        <button
          class="steady"
          :aria-pressed="hand.isFenced"
          :title="keys.withKey('Fence: a stroke stays in the closed area in which it begins', 'fence')"
          @click="hand.isFenced = !hand.isFenced"
        >
          <v-icon :icon="mdiFence" size="17" />fence
        </button>
        <button
          v-if="isErasing"
          class="steady erases"
          aria-pressed="true"
          title="This tip erases. Touch to let it paint again."
          @click="hand.setErasing(false)"
        >
          <v-icon :icon="mdiEraser" size="17" />erases
        </button>
        <v-menu location="top" :close-on-content-click="false" :offset="14">
          <template #activator="{ props: opens }">
            <v-btn
              v-bind="opens"
              aria-haspopup="dialog"
              :icon="mdiTuneVertical"
              size="x-small"
              variant="text"
              aria-label="More of this tool: tip, hand, mark, paper"
            />
          </template>
          <ToolFine />
        </v-menu>
      </div>
    </template>
    <PourSettings v-else-if="pour" :pour="pour" />
  </div>
</template>

<style scoped>
.settings {
  display: grid;
  gap: 2px;
  align-content: center;
  color: var(--on-ledge);
  height: 100%;
  flex: none;
}
.line {
  display: flex;
  align-items: center;
  gap: 4px;
  min-height: 34px;
}
.line label,
.label {
  width: 4.1rem;
  font-size: 0.85rem;
  flex: none;
}
.slide {
  width: 112px;
  flex: none;
}
.slide.wide {
  width: 112px;
  margin: 0 4px 0 28px;
}
.number {
  width: 3.4rem;
  text-align: right;
  background: rgb(255 255 255 / 45%);
  border: 1px solid var(--ledge-edge);
  border-radius: 6px;
  padding: 2px 4px;
  color: inherit;
}
.v-theme--lamp .number {
  background: rgb(0 0 0 / 25%);
}
.steady {
  display: inline-flex;
  align-items: center;
  gap: 3px;
  min-height: 30px;
  margin-left: 8px;
  padding: 0 7px;
  border-radius: 8px;
  font-size: 0.85rem;
  white-space: nowrap;
  color: inherit;
  border: 1px solid transparent;
}
.steady[aria-pressed='true'] {
  border-color: var(--ledge-edge);
  background: rgb(255 255 255 / 35%);
  font-weight: 560;
}
.v-theme--lamp .steady[aria-pressed='true'] {
  background: rgb(0 0 0 / 25%);
}
.unit,
.value {
  font-size: 0.85rem;
  white-space: nowrap;
}
.value {
  min-width: 2.9rem;
}
@media (max-width: 1100px) {
  .line label,
  .label {
    width: 3.7rem;
  }
  .slide,
  .slide.wide {
    width: 66px;
  }
  .slide.wide {
    margin-right: 0;
  }
  .steady {
    margin-left: 2px;
    padding: 0 5px;
  }
}
/* Letters much enlarged in a window of the usual size: the units say what the figures are. */
@container easel (max-width: 38rem) {
  .line label,
  .label {
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
  .slide,
  .slide.wide {
    width: 54px;
  }
  .slide.wide {
    margin-left: 34px;
  }
  .number {
    width: 2.3rem;
  }
}
/* On a shelf of its own there is room for figures and sliders. */
@media (max-width: 640px) and (min-height: 600px) {
  .number {
    width: 3.4rem;
  }
  .slide,
  .slide.wide {
    width: 110px;
  }
}
</style>
