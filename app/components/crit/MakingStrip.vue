<script setup lang="ts">
import { mdiPause, mdiPlay, mdiSkipNext, mdiSkipPrevious, mdiTableLarge } from '@mdi/js'
import { useElementSize } from '@vueuse/core'
import { scaleLinear } from 'd3'
import { clock } from '../../sheet/clock-words'
import type { Making } from '../../sheet/making'

/** How the drawing was made, from left to right: steps, acts, and where the replay stands. */
const props = defineProps<{ making: Making; time: number; length: number; isPlaying: boolean; speed: number }>()
const emit = defineEmits<{ seek: [time: number]; play: []; pause: []; speed: [speed: number]; next: [by: 1 | -1] }>()
const SPEEDS = [1, 2, 4, 8, 16, 32, 64]
const HEIGHT = 62
const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const isTableOpen = ref(false)

const x = computed(() => scaleLinear([0, Math.max(props.length, 1)], [0, Math.max(width.value, 1)]))
const minutes = computed(() =>
  x.value
    .ticks(6)
    .filter(each => each > 0)
    .map(each => ({ at: x.value(each), label: clock(each) })),
)
const REACH = { paint: 24, pour: 24, erase: 14, layer: 8, undo: 12, redo: 8 } as const

/** To where a step begins, a moment into it so that its layer is there. */
function jump(event: Event): void {
  const select = event.target as HTMLSelectElement
  if (select.value) emit('seek', Number(select.value) + 1)
  select.value = ''
}
</script>

<template>
  <section class="strip" aria-label="How it was made">
    <div class="controls">
      <v-btn :icon="mdiSkipPrevious" size="small" variant="text" aria-label="One act back" @click="emit('next', -1)" />
      <v-btn
        :icon="isPlaying ? mdiPause : mdiPlay"
        color="primary"
        size="small"
        :aria-label="isPlaying ? 'Pause' : 'Replay the making'"
        @click="isPlaying ? emit('pause') : emit('play')"
      />
      <v-btn :icon="mdiSkipNext" size="small" variant="text" aria-label="One act on" @click="emit('next', 1)" />
      <span class="numbers small time">{{ clock(time) }} of {{ clock(length) }} min</span>
      <span class="speeds" role="radiogroup" aria-label="Speed">
        <button
          v-for="each in SPEEDS"
          :key="each"
          role="radio"
          :aria-checked="each === speed"
          @click="emit('speed', each)"
        >
          {{ each }} ×
        </button>
      </span>
      <span class="legend small soft" aria-hidden="true"
        ><i class="paint" /> paint <i class="erase" /> rub out <i class="undo" /> undo <i class="paused" /> pause</span
      >
      <label v-if="making.bands.length" class="small jump"
        ><select aria-label="Jump to a step" @change="jump($event)">
          <option value="">to a step …</option>
          <option v-for="(band, i) in making.bands" :key="i" :value="band.start">
            {{ band.step + 1 }} {{ band.title }}
          </option>
        </select></label
      >
      <v-btn
        :icon="mdiTableLarge"
        size="small"
        variant="text"
        :aria-expanded="isTableOpen"
        :aria-label="isTableOpen ? 'Hide the figures' : 'Figures'"
        title="Figures"
        @click="isTableOpen = !isTableOpen"
      />
    </div>
    <div ref="box" class="box">
      <svg :width="width" :height="HEIGHT" aria-hidden="true">
        <g v-for="(band, i) in making.bands" :key="`b${i}`">
          <rect
            :data-step="band.step + 1"
            :x="x(band.start)"
            y="0"
            :width="Math.max(x(band.end) - x(band.start) - 1, 1)"
            :height="HEIGHT - 16"
            class="band"
            :class="{ odd: band.step % 2 }"
          />
          <text v-if="x(band.end) - x(band.start) > 70" :x="x(band.start) + 5" y="13" class="band-title">
            {{ band.step + 1 }} {{ x(band.end) - x(band.start) > 160 ? band.title : '' }}
          </text>
        </g>
        <rect
          v-for="(tick, i) in making.ticks"
          :key="i"
          :class="tick.kind"
          :x="x(tick.start)"
          :width="Math.max(x(tick.end) - x(tick.start) - 0.5, 1.2)"
          :y="tick.kind === 'undo' ? HEIGHT - 16 - 12 : HEIGHT - 30 - REACH[tick.kind] + 12"
          :height="REACH[tick.kind]"
        />
        <g v-for="minute in minutes" :key="minute.at">
          <path :d="`M${minute.at} ${HEIGHT - 16}v4`" class="axis" />
          <text :x="minute.at" :y="HEIGHT - 1" class="axis-label">{{ minute.label }}</text>
        </g>
        <g v-for="(pause, i) in making.pauses" :key="`p${i}`" class="pause">
          <path :d="`M${x(pause.at) - 2} 16v${HEIGHT - 34}M${x(pause.at) + 2} 16v${HEIGHT - 34}`" />
          <title>a pause of {{ clock(pause.ms) }} min</title>
        </g>
        <path :d="`M${x(time)} 0V${HEIGHT - 14}`" class="now" />
      </svg>
      <MakingScrub :time="time" :length="length" @seek="emit('seek', $event)" />
    </div>
    <table v-if="isTableOpen" class="small numbers">
      <caption class="visually-hidden">
        Acts and time of each step
      </caption>
      <thead>
        <tr>
          <th>Step</th>
          <th>Strokes and pours</th>
          <th>Rubbed out</th>
          <th>Undone</th>
          <th>Time drawn, min</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="sum in making.sums" :key="sum.title">
          <td>{{ sum.title }}</td>
          <td>{{ sum.strokes }}</td>
          <td>{{ sum.erased }}</td>
          <td>{{ sum.undone }}</td>
          <td>{{ clock(sum.seconds * 1000) }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.strip {
  background: var(--paper);
  border-top: 1px solid var(--line);
  padding: 6px 14px 8px;
}
.controls {
  display: flex;
  align-items: center;
  gap: 5px;
  margin-bottom: 5px;
  flex-wrap: wrap;
}
.jump select {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 2px 6px;
  background: var(--paper);
  color: var(--ink);
  font: inherit;
  width: 92px;
  min-height: 32px;
}
.time {
  min-width: 108px;
}
.speeds {
  display: inline-flex;
  gap: 2px;
}
.speeds button {
  padding: 3px 5px;
  border-radius: 6px;
  font-size: 0.83rem;
  color: var(--ink-soft);
  min-height: 32px;
}
.speeds [aria-checked='true'] {
  color: var(--ink);
  box-shadow: inset 0 -2.5px 0 var(--blue);
  font-weight: 560;
}
.legend {
  margin-left: auto;
  display: inline-flex;
  align-items: center;
  gap: 5px;
}
.legend i {
  width: 9px;
  height: 12px;
  border-radius: 2px;
  margin-left: 6px;
}
/* What is pulled along lies over it unseen. */
.box:has(:focus-visible) {
  outline: 2.5px solid var(--blue);
  outline-offset: 2px;
}
.box {
  position: relative;
}
svg {
  display: block;
}
.band {
  fill: var(--paper-shade);
}
.band.odd {
  fill: color-mix(in srgb, var(--paper-shade) 55%, var(--line));
}
.band-title {
  font: 480 11px var(--font-text);
  fill: var(--ink-soft);
}
.paint {
  fill: #4d6db0;
  background: #4d6db0;
}
.pour {
  fill: #4d6db0;
}
.erase {
  fill: #a9a297;
  background: #a9a297;
}
.undo {
  fill: #b9781d;
  background: #b9781d;
}
.redo,
.layer {
  fill: #8d867a;
}
.pause path {
  stroke: var(--ink-soft);
  stroke-width: 1.4;
}
.paused {
  background: linear-gradient(
    90deg,
    transparent 2px,
    var(--ink-soft) 2px 3.5px,
    transparent 3.5px 6px,
    var(--ink-soft) 6px 7.5px,
    transparent 7.5px
  );
}
.axis {
  stroke: var(--ink-soft);
}
.axis-label {
  font: 380 10.5px var(--font-text);
  fill: var(--ink-soft);
  text-anchor: middle;
}
.now {
  stroke: var(--ink);
  stroke-width: 2;
}
.scrub:focus-visible {
  opacity: 0.35;
}
table {
  border-collapse: collapse;
  margin-top: 8px;
}
th,
td {
  text-align: right;
  padding: 3px 14px 3px 0;
}
th:first-child,
td:first-child {
  text-align: left;
}
</style>
