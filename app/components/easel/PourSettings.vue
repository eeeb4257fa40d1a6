<script setup lang="ts">
import { mdiTuneVertical } from '@mdi/js'
import { GREATEST_GAP, GREATEST_GROW } from '#core/drawing'
import { TEXTURES, type TextureName } from '#core/kernels'
import { USUAL_GAP, type LaidTool } from '#core/plan'
import { useHand } from '../../stores/hand'
import type { Poured } from '../../composables/easel/in-hand/pour'

/** What the pour goes by: gaps, tolerance, where its borders are seen, and what is poured. */
const props = defineProps<{ pour: Extract<LaidTool, { kind: 'pour' }> }>()
const hand = useHand()
const { pouring } = useInHand()
const { layers, live } = useStack()
const { mode, poured, isBusy } = pouring
const { say } = useNotices()

const borders = computed(() => (Array.isArray(props.pour.borders) ? 'some' : (props.pour.borders as 'this' | 'all')))
function setBorders(key: 'all' | 'this' | 'some'): void {
  const others = layers.value.filter(layer => layer.id !== live.value && !layer.isEmpty).map(layer => layer.id)
  hand.setPour({ borders: key === 'some' ? (others.length ? others : layers.value.map(layer => layer.id)) : key })
}
function toggle(id: string): void {
  const chosen = Array.isArray(props.pour.borders) ? props.pour.borders : []
  const next = chosen.includes(id) ? chosen.filter(each => each !== id) : [...chosen, id]
  if (next.length) hand.setPour({ borders: next })
}

const KINDS: [Poured['kind'], string][] = [
  ['colour', 'the colour'],
  ['pattern', 'a pattern'],
  ['grain', 'a grain'],
  ['clear', 'nothing: clears'],
]
function setKind(kind: Poured['kind']): void {
  poured.value =
    kind === 'pattern'
      ? { kind, pattern: 'dots', size: 24 }
      : kind === 'grain'
        ? { kind, texture: 'cold-pressed', strength: 60 }
        : { kind }
}
const set = (part: object) => {
  poured.value = { ...poured.value, ...part } as Poured
}

async function showGaps(): Promise<void> {
  const layer = layers.value.find(each => each.id === live.value && !each.isEmpty)
  const count = await pouring.showGaps(layer?.id ?? null)
  if (count === 0)
    say(layer ? `The lines on “${layer.name}” have no gaps up to 32 px.` : 'The lines have no gaps up to 32 px.')
}
</script>

<template>
  <div class="settings">
    <div class="line">
      <span class="label">Gaps up to</span>
      <v-slider
        class="slide"
        :model-value="pour.gap ?? USUAL_GAP"
        :min="0"
        :max="GREATEST_GAP"
        :step="1"
        hide-details
        color="primary"
        track-size="3"
        thumb-size="16"
        aria-label="Gaps that are closed, up to"
        :aria-valuetext="`${pour.gap ?? USUAL_GAP} px`"
        @update:model-value="hand.setPour({ gap: Number($event) })"
      />
      <span class="value numbers">{{ pour.gap ?? USUAL_GAP }} px</span>
      <button class="find" :disabled="isBusy" title="Ring every gap of the line" @click="showGaps">
        {{ isBusy ? 'looking …' : 'show gaps' }}
      </button>
    </div>
    <div class="line">
      <span class="label">Tolerance</span>
      <v-slider
        class="slide short"
        :model-value="pour.tolerance"
        :min="0"
        :max="255"
        :step="1"
        hide-details
        color="primary"
        track-size="3"
        thumb-size="16"
        aria-label="Tolerance"
        @update:model-value="hand.setPour({ tolerance: Number($event) })"
      />
      <span class="value numbers">{{ pour.tolerance }}</span>
      <div class="ways" role="radiogroup" aria-label="How it is poured">
        <button
          class="find"
          role="radio"
          :aria-checked="mode === 'touch'"
          title="Touch a cell, or drag across several"
          @click="mode = 'touch'"
        >
          touch
        </button>
        <button
          class="find"
          role="radio"
          :aria-checked="mode === 'loop'"
          title="Draw a loop: every closed cell inside is filled"
          @click="mode = 'loop'"
        >
          loop
        </button>
        <button
          class="find"
          role="radio"
          :aria-checked="mode === 'fade'"
          title="Drag: the colour goes over into another, or into nothing"
          @click="mode = 'fade'"
        >
          fade
        </button>
      </div>
      <v-menu location="top" :close-on-content-click="false" :offset="14">
        <template #activator="{ props: opens }"
          ><v-btn
            v-bind="opens"
            aria-haspopup="dialog"
            :icon="mdiTuneVertical"
            size="x-small"
            variant="text"
            aria-label="More of the pour: borders, creep, what is poured"
        /></template>
        <div class="card more" role="dialog" aria-label="The pour, finely set">
          <h3>The pour, finely set</h3>
          <FineSlider
            :model-value="pour.grow"
            label="Creeps under the line"
            unit="px"
            :max="GREATEST_GROW"
            @update:model-value="hand.setPour({ grow: $event })"
          />
          <fieldset>
            <legend>It stops at the lines of</legend>
            <label
              ><input type="radio" name="borders" :checked="borders === 'all'" @change="setBorders('all')" /> all that
              can be seen</label
            >
            <label
              ><input type="radio" name="borders" :checked="borders === 'this'" @change="setBorders('this')" /> this
              layer only</label
            >
            <label
              ><input type="radio" name="borders" :checked="borders === 'some'" @change="setBorders('some')" /> these
              layers</label
            >
            <div v-if="borders === 'some'" class="inner">
              <label v-for="layer in layers" :key="layer.id"
                ><input type="checkbox" :checked="pour.borders.includes(layer.id)" @change="toggle(layer.id)" />
                {{ layer.name }}</label
              >
            </div>
          </fieldset>
          <fieldset>
            <legend>It pours</legend>
            <label v-for="[kind, name] in KINDS" :key="kind"
              ><input type="radio" name="poured" :checked="poured.kind === kind" @change="setKind(kind)" />
              {{ name }}</label
            >
            <PouredPattern v-if="poured.kind === 'pattern'" class="inner" :poured="poured" @set="set" />
            <div v-else-if="poured.kind === 'grain'" class="inner">
              <label
                >paper
                <select
                  :value="poured.texture"
                  @change="set({ texture: ($event.target as HTMLSelectElement).value as TextureName })"
                >
                  <option v-for="name in TEXTURES" :key="name" :value="name">{{ name.replace('-', ' ') }}</option>
                </select></label
              >
              <FineSlider
                :model-value="poured.strength"
                label="Strength"
                unit="%"
                :min="1"
                @update:model-value="set({ strength: $event })"
              />
            </div>
          </fieldset>
        </div>
      </v-menu>
    </div>
  </div>
</template>

<style scoped>
.settings {
  display: grid;
  gap: 2px;
  align-content: center;
}
.line {
  display: flex;
  align-items: center;
  gap: 4px;
  min-height: 34px;
}
.label {
  width: 70px;
  font-size: 0.85rem;
  flex: none;
}
.slide {
  width: 104px;
  flex: none;
}
.slide.short {
  width: 74px;
}
.value {
  font-size: 0.85rem;
  white-space: nowrap;
  min-width: 44px;
}
.find {
  min-height: 30px;
  padding: 0 8px;
  border-radius: 8px;
  border: 1px solid var(--ledge-edge);
  font-size: 0.82rem;
  white-space: nowrap;
  color: inherit;
}
.find[aria-checked='true'] {
  background: rgb(255 255 255 / 45%);
  font-weight: 600;
  box-shadow: inset 0 0 0 1px var(--ledge-edge);
}
.v-theme--lamp .find[aria-checked='true'] {
  background: rgb(0 0 0 / 30%);
}
.ways {
  display: flex;
  gap: 3px;
}
.more {
  width: 320px;
  max-height: 74vh;
  overflow: auto;
  box-shadow: 0 10px 34px rgb(0 0 0 / 25%);
}
fieldset {
  border: 0;
  padding: 8px 0 0;
  margin: 0;
}
legend {
  font-size: 0.85rem;
  color: var(--ink-soft);
  padding: 0;
}
.more label {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 30px;
}
.inner {
  padding-left: 24px;
}
select {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 3px 8px;
  background: var(--paper);
  color: var(--ink);
}
</style>
