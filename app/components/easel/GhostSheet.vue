<script setup lang="ts">
import { mdiClose, mdiPause, mdiPlay, mdiReplay, mdiSkipNextOutline } from '@mdi/js'
import { useLocalStorage } from '@vueuse/core'
import type { DrawingRecord } from '#core/drawing'
import type { Size, WindowView } from '../../sheet/view'

/**
 * The teacher's demonstration of a step, played faintly over the sheet: as a whole, stroke by stroke, or as lines to
 * draw over.
 */
const props = defineProps<{
  record: DrawingRecord
  view: WindowView
  size: Size
  /** Shown by the teacher just now: its own hand, not the demonstration. */
  isTeachers?: boolean
}>()
const keys = useLetterKeys('easel')
const emit = defineEmits<{ away: [] }>()

/** The ghost hurries a little. */
const speed = useLocalStorage('little-easel-ghost-speed', 1.6)
/** How strongly it shows, %. */
const strength = useLocalStorage('little-easel-ghost-strength', 42)

const playback = usePlayer()
const { player, time, load } = playback
const { canvas, lay } = useLaidOver(playback, () => ({ view: props.view, size: props.size }))

onMounted(async () => {
  await load(props.record, true)
  await player.seek(0)
  if (await lay()) void player.play(speed.value)
})
watch(speed, next => {
  if (time.value.isPlaying) void player.play(next)
})

const isAtEnd = computed(() => time.value.time >= time.value.length)
function showAll(): void {
  void player.pause()
  void player.seek(time.value.length)
}
</script>

<template>
  <canvas
    ref="canvas"
    class="ghost"
    :style="{ width: `${size.width}px`, height: `${size.height}px`, opacity: isTeachers ? 0.85 : strength / 100 }"
    data-test="ghost"
  />
  <div
    class="strip card"
    role="group"
    :aria-label="isTeachers ? 'What your teacher shows' : 'The ghost'"
    @pointerdown.stop
    @wheel.stop
  >
    <v-btn
      :icon="time.isPlaying ? mdiPause : mdiPlay"
      size="small"
      variant="text"
      :aria-label="
        time.isPlaying ? (isTeachers ? 'Let it wait' : 'Let the ghost wait') : isAtEnd ? 'From the beginning' : 'Go on'
      "
      @click="time.isPlaying ? player.pause() : player.play(speed)"
    />
    <v-btn size="small" variant="text" :prepend-icon="mdiReplay" @click="player.playAgain(speed)">again</v-btn>
    <v-btn
      size="small"
      variant="text"
      :prepend-icon="mdiSkipNextOutline"
      :disabled="isAtEnd"
      @click="player.playNext(speed)"
      >next stroke</v-btn
    >
    <v-btn size="small" variant="text" :disabled="isAtEnd && !time.isPlaying" @click="showAll">all its lines</v-btn>
    <label class="small"
      >speed <input v-model.number="speed" type="range" min="0.25" max="4" step="0.25" /><span class="numbers"
        >{{ speed }} ×</span
      ></label
    >
    <label v-if="!isTeachers" class="small"
      >strength <input v-model.number="strength" type="range" min="10" max="90" step="2" /><span class="numbers"
        >{{ strength }} %</span
      ></label
    >
    <v-btn
      :icon="mdiClose"
      size="small"
      variant="text"
      :aria-label="isTeachers ? 'Put it away' : keys.withKey('Away with the ghost', 'ghost')"
      @click="emit('away')"
    />
  </div>
</template>

<style scoped>
.ghost {
  position: absolute;
  inset: 0;
  pointer-events: none;
}
.strip {
  position: absolute;
  left: 50%;
  bottom: 12px;
  transform: translateX(-50%);
  display: flex;
  align-items: center;
  gap: 6px;
  padding: 4px 8px;
  cursor: default;
  white-space: nowrap;
  box-shadow: 0 4px 16px rgb(0 0 0 / 18%);
}
label {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  min-height: 40px;
}
input[type='range'] {
  width: 74px;
}
.numbers {
  min-width: 40px;
}
</style>
