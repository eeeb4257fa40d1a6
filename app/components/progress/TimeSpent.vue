<script setup lang="ts">
import { eachWeekOfInterval, format, startOfWeek, subWeeks } from 'date-fns'
import { max, scaleBand, scaleLinear } from 'd3'

/** Time at work by week. `days`: UTC days and ms. */
const props = defineProps<{ days: readonly { readonly day: string; readonly workedMs: number }[]; title?: string }>()
const [WIDTH, HEIGHT] = [520, 92]
/** A term is about so many weeks; fewer than some make no row. */
const MOST_WEEKS = 18
const LEAST_WEEKS = 8
const MONDAY = { weekStartsOn: 1 } as const
const weeks = computed(() => {
  if (props.days.length === 0) return []
  const sums = new Map<number, number>()
  for (const { day, workedMs } of props.days) {
    const week = startOfWeek(new Date(`${day}T12:00:00`), MONDAY).getTime()
    sums.set(week, (sums.get(week) ?? 0) + workedMs)
  }
  const all = eachWeekOfInterval(
    { start: new Date(Math.min(...sums.keys(), subWeeks(new Date(), LEAST_WEEKS - 1).getTime())), end: new Date() },
    MONDAY,
  )
  return all.slice(-MOST_WEEKS).map(week => ({ week, minutes: Math.round((sums.get(week.getTime()) ?? 0) / 60_000) }))
})
const x = computed(() =>
  scaleBand(
    weeks.value.map(each => String(each.week.getTime())),
    [0, WIDTH],
  ).padding(0.25),
)
const y = computed(() => scaleLinear([0, Math.max(max(weeks.value, each => each.minutes) ?? 0, 30)], [HEIGHT - 18, 6]))
const total = computed(() => props.days.reduce((sum, each) => sum + each.workedMs, 0))
const inWords = (ms: number) =>
  ms < 3_600_000
    ? `${Math.round(ms / 60_000)} min`
    : `${Math.floor(ms / 3_600_000)} h ${Math.round((ms % 3_600_000) / 60_000)} min`
</script>

<template>
  <figure>
    <figcaption>
      <strong>{{ title ?? 'Time at work' }}</strong>
      {{ ' ' }}
      <span class="small soft">minutes a week, long pauses left out · {{ inWords(total) }} in all</span>
    </figcaption>
    <p v-if="weeks.length === 0" class="small soft">Nothing was drawn yet.</p>
    <svg v-else :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" role="img" :aria-label="`Time at work: ${inWords(total)} in all`">
      <line class="ground" x1="0" :x2="WIDTH" :y1="y(0)" :y2="y(0)" />
      <g v-for="each in weeks" :key="each.week.getTime()">
        <rect
          :x="x(String(each.week.getTime()))"
          :width="Math.min(x.bandwidth(), 60)"
          :y="y(each.minutes)"
          :height="Math.max(y(0) - y(each.minutes), each.minutes ? 1 : 0)"
        >
          <title>week of {{ format(each.week, 'd MMM') }}: {{ each.minutes }} min</title>
        </rect>
        <text
          v-if="each.minutes"
          :x="x(String(each.week.getTime()))! + Math.min(x.bandwidth(), 60) / 2"
          :y="y(each.minutes) - 2"
          class="value"
        >
          {{ each.minutes }}
        </text>
        <text v-if="weeks.length < 10 || each.week.getDate() <= 7" :x="x(String(each.week.getTime()))" :y="HEIGHT - 4">
          {{ format(each.week, 'd MMM') }}
        </text>
      </g>
    </svg>
    <details v-if="weeks.length" class="small">
      <summary>as a table</summary>
      <table>
        <thead>
          <tr>
            <th scope="col">Week of</th>
            <th scope="col">Minutes</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="each in weeks" :key="each.week.getTime()">
            <td>{{ format(each.week, 'd MMM yyyy') }}</td>
            <td class="numbers">{{ each.minutes }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
svg {
  display: block;
  width: 100%;
  max-width: 640px;
}
line {
  stroke: var(--line);
}
rect {
  fill: var(--blue);
}
text {
  font-size: 10px;
  fill: var(--ink-soft);
}
.value {
  text-anchor: middle;
}
summary {
  cursor: pointer;
  color: var(--ink-soft);
  min-height: 26px;
}
td,
th {
  text-align: left;
  padding: 1px 14px 1px 0;
  font-weight: 400;
}
</style>
