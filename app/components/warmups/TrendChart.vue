<script setup lang="ts">
import { curveMonotoneX, extent, line, scaleLinear } from 'd3'

/** Scores of one warm-up over its tries, the latest at the right; the best marked. */
const {
  scores,
  title,
  isSmall = false,
} = defineProps<{ scores: readonly number[]; title: string; isSmall?: boolean }>()
const WIDTH = 240
const HEIGHT = computed(() => (isSmall ? 34 : 96))
const shown = computed(() => scores.slice(-30))
const best = computed(() => Math.max(...scores))
const x = computed(() => scaleLinear([0, Math.max(shown.value.length - 1, 1)], [8, WIDTH - 8]))
const y = computed(() => {
  // From the lowest ten below what there is, so that a trend is seen.
  const [low = 0] = extent(shown.value)
  return scaleLinear([Math.max(Math.floor((low - 5) / 10) * 10, 0), 100], [HEIGHT.value - 5, 6])
})
const path = computed(
  () =>
    line<number>()
      .x((_, i) => x.value(i))
      .y(value => y.value(value))
      .curve(curveMonotoneX)([...shown.value]) ?? '',
)
const words = computed(
  () => `${scores.length} ${scores.length === 1 ? 'try' : 'tries'}, best ${best.value}, last ${scores.at(-1)}`,
)
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" role="img" :aria-label="`${title}: ${words}`">
      <line
        v-for="tick in isSmall ? [] : y.ticks(3)"
        :key="tick"
        :x1="0"
        :x2="WIDTH"
        :y1="y(tick)"
        :y2="y(tick)"
        class="tick"
      />
      <path :d="path" class="path" />
      <circle
        v-for="(value, i) in shown"
        :key="i"
        :cx="x(i)"
        :cy="y(value)"
        :r="value === best ? 4 : 2.4"
        :class="{ best: value === best }"
      />
    </svg>
    <figcaption class="small soft">Points, 0 to 100, try by try · {{ words }}</figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
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
circle.best {
  fill: var(--paper);
  stroke: var(--ochre);
  stroke-width: 2.4;
}
</style>
