<script setup lang="ts">
import type { LineGap } from '#core/fill'
import { toWindow, type WindowView } from '../../sheet/view'

/** Gaps of a line ringed on the sheet with their widths; a touch closes one. */
const props = defineProps<{ gaps: readonly LineGap[]; view: WindowView }>()
const emit = defineEmits<{ close: [gap: LineGap] }>()

/** Least ring on the screen, CSS px: a gap of two px must be seen, and touched. */
const LEAST = 30
const rings = computed(() =>
  props.gaps.map(gap => {
    const { x, y } = toWindow(props.view, gap)
    const side = Math.max(gap.width * props.view.scale * 2.2, LEAST)
    return {
      gap,
      style: { left: `${x - side / 2}px`, top: `${y - side / 2}px`, width: `${side}px`, height: `${side}px` },
    }
  }),
)
</script>

<template>
  <button
    v-for="{ gap, style } in rings"
    :key="`${gap.x} ${gap.y}`"
    class="ring"
    :style="style"
    :aria-label="`A gap of ${gap.width} px. Touch to close it.`"
    :title="`A gap of ${gap.width} px. Touch to close it.`"
    @pointerdown.stop
    @click.stop="emit('close', gap)"
  >
    <span class="width numbers">{{ gap.width }} px</span>
  </button>
</template>

<style scoped>
.ring {
  position: absolute;
  border-radius: 50%;
  border: 3px solid #96590a;
  box-shadow:
    0 0 0 2.5px rgb(255 253 246 / 92%),
    inset 0 0 0 2px rgb(255 253 246 / 80%);
  cursor: pointer;
}
.ring:hover {
  background: rgb(255 253 246 / 45%);
}
.width {
  position: absolute;
  left: 50%;
  top: 100%;
  transform: translate(-50%, 5px);
  padding: 1px 8px;
  border-radius: 9px;
  background: #fffdf6;
  color: #5c3605;
  border: 1.5px solid #96590a;
  font-size: 0.8rem;
  white-space: nowrap;
  font-weight: 560;
}
</style>
