<script setup lang="ts">
import { scaleLinear, ticks } from 'd3'
import { toSheet, toWindow, type Size, type WindowView } from '../../sheet/view'

/** Rulers along the window's top and left edge in sheet px, and lines through the pointer. */
const props = defineProps<{
  view: WindowView
  size: Size
  sheet: Size
  pointer: { x: number; y: number } | null
  hasRulers: boolean
  hasCrosshair: boolean
}>()

/** Width of a ruler, CSS px, and how far apart its numbers are about. */
const BAND = 22
const NUMBER_EVERY = 90

const isStraight = computed(() => props.view.turn === 0)
function marksOf(axis: 'x' | 'y') {
  const length = axis === 'x' ? props.size.width : props.size.height
  const at = (value: number) => toSheet(props.view, axis === 'x' ? value : 0, axis === 'y' ? value : 0)[axis]
  const [a, b] = [at(BAND), at(length)]
  const place = scaleLinear([a, b], [BAND, length])
  const count = Math.max(2, length / NUMBER_EVERY)
  const [low, high] = a < b ? [a, b] : [b, a]
  const numbers = ticks(low, high, count)
  const isNumber = new Set(numbers)
  return ticks(low, high, count * 5).map(value => ({ value, at: place(value), isNumber: isNumber.has(value) }))
}
const across = computed(() => (props.hasRulers && isStraight.value ? marksOf('x') : []))
const down = computed(() => (props.hasRulers && isStraight.value ? marksOf('y') : []))
/** The sheet's own lines through the pointer, whatever its turn. */
const cross = computed(() => {
  if (!props.pointer || !props.hasCrosshair) return null
  const { x, y } = toSheet(props.view, props.pointer.x, props.pointer.y)
  const far = 20_000
  const line = (a: { x: number; y: number }, b: { x: number; y: number }) => ({
    a: toWindow(props.view, a),
    b: toWindow(props.view, b),
  })
  return {
    lines: [line({ x: -far, y }, { x: far, y }), line({ x, y: -far }, { x, y: far })],
    label: `${Math.floor(x)}, ${Math.floor(y)} px`,
  }
})
</script>

<template>
  <svg class="rulers" :width="size.width" :height="size.height" aria-hidden="true">
    <g v-if="cross" class="cross">
      <line v-for="({ a, b }, i) in cross.lines" :key="i" :x1="a.x" :y1="a.y" :x2="b.x" :y2="b.y" />
      <text :x="pointer!.x + 14" :y="pointer!.y - 10">{{ cross.label }}</text>
    </g>
    <g v-if="hasRulers && isStraight">
      <rect class="band" x="0" y="0" :width="size.width" :height="BAND" />
      <rect class="band" x="0" y="0" :width="BAND" :height="size.height" />
      <g v-for="mark in across" :key="`x${mark.value}`">
        <line class="tick" :x1="mark.at" :x2="mark.at" :y1="mark.isNumber ? 6 : 15" :y2="BAND" />
        <text v-if="mark.isNumber" class="number" :x="mark.at + 4" y="13">{{ mark.value }}</text>
      </g>
      <g v-for="mark in down" :key="`y${mark.value}`">
        <line class="tick" :y1="mark.at" :y2="mark.at" :x1="mark.isNumber ? 6 : 15" :x2="BAND" />
        <text v-if="mark.isNumber" class="number" :transform="`translate(13 ${mark.at - 4}) rotate(-90)`">
          {{ mark.value }}
        </text>
      </g>
      <template v-if="pointer">
        <line class="here" :x1="pointer.x" :x2="pointer.x" y1="0" :y2="BAND" />
        <line class="here" :y1="pointer.y" :y2="pointer.y" x1="0" :x2="BAND" />
      </template>
    </g>
  </svg>
</template>

<style scoped>
.rulers {
  position: absolute;
  inset: 0;
  pointer-events: none;
}
.band {
  fill: var(--paper);
  stroke: var(--line);
}
.tick {
  stroke: var(--ink-soft);
  stroke-width: 1;
}
.number {
  font-size: 10px;
  fill: var(--ink);
  font-variant-numeric: tabular-nums;
}
.here {
  stroke: var(--blue);
  stroke-width: 2;
}
.cross line {
  stroke: var(--blue);
  stroke-width: 1;
  opacity: 0.75;
}
.cross text {
  font-size: 12px;
  fill: var(--blue);
  paint-order: stroke;
  stroke: rgb(255 253 246 / 85%);
  stroke-width: 4px;
  font-variant-numeric: tabular-nums;
}
</style>
