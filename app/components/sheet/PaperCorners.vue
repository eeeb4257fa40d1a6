<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import type { Corners } from '#core/paper'
import type { ShownPhotograph } from '../../workers/pictures/paper'
import { imageOf } from '../../sheet/image-data'
import { STRAIGHT, toWindow } from '../../sheet/view'

/** The photograph, and over it the corners of its sheet: pulled, or moved by keys. */
const { table, corners } = defineProps<{
  table: Pick<ShownPhotograph, 'picture' | 'size'> & { title: string }
  corners: Corners
}>()
const emit = defineEmits<{ drag: [key: string, to: { x: number; y: number }] }>()
const frame = useTemplateRef<HTMLElement>('frame')
const { width, height } = useElementSize(frame)
/** Room round the photograph, where corners are pulled that lie at its edge. CSS px. */
const MARGIN = 18

const view = computed(() => {
  const { size } = table
  const scale = Math.max(
    0.001,
    Math.min((width.value - 2 * MARGIN) / size.width, (height.value - 2 * MARGIN) / size.height),
  )
  return {
    ...STRAIGHT,
    scale,
    x: (width.value - scale * size.width) / 2,
    y: (height.value - scale * size.height) / 2,
  }
})
const handles = computed(() =>
  corners.map((corner, i) => ({
    key: `corner ${i}`,
    ...toWindow(view.value, corner),
    look: 'open' as const,
  })),
)
const line = computed(() => handles.value.flatMap(({ x, y }) => [x, y]))

/** The corner that was moved last, as a lens shows it. */
const last = ref<number | null>(null)
const lens = useTemplateRef<HTMLCanvasElement>('lens')
/** CSS px; so many of them for one px of the small photograph. */
const [LENS, LENS_SCALE] = [132, 3]
function drag(key: string, to: { x: number; y: number }): void {
  last.value = Number(key.split(' ')[1])
  emit('drag', key, to)
}
const source = computed(() => {
  const shown = table.picture
  const canvas = new OffscreenCanvas(shown.width, shown.height)
  canvas.getContext('2d')!.putImageData(imageOf(shown), 0, 0)
  return canvas
})
watch(
  [lens, last, () => corners],
  () => {
    const context = lens.value?.getContext('2d')
    const now = corners
    if (!context || last.value === null) return
    const scale = source.value.width / table.size.width
    const at = now[last.value]!
    const to = (point: { x: number; y: number }) =>
      [(point.x - at.x) * scale * LENS_SCALE + LENS / 2, (point.y - at.y) * scale * LENS_SCALE + LENS / 2] as const
    context.fillStyle = '#d8d4ca'
    context.fillRect(0, 0, LENS, LENS)
    context.imageSmoothingEnabled = false
    const [x, y] = to({ x: 0, y: 0 })
    context.drawImage(source.value, x, y, source.value.width * LENS_SCALE, source.value.height * LENS_SCALE)
    context.strokeStyle = '#2b4c8c'
    context.lineWidth = 1.5
    context.beginPath()
    context.moveTo(...to(now[(last.value + 3) % 4]!))
    context.lineTo(LENS / 2, LENS / 2)
    context.lineTo(...to(now[(last.value + 1) % 4]!))
    context.stroke()
  },
  { flush: 'post' },
)
/** It lies where the corner is not. */
const isLensRight = computed(() => last.value === 0 || last.value === 3)
</script>

<template>
  <div ref="frame" class="frame">
    <PixelPicture
      :picture="table.picture"
      class="photograph"
      role="img"
      :aria-label="`The photograph “${table.title}”`"
      :style="{
        left: `${view.x}px`,
        top: `${view.y}px`,
        width: `${view.scale * table.size.width}px`,
        height: `${view.scale * table.size.height}px`,
      }"
    />
    <SheetHandles
      :handles="handles"
      :lines="[{ points: line, isClosed: true, isThread: true }]"
      :view="view"
      :size="{ width, height }"
      @drag="drag"
    />
    <canvas
      v-if="last !== null"
      ref="lens"
      class="lens"
      :class="{ right: isLensRight }"
      :width="LENS"
      :height="LENS"
      aria-hidden="true"
    />
  </div>
</template>

<style scoped>
.frame {
  position: relative;
  overflow: hidden;
  border-radius: 8px;
  background: var(--paper-shade);
  touch-action: none;
}
.photograph {
  position: absolute;
}
.lens {
  position: absolute;
  top: 8px;
  left: 8px;
  border: 2px solid var(--paper);
  border-radius: 50%;
  box-shadow: 0 1px 5px rgb(0 0 0 / 35%);
  pointer-events: none;
}
.lens.right {
  left: auto;
  right: 8px;
}
</style>
