<script setup lang="ts">
import type { Thumbnail } from '../../workers/view/layer-news'

/** A layer small, on white. */
const props = defineProps<{ thumbnail: Thumbnail | undefined }>()
const canvas = ref<HTMLCanvasElement>()

function draw(): void {
  const { thumbnail } = props
  const element = canvas.value
  if (!thumbnail || !element) return
  element.width = thumbnail.width
  element.height = thumbnail.height
  element
    .getContext('2d')!
    .putImageData(new ImageData(new Uint8ClampedArray(thumbnail.pixels), thumbnail.width, thumbnail.height), 0, 0)
}
onMounted(draw)
watch(() => props.thumbnail, draw)
</script>

<template>
  <canvas ref="canvas" class="thumbnail" width="132" height="99" />
</template>

<style scoped>
.thumbnail {
  width: 66px;
  height: auto;
  max-height: 66px;
  object-fit: contain;
}
</style>
