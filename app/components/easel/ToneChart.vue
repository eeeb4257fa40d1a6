<script setup lang="ts">
import { area, curveMonotoneX, max, scaleLinear, sum } from 'd3'

/** How much paint there is of each lightness, from dark to light. */
const { tones, marks } = defineProps<{ tones: readonly number[]; marks: readonly number[] }>()
const [WIDTH, HEIGHT] = [286, 62]
const x = scaleLinear([0, 255], [0, WIDTH])
const shape = computed(() => {
  const y = scaleLinear([0, Math.sqrt(max(tones) ?? 1) || 1], [HEIGHT, 3])
  // By its root, so that a little of a tone is seen beside much of another.
  return (
    area<number>()
      .x((_, i) => (i / (tones.length - 1)) * WIDTH)
      .y0(HEIGHT)
      .y1(count => y(Math.sqrt(count)))
      .curve(curveMonotoneX)([...tones]) ?? ''
  )
})
const words = computed(() => {
  const whole = sum(tones) || 1
  const third = tones.length / 3
  const [dark, middle, light] = [0, 1, 2].map(k =>
    Math.round((100 * sum(tones.slice(Math.round(k * third), Math.round((k + 1) * third)))) / whole),
  )
  return `${dark} % dark, ${middle} % middle, ${light} % light`
})
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" role="img" :aria-label="`Values of this layer's paint: ${words}`">
      <path :d="shape" class="tones" />
      <line v-for="(mark, i) in marks" :key="i" :x1="x(mark)" :x2="x(mark)" y1="0" :y2="HEIGHT" class="mark" />
    </svg>
    <figcaption class="small soft">Values, dark to light · {{ words }}</figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
svg {
  display: block;
  width: 100%;
  background: linear-gradient(90deg, #2e2c29, #f4f2ec);
  border-radius: 4px;
}
.tones {
  fill: color-mix(in srgb, var(--blue) 70%, transparent);
  stroke: #fff;
  stroke-width: 1;
}
.mark {
  stroke: #fff;
  stroke-width: 2;
  paint-order: stroke;
  filter: drop-shadow(0 0 1px #000);
}
</style>
