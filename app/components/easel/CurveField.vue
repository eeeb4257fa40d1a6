<script setup lang="ts">
import { area, curveMonotoneX, line, max, scaleLinear } from 'd3'
import { takeArrow } from '../../sheet/arrows'

/** A curve through points that are pulled: what comes in lies along, what goes out upward. */
const { points, tones, colour } = defineProps<{
  points: readonly (readonly [number, number])[]
  tones: readonly number[]
  colour: string
}>()
const emit = defineEmits<{ change: [points: [number, number][]] }>()
const SIDE = 200
const MOST = 12
const x = scaleLinear([0, 255], [0, SIDE])
const y = scaleLinear([0, 255], [SIDE, 0])
const path = computed(
  () =>
    line()
      .x(d => x(d[0]))
      .y(d => y(d[1]))
      .curve(curveMonotoneX)(
      [[0, points[0]![1]], ...points, [255, points[points.length - 1]![1]]].map(([a, b]) => [a, b]),
    ) ?? '',
)
const shape = computed(() => {
  const up = scaleLinear([0, Math.sqrt(max(tones) ?? 1) || 1], [SIDE, SIDE * 0.35])
  return (
    area<number>()
      .x((_, i) => (i / Math.max(tones.length - 1, 1)) * SIDE)
      .y0(SIDE)
      .y1(count => up(Math.sqrt(count)))([...tones]) ?? ''
  )
})
const field = ref<SVGSVGElement>()
const held = ref(-1)
const byte = (value: number) => Math.min(Math.max(Math.round(value), 0), 255)

function placeOf(event: PointerEvent): [number, number] {
  const box = field.value!.getBoundingClientRect()
  return [
    byte(x.invert(((event.clientX - box.left) / box.width) * SIDE)),
    byte(y.invert(((event.clientY - box.top) / box.height) * SIDE)),
  ]
}

/** Takes the point at hand, or sets a new one on the way. */
function take(event: PointerEvent): void {
  const [px, py] = placeOf(event)
  const near = points.findIndex(([a, b]) => Math.hypot(a - px, b - py) < 18)
  field.value!.setPointerCapture(event.pointerId)
  if (near >= 0) {
    held.value = near
    return
  }
  if (points.length >= MOST || points.some(([a]) => a === px)) return
  const next = [...points.map(([a, b]): [number, number] => [a, b]), [px, py] as [number, number]].sort(
    (p, q) => p[0] - q[0],
  )
  held.value = next.findIndex(([a]) => a === px)
  emit('change', next)
}

function setPoint(i: number, [px, py]: readonly [number, number]): void {
  // A point stays between its neighbours: the curve never folds back.
  const low = i > 0 ? points[i - 1]![0] + 1 : 0
  const high = i < points.length - 1 ? points[i + 1]![0] - 1 : 255
  emit(
    'change',
    points.map(([a, b], k): [number, number] => (k === i ? [Math.min(Math.max(px, low), high), byte(py)] : [a, b])),
  )
}

function pull(event: PointerEvent): void {
  if (held.value >= 0) setPoint(held.value, placeOf(event))
}

function onKey(event: KeyboardEvent, i: number): void {
  const by = takeArrow(event, 2, 10)
  // Values go up.
  if (by) return setPoint(i, [points[i]![0] + by.x, points[i]![1] - by.y])
  if (event.key !== 'Delete' && event.key !== 'Backspace') return
  remove(i)
  event.preventDefault()
  event.stopPropagation()
}
function remove(i: number): void {
  if (points.length > 2)
    emit(
      'change',
      points.filter((_, k) => k !== i).map(([a, b]): [number, number] => [a, b]),
    )
}
</script>

<template>
  <figure>
    <svg
      ref="field"
      :viewBox="`-6 -6 ${SIDE + 12} ${SIDE + 12}`"
      aria-label="The curve: what comes in along, what goes out upward"
      role="group"
      @pointerdown="take"
      @pointermove="pull"
      @pointerup="held = -1"
      @pointercancel="held = -1"
    >
      <rect :width="SIDE" :height="SIDE" class="ground" />
      <path :d="shape" class="tones" />
      <path v-for="k in 3" :key="k" :d="`M${(k * SIDE) / 4},0V${SIDE}M0,${(k * SIDE) / 4}H${SIDE}`" class="grid" />
      <path :d="path" class="curve" :style="{ stroke: colour }" />
      <circle
        v-for="(point, i) in points"
        :key="i"
        :cx="x(point[0])"
        :cy="y(point[1])"
        r="6"
        class="point"
        tabindex="0"
        role="slider"
        :aria-label="`Point ${i + 1}`"
        :aria-valuenow="point[1]"
        aria-valuemin="0"
        aria-valuemax="255"
        :aria-valuetext="`${point[0]} becomes ${point[1]}`"
        @keydown="onKey($event, i)"
        @dblclick="remove(i)"
      />
    </svg>
    <figcaption class="small soft">Touch the field to set a point; Delete takes one away.</figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
svg {
  display: block;
  width: 216px;
  margin: 0 auto;
  touch-action: none;
  cursor: crosshair;
}
.ground {
  fill: var(--paper-shade);
  stroke: var(--line);
}
.tones {
  fill: color-mix(in srgb, var(--ink-soft) 22%, transparent);
}
.grid {
  stroke: var(--line);
  fill: none;
}
.curve {
  fill: none;
  stroke: var(--blue);
  stroke-width: 2.5;
}
.point {
  fill: var(--paper);
  stroke: var(--blue);
  stroke-width: 2.5;
  cursor: grab;
}
.point:focus-visible {
  outline: 3px solid var(--ochre);
  outline-offset: 2px;
  border-radius: 50%;
}
</style>
