<script setup lang="ts">
import { format } from 'date-fns'
import { curveMonotoneX, extent, line, scaleLinear, scaleTime } from 'd3'
import type { Trend } from '#core/review'
import { MEASURE_WORDS } from '../../sheet/measure-words'

/** One look-for over time: how far it was met, hand-in by hand-in. `of`: what one place stands for. */
const props = defineProps<{ trend: Trend; of?: string }>()
const [WIDTH, HEIGHT] = [240, 72]
const x = computed(() => {
  const [from, to] = extent(props.trend.points, each => each.at) as [number, number]
  return scaleTime([new Date(from), new Date(from === to ? to + 86_400_000 : to)], [10, WIDTH - 10])
})
const y = scaleLinear([0, 1], [HEIGHT - 8, 8])
const path = computed(
  () =>
    line<Trend['points'][number]>()
      .x(each => x.value(new Date(each.at)))
      .y(each => y(each.met))
      .curve(curveMonotoneX)([...props.trend.points]) ?? '',
)
const title = computed(() => MEASURE_WORDS[props.trend.measure])
const percent = (share: number) => `${Math.round(100 * share)} %`
const words = computed(() => {
  const [first, last] = [props.trend.points[0]!.met, props.trend.points.at(-1)!.met]
  const path =
    props.trend.points.length < 2
      ? ''
      : last > first + 0.1
        ? ', going up'
        : last < first - 0.1
          ? ', going down'
          : ', as before'
  return `${percent(props.trend.now)} met lately${path}`
})
</script>

<template>
  <figure>
    <figcaption>
      <strong>{{ title }}</strong> <span class="small soft">{{ words }}</span>
    </figcaption>
    <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" role="img" :aria-label="`${title}: ${words}`">
      <line v-for="tick in [0, 0.5, 1]" :key="tick" x1="0" :x2="WIDTH" :y1="y(tick)" :y2="y(tick)" class="tick" />
      <path :d="path" class="path" />
      <circle v-for="point in trend.points" :key="point.at" :cx="x(new Date(point.at))" :cy="y(point.met)" r="3.2">
        <title>{{ format(new Date(point.at), 'd MMM') }}: {{ percent(point.met) }}</title>
      </circle>
    </svg>
    <details class="small">
      <summary>as a table</summary>
      <table>
        <thead>
          <tr>
            <th scope="col">{{ of ?? 'Handed in' }}</th>
            <th scope="col">Met</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="point in trend.points" :key="point.at">
            <td>{{ format(new Date(point.at), 'd MMM yyyy') }}</td>
            <td class="numbers">{{ percent(point.met) }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  min-width: 0;
}
figcaption {
  display: grid;
}
svg {
  display: block;
  width: 100%;
}
.tick {
  stroke: var(--line);
}
.path {
  fill: none;
  stroke: var(--blue);
  stroke-width: 1.8;
}
circle {
  fill: var(--blue);
}
summary {
  cursor: pointer;
  color: var(--ink-soft);
  min-height: 26px;
}
table {
  border-collapse: collapse;
}
td,
th {
  text-align: left;
  padding: 1px 14px 1px 0;
  font-weight: 400;
}
</style>
