<script setup lang="ts">
import type { DrawingRecord } from '#core/drawing'
import { onDevice, type Size, type WindowView } from '../../sheet/view'

/** The teacher's demonstration of a step, played faintly over the sheet. */
const props = defineProps<{ record: DrawingRecord, view: WindowView, size: Size }>()
const emit = defineEmits<{ done: [] }>()

/** The ghost hurries a little. */
const SPEED = 1.6
/** It stays so long when it has finished, ms. */
const LINGER_MS = 2600

const { player, time, load, show } = usePlayer()
const canvas = ref<HTMLCanvasElement>()
let isShown = false

function place(): void {
  if (!isShown) return
  const ratio = window.devicePixelRatio || 1
  void player.resize(Math.round(props.size.width * ratio), Math.round(props.size.height * ratio))
  void player.look(onDevice(props.view, ratio))
}

onMounted(async () => {
  await load(props.record, true)
  if (!canvas.value) return
  await player.seek(0)
  await show(canvas.value.transferControlToOffscreen())
  isShown = true
  place()
  void player.play(SPEED)
})
watch(() => [props.view, props.size], place)

let timer: ReturnType<typeof setTimeout> | null = null
watch(() => time.value.isPlaying, (isPlaying, was) => {
  if (was && !isPlaying) timer = setTimeout(() => emit('done'), LINGER_MS)
})
onBeforeUnmount(() => timer && clearTimeout(timer))
</script>

<template>
  <canvas ref="canvas" class="ghost" :style="{ width: `${size.width}px`, height: `${size.height}px` }" data-test="ghost" />
</template>

<style scoped>
.ghost { position: absolute; inset: 0; pointer-events: none; opacity: 0.42; }
</style>
