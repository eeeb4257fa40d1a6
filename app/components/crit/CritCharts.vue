<script setup lang="ts">
/* eslint-disable max-lines -- four small charts on one scale */
import { arc, scaleLinear } from 'd3'
import { clock } from '../../sheet/clock-words'
import { rgbOf } from '#core/colour'
import { HUE_CLASSES, type Measures } from '#core/review'
import type { Plan } from '#core/plan'
import type { ClassSpread } from '#shared/views'

/** Lightness, ladder, hues and times of a hand-in, with the middle half of the class behind. */
const props = defineProps<{ measures: Measures; spread: ClassSpread | null; steps: Plan['steps'] }>()
const [WIDTH, HEIGHT] = [310, 84]
const percent = (share: number) => `${Math.round(100 * share)} %`

// --- values

const bar = WIDTH / props.measures.values.length
const y = computed(() =>
  scaleLinear(
    [0, Math.sqrt(Math.max(...props.measures.values, ...(props.spread?.values.map(each => each.high) ?? []), 0.05))],
    [0, HEIGHT],
  ),
)
/** By its root, so that a little of a tone is seen beside much of another. */
const high = (share: number) => y.value(Math.sqrt(share))
const thirds = computed(() => {
  const { values } = props.measures
  const third = values.length / 3
  return [0, 1, 2].map(k =>
    values.reduce((sum, value, i) => sum + (Math.min(Math.floor(i / third), 2) === k ? value : 0), 0),
  )
})
const valueWords = computed(
  () => `${percent(thirds.value[0]!)} dark, ${percent(thirds.value[1]!)} middle, ${percent(thirds.value[2]!)} light`,
)

// --- ladder

const grey = (l: number) => {
  // CIE 1976 L* back to a linear share, and to the screen's curve (CIE 15, 8.2.1; IEC 61966-2-1).
  const linear = l > 8 ? ((l + 16) / 116) ** 3 : l / 903.3
  const value = Math.round(255 * (linear <= 0.0031308 ? 12.92 * linear : 1.055 * linear ** (1 / 2.4) - 0.055))
  return `rgb(${value} ${value} ${value})`
}

// --- hues

const RADIUS = 58
const ring = arc()
const wedges = computed(() => {
  const most = Math.max(...props.measures.hues, ...(props.spread?.hues.map(each => each.high) ?? []), 0.02)
  const radius = (share: number) => 16 + (RADIUS - 16) * Math.sqrt(share / most)
  return props.measures.hues.map((share, i) => {
    const angles = {
      startAngle: (2 * Math.PI * i) / HUE_CLASSES,
      endAngle: (2 * Math.PI * (i + 1)) / HUE_CLASSES,
      innerRadius: 16,
    }
    const spread = props.spread?.hues[i]
    return {
      share,
      hue: Math.round((360 * (i + 0.5)) / HUE_CLASSES),
      path: ring({ ...angles, outerRadius: radius(share) })!,
      colour: `rgb(${rgbOf({ lightness: 0.65, chroma: 0.13, hue: (360 * (i + 0.5)) / HUE_CLASSES }).join(' ')})`,
      behind:
        spread && spread.high > 0
          ? ring({
              ...angles,
              innerRadius: radius(spread.low),
              outerRadius: Math.max(radius(spread.high), radius(spread.low) + 1),
            })!
          : null,
    }
  })
})
const vivid = computed(() => props.measures.hues.reduce((a, b) => a + b, 0))

// --- times

const times = computed(() =>
  props.steps.flatMap((step, i) => {
    const own = props.measures.steps.find(each => each.step === step.id)
    const spread = props.spread?.steps.find(each => each.step === step.id)?.tookMs ?? null
    return own || spread ? [{ title: `${i + 1} · ${step.title}`, own: own ?? null, spread }] : []
  }),
)
const x = computed(() =>
  scaleLinear(
    [0, Math.max(...times.value.flatMap(({ own, spread }) => [own?.tookMs ?? 0, spread?.high ?? 0]), 60_000)],
    [0, WIDTH],
  ),
)
</script>

<template>
  <section class="charts" aria-label="Charts">
    <figure>
      <figcaption>
        <strong>Values</strong>
        {{ ' ' }}
        <span class="small soft">share of the paint by L*, dark to light · {{ valueWords }}</span>
      </figcaption>
      <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT + 8}`" role="img" :aria-label="`Values: ${valueWords}`">
        <template v-if="spread">
          <rect
            v-for="(each, i) in spread.values"
            :key="`s${i}`"
            class="class"
            :x="i * bar"
            :width="bar"
            :y="HEIGHT - high(each.high)"
            :height="Math.max(high(each.high) - high(each.low), 1)"
          />
        </template>
        <rect
          v-for="(share, i) in measures.values"
          :key="i"
          class="own"
          :x="i * bar + 3"
          :width="bar - 6"
          :y="HEIGHT - high(share)"
          :height="high(share)"
        />
        <rect
          v-for="(_, i) in measures.values"
          :key="`g${i}`"
          :x="i * bar"
          :width="bar + 0.5"
          :y="HEIGHT + 2"
          height="6"
          :fill="grey(5 * i + 2.5)"
        />
      </svg>
    </figure>
    <figure v-if="measures.ladder.length">
      <figcaption>
        <strong>Lightness ladder</strong> <span class="small soft">L* of each tenth of the paint</span>
      </figcaption>
      <div class="ladder numbers">
        <span
          v-for="(l, i) in measures.ladder"
          :key="i"
          :style="{ background: grey(l), color: l > 55 ? '#1c1a17' : '#fffdf6' }"
          >{{ l }}<small v-if="spread?.ladder[i]">{{ Math.round(spread.ladder[i]!.middle) }}</small></span
        >
      </div>
      <p v-if="spread" class="small soft">Small: half the class is darker there.</p>
    </figure>
    <figure class="wheel">
      <figcaption>
        <strong>Colours used</strong>
        {{ ' ' }}
        <span class="small soft">share of the paint by hue; {{ percent(Math.max(1 - vivid, 0)) }} is grey</span>
      </figcaption>
      <svg
        :viewBox="`${-RADIUS - 4} ${-RADIUS - 4} ${2 * RADIUS + 8} ${2 * RADIUS + 8}`"
        role="img"
        :aria-label="`Colours used: ${percent(vivid)} of the paint is coloured`"
      >
        <circle :r="RADIUS" class="rim" />
        <path v-for="each in wedges" :key="each.hue" :d="each.path" :fill="each.colour" />
        <template v-for="each in wedges">
          <path v-if="each.behind" :key="`b${each.hue}`" :d="each.behind" class="band" />
        </template>
      </svg>
    </figure>
    <figure v-if="times.length">
      <figcaption>
        <strong>Time in each step</strong> <span class="small soft">min, long pauses left out</span>
      </figcaption>
      <ul>
        <li v-for="each in times" :key="each.title" class="small">
          <span class="step">{{ each.title }}</span><span class="numbers">{{
            each.own ? clock(each.own.tookMs) : '—'
          }}</span>
          <svg :viewBox="`0 0 ${WIDTH} 12`" aria-hidden="true">
            <rect
              v-if="each.spread"
              class="class"
              :x="x(each.spread.low)"
              :width="Math.max(x(each.spread.high) - x(each.spread.low), 2)"
              y="0"
              height="12"
            />
            <rect v-if="each.own" class="own" x="0" :width="x(each.own.tookMs)" y="3" height="6" />
            <line
              v-if="each.spread"
              class="middle"
              :x1="x(each.spread.middle)"
              :x2="x(each.spread.middle)"
              y1="0"
              y2="12"
            />
          </svg>
        </li>
      </ul>
    </figure>
    <p v-if="spread" class="small soft">
      Behind each: the middle half of the class ({{ spread.steps[0]?.tookMs.count ?? spread.values[0]?.count }}
      hand-ins).
    </p>
    <details class="small">
      <summary>The figures</summary>
      <table class="numbers">
        <thead>
          <tr>
            <th>L*</th>
            <th>here</th>
            <th v-if="spread">class</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(share, i) in measures.values" :key="i">
            <td>{{ 5 * i }}–{{ 5 * i + 5 }}</td>
            <td>{{ percent(share) }}</td>
            <td v-if="spread">{{ percent(spread.values[i]!.low) }} – {{ percent(spread.values[i]!.high) }}</td>
          </tr>
        </tbody>
      </table>
      <table class="numbers">
        <thead>
          <tr>
            <th>Step</th>
            <th>min</th>
            <th>hand down</th>
            <th>acts</th>
            <th v-if="spread">class</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="each in times" :key="each.title">
            <td>{{ each.title }}</td>
            <td>{{ each.own ? clock(each.own.tookMs) : '—' }}</td>
            <td>{{ each.own ? clock(each.own.drawnMs) : '—' }}</td>
            <td>{{ each.own?.acts ?? '—' }}</td>
            <td v-if="spread">
              {{ each.spread ? `${clock(each.spread.low)} – ${clock(each.spread.high)}` : '—' }}
            </td>
          </tr>
        </tbody>
      </table>
      <p>
        {{ measures.acts }} acts stand, {{ measures.undone }} were undone; {{ measures.pauses }} long pauses;
        {{ percent(measures.painted) }} of the sheet is painted.
      </p>
    </details>
  </section>
</template>

<style scoped>
.charts {
  display: grid;
  gap: 16px;
}
figure {
  margin: 0;
}
figcaption {
  margin-bottom: 4px;
  line-height: 1.3;
}
svg {
  display: block;
  width: 100%;
}
.own {
  fill: var(--blue);
}
.class {
  fill: color-mix(in srgb, var(--ochre) 30%, transparent);
}
.middle {
  stroke: var(--ochre);
  stroke-width: 2;
}
.ladder {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: 1fr;
  border: 1px solid var(--line);
  border-radius: 6px;
  overflow: hidden;
}
.ladder span {
  display: grid;
  justify-items: center;
  padding: 6px 0 4px;
  font-size: 0.85rem;
  line-height: 1.2;
}
.ladder small {
  font-size: 0.72rem;
}
.wheel svg {
  width: 170px;
  margin: 0 auto;
}
.rim {
  fill: none;
  stroke: var(--line);
}
.band {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.8;
  opacity: 0.55;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 8px;
}
li svg {
  grid-column: 1 / -1;
}
.step {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
summary {
  cursor: pointer;
  min-height: 28px;
}
table {
  border-collapse: collapse;
  margin: 6px 0;
}
th,
td {
  text-align: right;
  padding: 1px 10px 1px 0;
}
th:first-child,
td:first-child {
  text-align: left;
}
p {
  margin: 0;
}
</style>
