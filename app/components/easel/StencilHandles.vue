<script setup lang="ts">
import type Konva from 'konva'
import { Circle, Layer, Line, Stage } from 'vue-konva'
import { handlesOf, outlinePoints, type Handle } from '#core/stencil'
import { toSheet, toWindow, type Size, type WindowView } from '../../sheet/view'

/** Handles of the shape that is being set: parts to pull, a middle to move it by, an arm to turn it. */
const props = defineProps<{ view: WindowView, size: Size }>()
const { stencil } = useEasel()
const { shape } = stencil

const INK = '#2b4c8c'
const handles = computed(() => (shape.value ? handlesOf(shape.value, props.view.scale).map(handle => ({ handle, ...toWindow(props.view, handle) })) : []))
/** A control point of a curve hangs on a thread at its end. */
const threads = computed(() => {
  const { value } = shape
  if (value?.kind !== 'curve') return []
  return [[value.from, value.bendA], [value.to, value.bendB]].map(pair => pair.flatMap((point) => {
    const { x, y } = toWindow(props.view, point)
    return [x, y]
  }))
})
const outline = computed(() => {
  if (!shape.value) return []
  const points = outlinePoints(shape.value)
  return Array.from({ length: points.length / 2 }, (_, i) => toWindow(props.view, { x: points[2 * i]!, y: points[2 * i + 1]! })).flatMap(({ x, y }) => [x, y])
})

function onDrag(handle: Handle, event: Konva.KonvaEventObject<DragEvent>): void {
  const { x, y } = toSheet(props.view, event.target.x(), event.target.y())
  stencil.take(handle.key, { x, y })
}

/** Only handles take the pointer; everywhere else it draws. */
function isOnHandle(event: PointerEvent): boolean {
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  const [px, py] = [event.clientX - box.left, event.clientY - box.top]
  return handles.value.some(({ x, y }) => Math.hypot(x - px, y - py) < 20)
}
const takesPointer = ref(false)
function onMove(event: PointerEvent): void {
  if (event.buttons === 0) takesPointer.value = isOnHandle(event)
}
function onDown(event: PointerEvent): void {
  if (isOnHandle(event)) event.stopPropagation()
}
</script>

<template>
  <div v-if="shape" class="handles" :class="{ takes: takesPointer }" @pointermove="onMove" @pointerdown="onDown">
    <Stage :config="{ width: size.width, height: size.height }">
      <Layer>
        <Line :config="{ points: outline, closed: shape.kind !== 'line' && shape.kind !== 'curve' && shape.kind !== 'polyline', stroke: INK, strokeWidth: 1, dash: [5, 4], listening: false }" />
        <Line v-for="(thread, i) in threads" :key="i" :config="{ points: thread, stroke: INK, strokeWidth: 1, listening: false }" />
        <Circle
          v-for="{ handle, x, y } in handles" :key="handle.key"
          :config="{ x, y, radius: handle.role === 'move' ? 8 : 6.5, fill: handle.role === 'part' ? '#fffdf6' : INK, stroke: handle.role === 'part' ? INK : '#fffdf6', strokeWidth: 2.5, hitStrokeWidth: 26, draggable: true }"
          @dragmove="onDrag(handle, $event)"
        />
      </Layer>
    </Stage>
  </div>
</template>

<style scoped>
.handles { position: absolute; inset: 0; cursor: crosshair; }
.handles.takes { cursor: grab; }
</style>
