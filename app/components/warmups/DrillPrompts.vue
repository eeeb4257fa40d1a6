<script setup lang="ts">
import type { Prompt } from '#core/drill'
import { toWindow, type Size, type WindowView } from '../../sheet/view'

/** What a warm-up shows before anyone draws: dots, lines, shapes. Over the sheet, never on it. */
const { prompts, view, size } = defineProps<{ prompts: readonly Prompt[]; view: WindowView; size: Size }>()
const d = (points: readonly { x: number; y: number }[], isClosed = false) =>
  `M${points
    .map(point => {
      const { x, y } = toWindow(view, point)
      return `${x} ${y}`
    })
    .join('L')}${isClosed ? 'Z' : ''}`
</script>

<template>
  <svg class="prompts" :viewBox="`0 0 ${size.width} ${size.height}`" aria-hidden="true">
    <template v-for="(prompt, i) in prompts" :key="i">
      <path
        v-if="prompt.kind !== 'dot'"
        :d="d(prompt.points, prompt.kind === 'shape')"
        class="line"
        :class="{ faint: prompt.kind === 'line' && prompt.isFaint }"
      />
      <g v-else :transform="`translate(${toWindow(view, prompt.at).x} ${toWindow(view, prompt.at).y})`">
        <circle r="5" class="dot" />
        <text v-if="prompt.label" y="-13" text-anchor="middle">{{ prompt.label }}</text>
      </g>
    </template>
  </svg>
</template>

<style scoped>
.prompts {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}
.line {
  fill: none;
  stroke: #2d5a9e;
  stroke-width: 2;
}
.line.faint {
  stroke-dasharray: 6 6;
  stroke-width: 1.4;
}
.dot {
  fill: #fff;
  stroke: #2d5a9e;
  stroke-width: 3;
}
text {
  font-family: var(--font-text);
  font-size: 13px;
  fill: #1f3f70;
  paint-order: stroke;
  stroke: #fff;
  stroke-width: 3px;
}
</style>
