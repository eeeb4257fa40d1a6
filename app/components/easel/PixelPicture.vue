<script setup lang="ts">
import type { Pixels } from '#core/kernels'
import { imageOf } from '../../sheet/image-data'

/** Px on a canvas of their own size. */
const props = defineProps<{ picture: Pixels }>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
watch(
  [canvas, () => props.picture],
  ([on, picture]) => {
    if (!on) return
    on.width = picture.width
    on.height = picture.height
    on.getContext('2d')!.putImageData(imageOf(picture), 0, 0)
  },
  { flush: 'post' },
)
</script>

<template>
  <canvas ref="canvas" />
</template>
