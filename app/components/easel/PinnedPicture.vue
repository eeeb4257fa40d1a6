<script setup lang="ts">
import {
  mdiDeleteOutline,
  mdiFlipHorizontal,
  mdiInvertColors,
  mdiLayersOutline,
  mdiMagnifyMinusOutline,
  mdiMagnifyPlusOutline,
} from '@mdi/js'
import type { Reference } from '../../composables/easel/useReferences'
import { colourName } from '#core/colour'
import { takeArrow } from '../../sheet/arrows'
import { cssColour, useHand, type Colour } from '../../stores/hand'

/** One picture on the board: zoomed and moved in its frame; a touch takes its colour. */
const props = defineProps<{ picture: Reference }>()
const references = useReferences()
const hand = useHand()

/** Frame, CSS px. */
const SIDE = 208
const GREATEST_ZOOM = 16
/** Pointers that move less are a touch, CSS px. */
const STILL = 4

const url = ref('')
const canvas = ref<HTMLCanvasElement>()
const zoom = ref(1)
const at = ref({ x: 0, y: 0 })
const under = ref<Colour | null>(null)
let pixels: OffscreenCanvasRenderingContext2D | null = null
const height = computed(() => Math.min(SIDE * 1.25, (SIDE * props.picture.height) / props.picture.width))
/** CSS px for one of the picture, fitted. */
const fit = computed(() => Math.min(SIDE / props.picture.width, height.value / props.picture.height))

onMounted(async () => {
  url.value = URL.createObjectURL(props.picture.blob)
  const bitmap = await createImageBitmap(props.picture.blob)
  pixels = new OffscreenCanvas(bitmap.width, bitmap.height).getContext('2d', { willReadFrequently: true })!
  pixels.drawImage(bitmap, 0, 0)
  draw()
})
onBeforeUnmount(() => URL.revokeObjectURL(url.value))

function draw(): void {
  const context = canvas.value?.getContext('2d')
  if (!context || !pixels) return
  const ratio = window.devicePixelRatio || 1
  context.canvas.width = SIDE * ratio
  context.canvas.height = height.value * ratio
  const scale = fit.value * zoom.value
  context.setTransform(ratio, 0, 0, ratio, 0, 0)
  context.translate(SIDE / 2 + at.value.x, height.value / 2 + at.value.y)
  context.scale(props.picture.isFlipped ? -scale : scale, scale)
  context.imageSmoothingEnabled = scale < 3
  context.imageSmoothingQuality = 'high'
  context.drawImage(pixels.canvas, -props.picture.width / 2, -props.picture.height / 2)
}
watch([zoom, at, () => props.picture.isFlipped], draw)

function keepIn(): void {
  const reach = {
    x: Math.max(0, (props.picture.width * fit.value * zoom.value - SIDE) / 2),
    y: Math.max(0, (props.picture.height * fit.value * zoom.value - height.value) / 2),
  }
  at.value = {
    x: Math.min(Math.max(at.value.x, -reach.x), reach.x),
    y: Math.min(Math.max(at.value.y, -reach.y), reach.y),
  }
}
function zoomTo(next: number, x = 0, y = 0): void {
  const by = Math.min(Math.max(next, 1), GREATEST_ZOOM) / zoom.value
  at.value = { x: x - (x - at.value.x) * by, y: y - (y - at.value.y) * by }
  zoom.value *= by
  keepIn()
}
function wheel(event: WheelEvent): void {
  const box = canvas.value!.getBoundingClientRect()
  zoomTo(
    zoom.value * 2 ** (-event.deltaY / 300),
    event.clientX - box.left - box.width / 2,
    event.clientY - box.top - box.height / 2,
  )
}

function colourUnder(event: PointerEvent): Colour | null {
  const box = canvas.value!.getBoundingClientRect()
  return colourAt(event.clientX - box.left - SIDE / 2, event.clientY - box.top - height.value / 2)
}
/** From the frame's middle, CSS px. */
function colourAt(fromMiddleX: number, fromMiddleY: number): Colour | null {
  const scale = fit.value * zoom.value
  let x = (fromMiddleX - at.value.x) / scale
  if (props.picture.isFlipped) x = -x
  const px = Math.floor(x + props.picture.width / 2)
  const py = Math.floor((fromMiddleY - at.value.y) / scale + props.picture.height / 2)
  if (!pixels || px < 0 || py < 0 || px >= props.picture.width || py >= props.picture.height) return null
  const [r, g, b, a] = pixels.getImageData(px, py, 1, 1).data
  if (!a) return null
  if (!props.picture.isGrey) return [r!, g!, b!]
  const grey = Math.round(0.2126 * r! + 0.7152 * g! + 0.0722 * b!)
  return [grey, grey, grey]
}
let from: { x: number; y: number; atX: number; atY: number; distance: number } | null = null
function down(event: PointerEvent): void {
  canvas.value!.setPointerCapture(event.pointerId)
  from = { x: event.clientX, y: event.clientY, atX: at.value.x, atY: at.value.y, distance: 0 }
}
function move(event: PointerEvent): void {
  under.value = colourUnder(event)
  if (!from) return
  const [dx, dy] = [event.clientX - from.x, event.clientY - from.y]
  from.distance = Math.max(from.distance, Math.hypot(dx, dy))
  if (from.distance <= STILL) return
  at.value = { x: from.atX + dx, y: from.atY + dy }
  keepIn()
}
function up(event: PointerEvent): void {
  const colour = from && from.distance <= STILL ? colourUnder(event) : null
  from = null
  if (colour) hand.pick(colour)
}
// --- by keys: a cross goes over it

/** So far an arrow goes, and with Shift, CSS px. */
const [STEP, BIG_STEP] = [4, 24]
function onKey(event: KeyboardEvent): void {
  const by = takeArrow(event, STEP, BIG_STEP)
  if (!by) return
  cross.value = { x: cross.value.x + by.x, y: cross.value.y + by.y }
  const most = { x: SIDE / 2 - 1, y: height.value / 2 - 1 }
  // At the frame's rim the picture goes on.
  const over = { x: beyond(cross.value.x, most.x), y: beyond(cross.value.y, most.y) }
  cross.value = { x: cross.value.x - over.x, y: cross.value.y - over.y }
  at.value = { x: at.value.x - over.x, y: at.value.y - over.y }
  keepIn()
  under.value = colourAt(cross.value.x, cross.value.y)
}
const cross = ref({ x: 0, y: 0 })
const beyond = (value: number, most: number) => value - Math.min(Math.max(value, -most), most)
const { announce } = useSpoken()
function takeByKeys(): void {
  const colour = colourAt(cross.value.x, cross.value.y)
  if (!colour) return
  hand.pick(colour)
  announce(`Its colour is in your hand: ${colourName(colour)}.`)
}
</script>

<template>
  <figure class="pinned">
    <span class="pin" aria-hidden="true" />
    <canvas
      ref="canvas"
      :style="{ width: `${SIDE}px`, height: `${height}px`, filter: picture.isGrey ? 'grayscale(1)' : undefined }"
      role="img"
      :aria-label="picture.name"
      @wheel.prevent="wheel"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="up"
      @pointerleave="under = null"
    />
    <button
      class="cross"
      :style="{ left: `${SIDE / 2 + cross.x}px`, top: `${height / 2 + cross.y}px` }"
      :aria-label="`A colour of ${picture.name}. Arrow keys move the cross, Enter takes the colour under it.`"
      @keydown="onKey"
      @focus="under = colourAt(cross.x, cross.y)"
      @blur="under = null"
      @click="takeByKeys"
    />
    <span v-if="under" class="sample" :style="{ background: cssColour(under) }" aria-hidden="true" />
    <figcaption>
      <v-btn
        :icon="mdiMagnifyMinusOutline"
        size="x-small"
        variant="text"
        :disabled="zoom <= 1"
        aria-label="Smaller"
        @click="zoomTo(zoom / 1.5)"
      />
      <v-btn
        :icon="mdiMagnifyPlusOutline"
        size="x-small"
        variant="text"
        aria-label="Bigger"
        @click="zoomTo(zoom * 1.5)"
      />
      <v-btn
        :icon="mdiFlipHorizontal"
        size="x-small"
        variant="text"
        :color="picture.isFlipped ? 'primary' : undefined"
        aria-label="Flip it"
        title="Flip it"
        @click="references.change(picture.id, { isFlipped: !picture.isFlipped })"
      />
      <v-btn
        :icon="mdiInvertColors"
        size="x-small"
        variant="text"
        :color="picture.isGrey ? 'primary' : undefined"
        aria-label="In greys"
        title="In greys"
        @click="references.change(picture.id, { isGrey: !picture.isGrey })"
      />
      <v-btn
        :icon="mdiLayersOutline"
        size="x-small"
        variant="text"
        aria-label="Lay it under the sheet, to trace"
        title="Lay it under the sheet, to trace"
        @click="references.layUnder(picture.id)"
      />
      <v-btn
        :icon="mdiDeleteOutline"
        size="x-small"
        variant="text"
        aria-label="Take it away"
        title="Take it away"
        @click="references.remove(picture.id)"
      />
    </figcaption>
  </figure>
</template>

<style scoped>
.pinned {
  position: relative;
  margin: 0;
  background: #fffefb;
  padding: 0 0 2px;
  box-shadow: 1px 3px 7px rgb(40 25 5 / 40%);
  width: 208px;
}
/* Seen by its focus alone; the pointer goes to the picture. */
.cross {
  position: absolute;
  width: 24px;
  height: 24px;
  transform: translate(-50%, -50%);
  border-radius: 50%;
  pointer-events: none;
}
.cross:focus-visible {
  background:
    linear-gradient(#fff, #fff) center / 1px 100% no-repeat,
    linear-gradient(#fff, #fff) center / 100% 1px no-repeat;
  box-shadow: inset 0 0 0 1px rgb(0 0 0 / 60%);
}
canvas {
  display: block;
  touch-action: none;
  cursor: crosshair;
}
.pin {
  position: absolute;
  left: 50%;
  top: -6px;
  width: 13px;
  height: 13px;
  margin-left: -6px;
  border-radius: 50%;
  background: radial-gradient(circle at 35% 35%, #f3b27a, #b45309 60%);
  box-shadow: 1px 3px 3px rgb(0 0 0 / 40%);
  z-index: 1;
}
.sample {
  position: absolute;
  right: 6px;
  top: 6px;
  width: 38px;
  height: 38px;
  border-radius: 50%;
  border: 3px solid #fffdf6;
  box-shadow: 0 1px 5px rgb(0 0 0 / 45%);
  pointer-events: none;
}
figcaption {
  display: flex;
  justify-content: space-between;
  color: #2a2927;
}
</style>
