<script setup lang="ts">
import { getStroke } from 'perfect-freehand'
import { api } from '../../api/routes'
import { troubleOf } from '../../api/client'

/** The name under a drawing: written once, kept, and stamped. */
const isOpen = defineModel<boolean>({ default: false })
const { letters } = useInHand()
const { say } = useNotices()

type Point = [x: number, y: number, pressure: number]
/** Size of the pad, CSS px. */
const PAD = { width: 520, height: 190 }
/** Width of its pen, px of the pad. */
const PEN = 7

const strokes = ref<Point[][]>([])
const kept = shallowRef<number[][] | null>(null)
const isBusy = ref(false)
const pad = ref<SVGSVGElement>()

watch(isOpen, async opens => {
  if (!opens) return
  strokes.value = []
  try {
    const { outlines: before } = await api.signature()
    // Who writes already wants another one.
    if (strokes.value.length === 0) kept.value = before
  } catch (error) {
    const { message, fix } = troubleOf(error)
    say(message, fix, 'attention')
  }
})

function pointOf(event: PointerEvent): Point {
  const box = pad.value!.getBoundingClientRect()
  const isPen = event.pointerType === 'pen'
  return [
    ((event.clientX - box.left) / box.width) * PAD.width,
    ((event.clientY - box.top) / box.height) * PAD.height,
    isPen ? event.pressure : 0.5,
  ]
}
let isDown = false
function down(event: PointerEvent): void {
  isDown = true
  pad.value!.setPointerCapture(event.pointerId)
  kept.value = null
  strokes.value = [...strokes.value, [pointOf(event)]]
}
function move(event: PointerEvent): void {
  if (!isDown) return
  const last = strokes.value.at(-1)!
  strokes.value = [...strokes.value.slice(0, -1), [...last, ...(event.getCoalescedEvents?.() ?? [event]).map(pointOf)]]
}

const outlineOf = (points: Point[]) =>
  getStroke(points, {
    size: PEN,
    thinning: 0.55,
    smoothing: 0.6,
    streamline: 0.4,
    simulatePressure: points.every(point => point[2] === 0.5),
  }).flatMap(([x, y]) => [Math.round(x! * 100) / 100, Math.round(y! * 100) / 100])
const outlines = computed(() => kept.value ?? strokes.value.map(outlineOf).filter(outline => outline.length >= 6))
const pathOf = (outline: readonly number[]) => {
  let path = ''
  for (let i = 0; i < outline.length; i += 2) path += `${i ? 'L' : 'M'}${outline[i]} ${outline[i + 1]}`
  return `${path}Z`
}

function clear(): void {
  kept.value = null
  strokes.value = []
}

async function stamp(): Promise<void> {
  isBusy.value = true
  const shown = outlines.value.map(outline => [...outline])
  try {
    if (!kept.value) await api.keepSignature(shown)
  } catch (error) {
    // It can be stamped all the same; only the keeping has to be done again.
    const { message, fix } = troubleOf(error)
    say(message, fix, 'attention')
  } finally {
    isBusy.value = false
  }
  void letters.sign('signature', shown)
  isOpen.value = false
}
</script>

<template>
  <CardDialog v-model="isOpen" title="My name" :width="580">
    <p class="small soft">Write it as you sign your drawings. It is kept for you, and stamped in the colour in hand.</p>
    <svg
      ref="pad"
      class="pad"
      :viewBox="`0 0 ${PAD.width} ${PAD.height}`"
      role="img"
      aria-label="Pad to write your name on, with a pen, a finger or a mouse"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="isDown = false"
      @pointercancel="isDown = false"
    >
      <line x1="30" :x2="PAD.width - 30" y1="140" y2="140" class="base" />
      <path v-for="(outline, i) in outlines" :key="i" :d="pathOf(outline)" />
    </svg>
    <template #actions>
      <v-btn color="primary" :disabled="outlines.length === 0" :loading="isBusy" @click="stamp"
        >Put it on the sheet</v-btn
      >
      <v-btn variant="outlined" :disabled="outlines.length === 0" @click="clear">Write it anew</v-btn>
    </template>
  </CardDialog>
</template>

<style scoped>
.pad {
  width: 100%;
  border: 1px solid var(--line);
  border-radius: 8px;
  background: #fffefb;
  touch-action: none;
  cursor: crosshair;
  display: block;
}
.base {
  stroke: #c9c2b4;
  stroke-dasharray: 4 5;
}
path {
  fill: #2a2927;
}
</style>
