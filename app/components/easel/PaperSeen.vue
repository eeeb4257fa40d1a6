<script setup lang="ts">
import { useElementSize } from '@vueuse/core'

/** What becomes of the page, over the sheet's paper: all of it, or a part px for px where it is pointed at. */
const { fromPaper } = useBringIn()
const { seen, closeAt, table } = fromPaper
const frame = useTemplateRef<HTMLElement>('frame')
const { width, height } = useElementSize(frame)
const isClose = computed(() => closeAt.value !== null)

const shown = computed(() => {
  const picture = seen.value
  if (!picture) return null
  const scale = isClose.value ? 1 : Math.min(1, width.value / picture.width, height.value / picture.height)
  const [w, h] = [picture.width * scale, picture.height * scale]
  return { left: (width.value - w) / 2, top: (height.value - h) / 2, width: w, height: h }
})
const room = () => ({ width: Math.max(50, Math.floor(width.value)), height: Math.max(50, Math.floor(height.value)) })
function point(event: MouseEvent): void {
  const place = shown.value
  if (!place) return
  if (isClose.value) return fromPaper.lookClose(null)
  const box = frame.value!.getBoundingClientRect()
  const within = (value: number) => Math.min(1, Math.max(0, value))
  // By keys it has no place: the middle.
  const isByKeys = event.detail === 0
  fromPaper.lookClose(
    {
      x: isByKeys ? 0.5 : within((event.clientX - box.left - place.left) / place.width),
      y: isByKeys ? 0.5 : within((event.clientY - box.top - place.top) / place.height),
    },
    room(),
  )
}
const words = computed(() => (isClose.value ? 'See the whole page' : 'See it close, px for px'))
</script>

<template>
  <button ref="frame" class="frame" :class="{ close: isClose }" :aria-label="words" :title="words" @click="point">
    <PixelPicture
      v-if="seen && shown"
      :picture="seen"
      class="picture"
      :style="{
        left: `${shown.left}px`,
        top: `${shown.top}px`,
        width: `${shown.width}px`,
        height: `${shown.height}px`,
      }"
      role="img"
      :aria-label="`What becomes of “${table?.title}”`"
    />
  </button>
</template>

<style scoped>
.frame {
  position: relative;
  display: block;
  width: 100%;
  overflow: hidden;
  border-radius: 8px;
  background: var(--paper-shade);
  cursor: zoom-in;
}
.frame.close {
  cursor: zoom-out;
}
.picture {
  position: absolute;
  background: #fff;
  box-shadow: 0 0 0 1px var(--line);
}
</style>
