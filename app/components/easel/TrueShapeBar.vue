<script setup lang="ts">
import type { ShapeKind } from '#core/trueup'

/** While a held stroke is a true shape: what it is, and what the hand does to it. For a second hand, or with keys. */
const { kind: trueKind, how: trueHow, isPerfect: isTruePerfect } = useInHand().trueShape

const NAMES: Record<ShapeKind, string> = {
  line: 'Straight line',
  arc: 'Arc',
  circle: 'Circle',
  ellipse: 'Ellipse',
  box: 'Box',
  triangle: 'Triangle',
  polygon: 'Polygon',
  polyline: 'Line with corners',
  curve: 'Smooth curve',
}
const MODES = [
  ['turn', 'turn and size', ''],
  ['stretch', 'stretch', 'Ctrl'],
  ['move', 'move', 'Alt'],
] as const
</script>

<template>
  <div v-if="trueKind" class="bar card lies-above" role="status" @pointerdown.stop>
    <strong>{{ NAMES[trueKind] }}</strong>
    <span class="soft small">Go on to adjust, lift to keep.</span>
    <button
      v-for="[how, words, key] in MODES"
      :key="how"
      class="mode"
      :aria-pressed="trueHow === how"
      @pointerdown.stop="trueHow = how"
    >
      {{ words }}<kbd v-if="key">{{ key }}</kbd>
    </button>
    <button class="mode" :aria-pressed="isTruePerfect" @pointerdown.stop="isTruePerfect = !isTruePerfect">
      perfect<kbd>Shift</kbd>
    </button>
  </div>
</template>

<style scoped>
.bar {
  gap: 10px;
  white-space: nowrap;
}
.mode {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  min-height: 36px;
  padding: 0 10px;
  border: 1px solid var(--line);
  border-radius: 8px;
  font-size: 0.88rem;
}
.mode[aria-pressed='true'] {
  border-color: var(--blue);
  box-shadow: inset 0 0 0 1px var(--blue);
  font-weight: 560;
}
kbd {
  font: inherit;
  font-size: 0.75rem;
  color: var(--ink-soft);
}
</style>
