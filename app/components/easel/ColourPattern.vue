<script setup lang="ts">
import { colourName, patternOf, type Rgb8 } from '#core/colour'

/** What a colour is, told without looking at its hue: a pattern over it, and its name. */
const props = defineProps<{ colour: readonly [number, number, number]; isNamed?: boolean }>()
const rgb = computed<Rgb8>(() => [...props.colour])
const [CELL, MID] = [8, 4]
/** Strokes of one cell that is repeated. */
const PATHS = {
  plain: '',
  dots: '',
  upright: `M${MID} 0V${CELL}`,
  level: `M0 ${MID}H${CELL}`,
  falling: `M0 0L${CELL} ${CELL}`,
  rising: `M0 ${CELL}L${CELL} 0`,
  crossed: `M${MID} 0V${CELL}M0 ${MID}H${CELL}`,
  'lines-and-dots': `M0 0V${CELL}`,
} as const
const pattern = computed(() => patternOf(rgb.value))
const hasDots = computed(() => pattern.value === 'dots' || pattern.value === 'lines-and-dots')
const id = useId()
</script>

<template>
  <svg class="pattern" aria-hidden="true">
    <defs>
      <pattern :id="id" :width="CELL" :height="CELL" patternUnits="userSpaceOnUse">
        <path v-if="PATHS[pattern]" :d="PATHS[pattern]" class="under" />
        <path v-if="PATHS[pattern]" :d="PATHS[pattern]" class="over" />
        <circle v-if="hasDots" :cx="MID" :cy="MID" r="1.5" class="dot" />
      </pattern>
    </defs>
    <rect width="100%" height="100%" :fill="`url(#${id})`" />
  </svg>
  <span v-if="isNamed" class="named">{{ colourName(rgb) }}</span>
</template>

<style scoped>
.pattern {
  position: absolute;
  inset: 3px;
  width: calc(100% - 6px);
  height: calc(100% - 6px);
  pointer-events: none;
  border-radius: inherit;
}
/* Light and dark together are seen on any colour. */
.under {
  stroke: #fff;
  stroke-width: 2.4;
  fill: none;
}
.over {
  stroke: #000;
  stroke-width: 1.1;
  fill: none;
}
.dot {
  fill: #000;
  stroke: #fff;
  stroke-width: 0.8;
}
.named {
  position: absolute;
  left: 50%;
  top: 100%;
  transform: translateX(-50%);
  font-size: 0.68rem;
  line-height: 1.05;
  width: 74px;
  text-align: center;
  color: var(--on-ledge);
}
</style>
