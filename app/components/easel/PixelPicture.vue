<script setup lang="ts">
import type { Pixels } from '#core/kernels'

/** Px on a canvas of their own size. */
const props = defineProps<{ picture: Pixels }>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
watch(
  [canvas, () => props.picture],
  ([on, { width, height, pixels }]) => {
    if (!on) return
    on.width = width
    on.height = height
    const data = new Uint8ClampedArray(pixels.buffer as ArrayBuffer, pixels.byteOffset, pixels.length)
    on.getContext('2d')!.putImageData(new ImageData(data, width, height), 0, 0)
  },
  { flush: 'post' },
)
</script>

<template>
  <canvas ref="canvas" />
</template>
