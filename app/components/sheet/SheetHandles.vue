<script setup lang="ts">
import type Konva from 'konva'
import { Circle, Layer, Line, Stage } from 'vue-konva'
import { handleName } from '../../sheet/handle-words'
import { toSheet, type Size, type WindowView } from '../../sheet/view'

/**
 * Handles over the sheet and the lines between them. Only the handles take the pointer; everywhere else it goes on to
 * the sheet. By keys each is gone to and moved, too.
 */
const props = defineProps<{
  /** Window px. */
  handles: readonly {
    readonly key: string
    readonly x: number
    readonly y: number
    readonly look: 'open' | 'full' | 'small' | 'big'
  }[]
  lines: readonly { readonly points: number[]; readonly isClosed: boolean; readonly isThread?: boolean }[]
  view: WindowView
  size: Size
}>()
const emit = defineEmits<{ drag: [key: string, to: { x: number; y: number }] }>()

const INK = '#2b4c8c'
const PAPER = '#fffdf6'
const RADII = { open: 6.5, full: 6.5, small: 5, big: 8 }
/** So near counts as on a handle, CSS px. */
const REACH = 20

function onDrag(key: string, event: Konva.KonvaEventObject<DragEvent>): void {
  emit('drag', key, toSheet(props.view, event.target.x(), event.target.y()))
}

function moveBy(key: string, by: { x: number; y: number }): void {
  const handle = props.handles.find(each => each.key === key)!
  const at = toSheet(props.view, handle.x, handle.y)
  emit('drag', key, { x: at.x + by.x, y: at.y + by.y })
}

function isOnHandle(event: PointerEvent): boolean {
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  const [px, py] = [event.clientX - box.left, event.clientY - box.top]
  return props.handles.some(({ x, y }) => Math.hypot(x - px, y - py) < REACH)
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
  <div class="handles" :class="{ takes: takesPointer }" @pointermove="onMove" @pointerdown="onDown">
    <Stage :config="{ width: size.width, height: size.height }">
      <Layer>
        <Line
          v-for="(line, i) in lines"
          :key="`line ${i}`"
          :config="{
            points: line.points,
            closed: line.isClosed,
            stroke: INK,
            strokeWidth: 1,
            dash: line.isThread ? [] : [5, 4],
            listening: false,
          }"
        />
        <Circle
          v-for="{ key, x, y, look } in handles"
          :key="key"
          :config="{
            x,
            y,
            radius: RADII[look],
            fill: look === 'open' || look === 'small' ? PAPER : INK,
            stroke: look === 'open' || look === 'small' ? INK : PAPER,
            strokeWidth: 2.5,
            hitStrokeWidth: 26,
            draggable: true,
          }"
          @dragmove="onDrag(key, $event)"
        />
      </Layer>
    </Stage>
    <HandlesByKeys :handles="handles.map(each => ({ ...each, name: handleName(each.key) }))" @move="moveBy" />
  </div>
</template>

<style scoped>
.handles {
  position: absolute;
  inset: 0;
  cursor: crosshair;
}
.handles.takes {
  cursor: grab;
}
</style>
