<script setup lang="ts">
import type { Light } from '#core/layers'
import { takeArrow } from '../../sheet/arrows'
import { toSheet, toWindow, type Size, type WindowView } from '../../sheet/view'

/** The light pin on the sheet: pulled by hand, or moved by arrow keys. */
const props = defineProps<{ light: Light; view: WindowView; size: Size }>()
const emit = defineEmits<{ put: [light: Light]; settle: [] }>()
/** Of the pin that lies out of sight as much as this stays at the window's rim, CSS px. */
const RIM = 20
const place = computed(() => {
  const { x, y } = toWindow(props.view, props.light)
  return {
    left: `${Math.min(Math.max(x, RIM), props.size.width - RIM)}px`,
    top: `${Math.min(Math.max(y, RIM), props.size.height - RIM)}px`,
  }
})
let held: { dx: number; dy: number } | null = null

function take(event: PointerEvent): void {
  const target = event.currentTarget as HTMLElement
  target.setPointerCapture(event.pointerId)
  const box = target.getBoundingClientRect()
  held = { dx: event.clientX - box.left - box.width / 2, dy: event.clientY - box.top - box.height / 2 }
}
function pull(event: PointerEvent): void {
  if (!held) return
  const box = (event.currentTarget as HTMLElement).parentElement!.getBoundingClientRect()
  const { x, y } = toSheet(props.view, event.clientX - box.left - held.dx, event.clientY - box.top - held.dy)
  emit('put', { ...props.light, x, y })
}
function leave(): void {
  if (held) emit('settle')
  held = null
}
function onKey(event: KeyboardEvent): void {
  const by = takeArrow(event, 8, 50)
  if (!by) return
  emit('put', { ...props.light, x: props.light.x + by.x, y: props.light.y + by.y })
  emit('settle')
}
</script>

<template>
  <button
    class="pin"
    :style="place"
    aria-label="Light pin: where the light comes from. Arrow keys move it."
    title="The light comes from here"
    @pointerdown.stop="take"
    @pointermove="pull"
    @pointerup="leave"
    @pointercancel="leave"
    @keydown="onKey"
  >
    <svg viewBox="-24 -24 48 48" aria-hidden="true">
      <path
        d="M0-21V-15M0 15V21M-21 0H-15M15 0H21M-14.800-14.800L-10.600-10.600M10.600 10.600L14.800 14.800M-14.800 14.800L-10.600 10.600M10.600-10.600L14.800-14.800"
        class="rays"
      />
      <path
        d="M-9.500 1C-9.500-6-5-10.500 0-10.500S9.500-6 9.500 1C9.500 4 6 6 4.500 8.500H-4.500C-6 6-9.500 4-9.500 1Z"
        class="lamp"
      />
      <path d="M-4 11.500H4M-2.500 14.500H2.500" class="foot" />
    </svg>
  </button>
</template>

<style scoped>
.pin {
  position: absolute;
  width: 48px;
  height: 48px;
  transform: translate(-50%, -50%);
  border-radius: 50%;
  cursor: grab;
  touch-action: none;
  background: rgb(255 253 246 / 82%);
  box-shadow: 0 2px 8px rgb(0 0 0 / 30%);
}
.pin:active {
  cursor: grabbing;
}
.rays {
  stroke: #b8770f;
  stroke-width: 2.6;
  stroke-linecap: round;
}
.lamp {
  fill: #ffd77a;
  stroke: #8a5608;
  stroke-width: 1.8;
}
.foot {
  stroke: #8a5608;
  stroke-width: 2.2;
  stroke-linecap: round;
}
</style>
