<script setup lang="ts">
import type { Bands } from '#core/bands'
import { cssColour, type Colour } from '../../stores/hand'
import { toWindow, type Size, type WindowView } from '../../sheet/view'

/** Faint borders between the shades of a form, to draw over; each band with its number and its shade, 1 the darkest. */
const props = defineProps<{ bands: Bands; shades: readonly Colour[]; view: WindowView; size: Size }>()
const path = computed(() =>
  props.bands.borders
    .map(({ points }) => {
      let out = ''
      for (let i = 0; i < points.length; i += 2)
        out += `${i ? 'L' : 'M'}${points[i]!.toFixed(1)} ${points[i + 1]!.toFixed(1)}`
      return out
    })
    .join(''),
)
const placing = computed(() => {
  const { x, y, scale, turn, isMirrored } = props.view
  return `translate(${x} ${y}) rotate(${(turn * 180) / Math.PI}) scale(${isMirrored ? -scale : scale} ${scale})`
})
const numbers = computed(() =>
  props.bands.places.map(({ rung, x, y }) => {
    const at = toWindow(props.view, { x, y })
    return {
      key: `${rung} ${x} ${y}`,
      number: rung + 1,
      style: { left: `${at.x}px`, top: `${at.y}px`, borderColor: cssColour(props.shades[rung] ?? [90, 90, 90]) },
    }
  }),
)
</script>

<template>
  <div class="bands" aria-hidden="true">
    <svg :width="size.width" :height="size.height">
      <g :transform="placing">
        <path :d="path" class="halo" />
        <path :d="path" class="line" />
      </g>
    </svg>
    <span v-for="each in numbers" :key="each.key" class="numbers" :style="each.style">{{ each.number }}</span>
  </div>
</template>

<style scoped>
.bands {
  position: absolute;
  inset: 0;
  overflow: hidden;
  pointer-events: none;
}
svg {
  position: absolute;
  inset: 0;
}
path {
  fill: none;
  vector-effect: non-scaling-stroke;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.halo {
  stroke: rgb(255 253 246 / 70%);
  stroke-width: 3.5;
}
.line {
  stroke: #2b4c8c;
  stroke-width: 1.3;
  stroke-dasharray: 2 5;
}
span {
  position: absolute;
  transform: translate(-50%, -50%);
  min-width: 22px;
  height: 22px;
  display: grid;
  place-items: center;
  border-radius: 11px;
  border: 4px solid;
  background: #fffdf6;
  color: #22201d;
  font-size: 0.72rem;
  font-weight: 600;
  line-height: 1;
}
</style>
