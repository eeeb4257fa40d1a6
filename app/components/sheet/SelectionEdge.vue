<script setup lang="ts">
import { useRafFn } from '@vueuse/core'
import type { SnapLine } from '#core/parts'
import { toWindow, type Size, type WindowView } from '../../sheet/view'

/** The edge of what is selected, walking; what is being drawn round; and lines that a moved part lies against. */
const props = defineProps<{
  edges: readonly Int32Array[] | null
  draft: readonly number[]
  against: readonly SnapLine[]
  view: WindowView
  size: Size
  sheet: Size
}>()
const canvas = ref<HTMLCanvasElement>()
const isCalm = isStill()

/** CSS px. */
const DASH = 5
/** CSS px a second. */
const PACE = 9

/** The edges as one path in sheet px, made once. */
const path = computed(() => {
  if (!props.edges) return null
  const whole = new Path2D()
  for (const loop of props.edges) {
    for (let i = 0; i < loop.length; i += 2) {
      if (i) whole.lineTo(loop[i]!, loop[i + 1]!)
      else whole.moveTo(loop[i]!, loop[i + 1]!)
    }
    whole.closePath()
  }
  return whole
})

let offset = 0
function draw(): void {
  const context = canvas.value?.getContext('2d')
  if (!context) return
  const ratio = window.devicePixelRatio || 1
  const { width, height } = props.size
  if (context.canvas.width !== Math.round(width * ratio) || context.canvas.height !== Math.round(height * ratio)) {
    context.canvas.width = Math.round(width * ratio)
    context.canvas.height = Math.round(height * ratio)
  }
  context.setTransform(ratio, 0, 0, ratio, 0, 0)
  context.clearRect(0, 0, width, height)
  if (path.value) {
    const { x, y, scale, turn, isMirrored } = props.view
    context.save()
    context.translate(x, y)
    context.rotate(turn)
    context.scale(isMirrored ? -scale : scale, scale)
    context.lineWidth = 1.3 / scale
    for (const isOver of [false, true]) {
      context.strokeStyle = isOver ? '#fffdf6' : '#1d1b18'
      context.setLineDash(isOver ? [DASH / scale, DASH / scale] : [])
      context.lineDashOffset = -offset / scale
      context.stroke(path.value)
    }
    context.restore()
  }
  drawDraft(context)
  drawAgainst(context)
}

function drawDraft(context: CanvasRenderingContext2D): void {
  const { draft, view } = props
  if (draft.length < 2) return
  context.save()
  context.beginPath()
  for (let i = 0; i < draft.length; i += 2) {
    const at = toWindow(view, { x: draft[i]!, y: draft[i + 1]! })
    if (i) context.lineTo(at.x, at.y)
    else context.moveTo(at.x, at.y)
  }
  context.closePath()
  context.fillStyle = 'rgb(43 76 140 / 10%)'
  context.fill()
  context.lineWidth = 3
  context.strokeStyle = '#fffdf6'
  context.stroke()
  context.lineWidth = 1.4
  context.strokeStyle = '#2b4c8c'
  context.stroke()
  context.restore()
}

function drawAgainst(context: CanvasRenderingContext2D): void {
  const { against, view, sheet } = props
  context.save()
  context.strokeStyle = '#b45309'
  context.lineWidth = 1.5
  for (const { axis, at } of against) {
    const a = toWindow(view, axis === 'x' ? { x: at, y: 0 } : { x: 0, y: at })
    const b = toWindow(view, axis === 'x' ? { x: at, y: sheet.height } : { x: sheet.width, y: at })
    context.beginPath()
    context.moveTo(a.x, a.y)
    context.lineTo(b.x, b.y)
    context.stroke()
  }
  context.restore()
}

const walking = useRafFn(
  ({ delta }) => {
    offset = (offset + (delta / 1000) * PACE) % (2 * DASH)
    draw()
  },
  { immediate: false, fpsLimit: 20 },
)
watch(
  () => props.edges !== null && !isCalm,
  walks => (walks ? walking.resume() : walking.pause()),
  { immediate: true },
)
watch(() => [props.edges, props.draft, props.against, props.view, props.size], draw, { flush: 'post' })
onMounted(draw)
</script>

<template>
  <canvas
    ref="canvas"
    class="edge"
    :style="{ width: `${size.width}px`, height: `${size.height}px` }"
    aria-hidden="true"
  />
</template>

<style scoped>
.edge {
  position: absolute;
  inset: 0;
  pointer-events: none;
}
</style>
