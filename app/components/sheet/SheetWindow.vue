<script setup lang="ts">
import type { Sheet } from '#core/layers'
import type { Tone } from '../../composables/sheet/useLooking'
import { listenToPen, type HeldKeys } from '../../sheet/pen'
import {
  fitView,
  keepInSight,
  mirrorAt,
  onDevice,
  STRAIGHT,
  toWindow,
  turnAt,
  zoomAt,
  type WindowView,
} from '../../sheet/view'

/** A window on a sheet that a worker draws: zoom, pan and fit, and strokes where drawing is allowed. */
const props = defineProps<{
  sheet: Pick<Sheet, 'width' | 'height'>
  canDraw?: boolean
  /** For how long a resting pointer is told of, ms. */
  restsFor?: number
  /** Whether a held stroke became a true shape. */
  hold?: () => Promise<boolean>
  label: string
  tone?: Tone
}>()
const emit = defineEmits<{
  /** The canvas, for the worker to own. Sent once. */
  canvas: [canvas: OffscreenCanvas]
  /** Device px. */
  resize: [width: number, height: number]
  look: [view: WindowView]
  /** The same in CSS px, when it was moved here and not by {@link like}. */
  moved: [view: WindowView]
  begin: [samples: number[], time: number]
  extend: [samples: number[], time: number]
  end: []
  drop: []
  /** So many fingers tapped. */
  tap: [fingers: number]
  /** A true shape is adjusted: the place of the pointer, sheet px. */
  adjust: [x: number, y: number, keys: HeldKeys]
}>()

const frame = ref<HTMLElement>()
const canvas = ref<HTMLCanvasElement>()
const size = ref({ width: 0, height: 0 })
const view = ref<WindowView>(STRAIGHT)
const pointer = ref<{ x: number; y: number } | null>(null)
let isFitted = true
/** While a stroke is under way the window stays as it is; it is measured anew once the stroke has ended. */
let isUnderStroke = false
let isStale = false
let pixelRatio = 1

function look(next: WindowView, fitted = false): void {
  show(next, fitted)
  emit('moved', view.value)
}
function show(next: WindowView, fitted: boolean): void {
  // Never under a stroke: it would be bent.
  if (isUnderStroke) return
  view.value = fitted ? next : keepInSight(next, props.sheet, size.value)
  isFitted = fitted
  emit('look', onDevice(view.value, pixelRatio))
}

/** Shows the sheet as another window shows its own. */
function like(next: WindowView): void {
  show(next, false)
}

function fit(): void {
  look(fitView(props.sheet, size.value, view.value), true)
}

/** Zooms round the middle of the window. */
function zoom(scale: number): void {
  look(zoomAt(view.value, size.value.width / 2, size.value.height / 2, scale))
}

/** Brings a place of the sheet to the middle. */
function bringToMiddle(x: number, y: number): void {
  const at = toWindow(view.value, { x, y })
  look({ ...view.value, x: view.value.x + size.value.width / 2 - at.x, y: view.value.y + size.value.height / 2 - at.y })
}

/** Turns the sheet round the middle of the window to an angle, radians clockwise. */
function turnTo(turn: number): void {
  const next = turnAt(view.value, size.value.width / 2, size.value.height / 2, turn - view.value.turn)
  look(isFitted ? fitView(props.sheet, size.value, next) : next, isFitted)
}

/** The sheet as a mirror shows it, and back. */
function mirror(): void {
  look(mirrorAt(view.value, size.value.width / 2), isFitted)
}

function measure(): void {
  const element = frame.value
  if (!element) return
  isStale = isUnderStroke
  if (isStale) return
  pixelRatio = window.devicePixelRatio || 1
  const before = size.value
  size.value = { width: element.clientWidth, height: element.clientHeight }
  emit('resize', Math.round(size.value.width * pixelRatio), Math.round(size.value.height * pixelRatio))
  if (isFitted) fit()
  else
    look({
      ...view.value,
      x: view.value.x + (size.value.width - before.width) / 2,
      y: view.value.y + (size.value.height - before.height) / 2,
    })
}

function lift(): void {
  isUnderStroke = false
  if (isStale) measure()
}

let pen: ReturnType<typeof listenToPen> | null = null
let observer: ResizeObserver | null = null

function track(event: PointerEvent): void {
  const box = frame.value!.getBoundingClientRect()
  pointer.value = event.pointerType === 'touch' ? null : { x: event.clientX - box.left, y: event.clientY - box.top }
}

onMounted(() => {
  emit('canvas', canvas.value!.transferControlToOffscreen())
  measure()
  observer = new ResizeObserver(measure)
  observer.observe(frame.value!)
  pen = listenToPen(frame.value!, {
    canDraw: () => props.canDraw ?? false,
    begin(samples, time) {
      // Whatever had the focus, a field for a number say, is done with: keys are the sheet's again.
      frame.value?.focus({ preventScroll: true })
      isUnderStroke = true
      emit('begin', samples, time)
    },
    extend: (samples, time) => emit('extend', samples, time),
    end() {
      emit('end')
      lift()
    },
    drop() {
      emit('drop')
      lift()
    },
    tap: fingers => emit('tap', fingers),
    restsFor: () => props.restsFor ?? 0,
    hold: () => props.hold?.() ?? Promise.resolve(false),
    adjust: (x, y, keys) => emit('adjust', x, y, keys),
    view: () => view.value,
    look,
  })
})
onBeforeUnmount(() => {
  observer?.disconnect()
  pen?.stop()
})

watch(() => [props.sheet.width, props.sheet.height], fit)
defineExpose({
  fit,
  like,
  zoom,
  turnTo,
  mirror,
  bringToMiddle,
  view,
  size,
  setMoving: (isHeld: boolean) => pen?.setMoving(isHeld),
})
</script>

<template>
  <div
    ref="frame"
    class="window"
    tabindex="-1"
    :class="{ draws: canDraw }"
    @pointermove="track"
    @pointerleave="pointer = null"
    @contextmenu.prevent
  >
    <SheetTones />
    <canvas
      ref="canvas"
      role="img"
      :aria-label="label"
      :style="{
        width: `${size.width}px`,
        height: `${size.height}px`,
        filter: tone && tone !== 'colours' ? `url(#tone-${tone})` : undefined,
      }"
    />
    <slot :view="view" :size="size" :pointer="pointer" />
  </div>
</template>

<style scoped>
.window {
  position: relative;
  width: 100%;
  height: 100%;
  overflow: hidden;
  background: var(--round-sheet);
  touch-action: none;
  user-select: none;
  cursor: grab;
}
.window:focus-visible {
  outline: none;
}
.window.draws {
  cursor: crosshair;
}
canvas {
  position: absolute;
  inset: 0;
  display: block;
}
</style>
