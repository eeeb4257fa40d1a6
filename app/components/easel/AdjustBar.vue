<script setup lang="ts">
import type { AdjustmentOf } from '#core/adjust'
import { ADJUST_WORDS } from '../../sheet/adjust-words'
import { cssColour, useHand } from '../../stores/hand'

/** The adjustment in hand: its sliders, and what becomes of it. */
const { adjusting } = useInHand()
const { layers } = useStack()
const hand = useHand()
const { how, kind, share, isSettling, tones } = adjusting
const words = computed(() => kind.value && ADJUST_WORDS[kind.value])
const name = computed(() => layers.value.find(each => each.id === adjusting.layer.value)?.name ?? 'the mask')
const CHANNELS = ['all', 'red', 'green', 'blue'] as const
/** Dark enough to be seen on the field. */
const CHANNEL_COLOURS = { all: 'var(--blue)', red: '#b3372c', green: '#2f7d3b', blue: '#3a62c9' } as const
const STRAIGHT_CURVE = [
  [0, 0],
  [255, 255],
] as const
const channel = ref<(typeof CHANNELS)[number]>('all')
watch(kind, () => {
  channel.value = 'all'
})
const valueOf = (key: string) => (how.value as unknown as Record<string, number>)[key]!
/** What a slider must leave room for: black lies below white. */
const limits = (key: string, min: number, max: number) => {
  if (how.value?.kind !== 'levels') return { min, max }
  return key === 'black'
    ? { min, max: Math.min(max, how.value.white - 1) }
    : key === 'white'
      ? { min: Math.max(min, how.value.black + 1), max }
      : { min, max }
}
const stops = computed(() => (how.value?.kind === 'tones' ? how.value.stops : []))
function setStop(i: number, part: Partial<AdjustmentOf<'tones'>['stops'][number]>): void {
  const next = stops.value.map((stop, k) => (k === i ? { ...stop, ...part } : stop))
  adjusting.set({ stops: next.sort((a, b) => a.at - b.at) })
}
function addStop(): void {
  const gaps = stops.value.slice(1).map((stop, i) => ({ i, wide: stop.at - stops.value[i]!.at }))
  const { i } = gaps.reduce((a, b) => (b.wide > a.wide ? b : a))
  const at = Math.round((stops.value[i]!.at + stops.value[i + 1]!.at) / 2)
  adjusting.set({ stops: [...stops.value, { at, colour: [...hand.colour] }].sort((a, b) => a.at - b.at) })
}
</script>

<template>
  <div
    v-if="how && words"
    class="bar card lies-beside"
    role="group"
    :aria-label="`${words.name} on ${name}`"
    @pointerdown.stop
  >
    <header>
      <strong>{{ words.name }}</strong><span class="small soft">on {{ name }}</span>
    </header>
    <ToneChart
      v-if="tones.length && how.kind !== 'curves'"
      :tones="tones"
      :marks="how.kind === 'levels' ? [how.black, how.white] : how.kind === 'threshold' ? [how.at] : []"
    />
    <template v-if="how.kind === 'curves'">
      <div class="channels small" role="radiogroup" aria-label="Which values the curve bends">
        <button
          v-for="each in CHANNELS"
          :key="each"
          role="radio"
          :aria-checked="channel === each"
          :class="{ bent: each !== 'all' && how[each] }"
          @click="channel = each"
        >
          {{ each }}
        </button>
      </div>
      <CurveField
        :points="how[channel] ?? STRAIGHT_CURVE"
        :tones="tones"
        :colour="CHANNEL_COLOURS[channel]"
        @change="adjusting.set({ [channel]: $event })"
      />
    </template>
    <FineSlider
      v-for="slider in words.sliders"
      :key="slider.key"
      :label="slider.label"
      :unit="slider.unit"
      :min="limits(slider.key, slider.min, slider.max).min / (slider.per ?? 1)"
      :max="limits(slider.key, slider.min, slider.max).max / (slider.per ?? 1)"
      :step="1 / (slider.per ?? 1)"
      :model-value="valueOf(slider.key) / (slider.per ?? 1)"
      @update:model-value="adjusting.set({ [slider.key]: Math.round($event * (slider.per ?? 1)) })"
    />
    <div v-if="how.kind === 'tones'" class="stops">
      <div v-for="(stop, i) in stops" :key="i" class="stop">
        <button
          class="drop"
          :style="{ background: cssColour(stop.colour) }"
          :aria-label="`Tone ${i + 1}: give it the colour in hand`"
          title="Give it the colour in hand"
          @click="setStop(i, { colour: [...hand.colour] })"
        />
        <input
          type="range"
          min="0"
          max="255"
          :value="stop.at"
          :aria-label="`From which value on tone ${i + 1} stands`"
          @input="setStop(i, { at: Number(($event.target as HTMLInputElement).value) })"
        />
        <button
          v-if="stops.length > 2"
          class="less"
          :aria-label="`Take tone ${i + 1} away`"
          @click="adjusting.set({ stops: stops.filter((_, k) => k !== i) })"
        >
          ×
        </button>
      </div>
      <v-btn v-if="stops.length < 6" size="small" variant="text" @click="addStop">One more tone</v-btn>
    </div>
    <label v-if="how.kind === 'lines'" class="small"
      ><input type="checkbox" :checked="how.evens" @change="adjusting.set({ evens: !how.evens })" /> even out shadows on
      the paper</label
    >
    <div v-if="how.kind === 'lines' || how.kind === 'sketch'" class="small colour">
      <i class="drop" :style="{ background: cssColour(how.colour) }" />{{
        how.kind === 'lines' ? 'ink' : 'the sketch’s colour'
      }}
      <v-btn size="small" variant="outlined" @click="adjusting.set({ colour: [...hand.colour] })"
        >Take the colour in hand</v-btn
      >
    </div>
    <v-progress-linear
      :model-value="100 * (share ?? 0)"
      :active="share !== null"
      height="3"
      color="primary"
      class="progress"
      aria-label="How far the full picture is"
    />
    <footer>
      <v-btn color="primary" size="small" :loading="isSettling" @click="adjusting.settle()">Keep it</v-btn>
      <v-btn v-if="isSettling" variant="text" size="small" @click="adjusting.stop()">Stop</v-btn>
      <v-btn v-else variant="text" size="small" @click="adjusting.discard()">Leave as it was</v-btn>
    </footer>
  </div>
</template>

<style scoped>
.bar {
  width: 318px;
}
.bar :deep(.v-slider__label) {
  width: 88px;
}
footer {
  display: flex;
  gap: 8px;
  margin-top: 4px;
}

.channels {
  display: flex;
  gap: 4px;
  justify-content: center;
}
.channels button {
  min-width: 56px;
  min-height: 32px;
  border-radius: 8px;
  border: 1.5px solid var(--line);
}
.channels button[aria-checked='true'] {
  border-color: var(--blue);
  font-weight: 600;
}
.channels .bent {
  background: var(--paper-shade);
}
.drop {
  display: inline-block;
  width: 24px;
  height: 24px;
  border-radius: 50%;
  border: 1.5px solid #8f8b83;
  vertical-align: middle;
}
.stop {
  display: flex;
  align-items: center;
  gap: 8px;
}
.stop input {
  flex: 1;
}
.less {
  width: 28px;
  height: 28px;
  border-radius: 6px;
  color: var(--ink-soft);
}
.colour {
  display: flex;
  align-items: center;
  gap: 8px;
}
.progress {
  margin-top: 4px;
}
label {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
</style>
