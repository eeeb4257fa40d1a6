<script setup lang="ts">
import { GREATEST_CHROMA, isShowable, rgbOf, type Mixture } from '#core/colour'

/** All colours of one hue: light above, lively to the right; what the screen can't show is left paper. */
const props = defineProps<{ mixture: Mixture }>()
const emit = defineEmits<{ mix: [part: Partial<Mixture>] }>()
const canvas = ref<HTMLCanvasElement>()
const WIDTH = 178
const HEIGHT = 142
/** One colour for so many px. */
const STEP = 1

function draw(): void {
  const context = canvas.value?.getContext('2d')
  if (!context) return
  context.clearRect(0, 0, WIDTH, HEIGHT)
  const { hue } = props.mixture
  for (let y = 0; y < HEIGHT; y += STEP) {
    const lightness = 1 - (y + STEP / 2) / HEIGHT
    for (let x = 0; x < WIDTH; x += STEP) {
      const chroma = ((x + STEP / 2) / WIDTH) * GREATEST_CHROMA
      if (!isShowable(lightness, chroma, hue)) break
      context.fillStyle = `rgb(${rgbOf({ lightness, chroma, hue }).join(' ')})`
      context.fillRect(x, y, STEP, STEP)
    }
  }
}
onMounted(draw)
watch(() => Math.round(props.mixture.hue), draw)

const dot = computed(() => ({
  left: `${Math.min(props.mixture.chroma / GREATEST_CHROMA, 1) * WIDTH}px`,
  top: `${(1 - props.mixture.lightness) * HEIGHT}px`,
}))
function take(event: PointerEvent): void {
  const box = canvas.value!.getBoundingClientRect()
  const within = (value: number) => Math.min(Math.max(value, 0), 1)
  emit('mix', {
    chroma: within((event.clientX - box.left) / box.width) * GREATEST_CHROMA,
    lightness: 1 - within((event.clientY - box.top) / box.height),
  })
}
function down(event: PointerEvent): void {
  canvas.value!.setPointerCapture(event.pointerId)
  take(event)
}
</script>

<template>
  <div class="plane" title="All colours of this hue that the screen can show">
    <canvas
      ref="canvas"
      :width="WIDTH"
      :height="HEIGHT"
      aria-hidden="true"
      @pointerdown="down"
      @pointermove="$event.buttons && take($event)"
    />
    <span class="dot" :style="dot" />
  </div>
</template>

<style scoped>
.plane {
  position: relative;
  width: 178px;
  height: 142px;
  border: 1px solid var(--line);
  border-radius: 8px;
  overflow: hidden;
  background: repeating-linear-gradient(135deg, var(--paper) 0 6px, var(--paper-shade) 6px 8px);
  cursor: crosshair;
  touch-action: none;
}
.dot {
  position: absolute;
  width: 14px;
  height: 14px;
  border-radius: 50%;
  border: 2.5px solid #fff;
  outline: 1.5px solid #222;
  transform: translate(-50%, -50%);
  pointer-events: none;
}
</style>
