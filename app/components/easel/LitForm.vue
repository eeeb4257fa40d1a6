<script setup lang="ts">
import { litForm, type FormInLight, type Vector } from '#core/light'

/** A simple form in the light, computed. */
const { form, direction, side } = defineProps<{ form: FormInLight; direction: Vector; side: number }>()
/** Px of the picture for one on the screen. */
const FINE = 1.5
const canvas = ref<HTMLCanvasElement>()
const px = computed(() => Math.round(side * FINE))
watchEffect(
  () => {
    const context = canvas.value?.getContext('2d')
    if (!context) return
    const image = context.createImageData(px.value, px.value)
    image.data.set(litForm(form, direction, px.value))
    context.putImageData(image, 0, 0)
  },
  { flush: 'post' },
)
</script>

<template>
  <canvas
    ref="canvas"
    :width="px"
    :height="px"
    :style="{ width: `${side}px`, height: `${side}px` }"
    role="img"
    :aria-label="`A ${form} in this light`"
  />
</template>

<style scoped>
canvas {
  display: block;
  border-radius: 6px;
}
</style>
