<script setup lang="ts">
import { panelSheet } from '#core/mural'
import type { MuralView } from '#shared/mural'
import { api } from '../../api/routes'
import type { ShownSeam } from '../../sheet/mural-seams'

/** The whole mural as it stands: every panel a button with what is drawn of it, the seams over them. */
const props = defineProps<{
  mural: MuralView
  seams: readonly ShownSeam[]
  hasNames: boolean
  hasPicture: boolean
  zoom: number
}>()
const chosen = defineModel<number | null>({ required: true })
const grid = computed(() => props.mural.facts.grid)
const whole = computed(() => ({
  width: grid.value.columns * grid.value.width,
  height: grid.value.rows * grid.value.height,
}))
/** A panel's picture shows its bleed as well: what is beyond its own part is cut off. */
const crop = computed(() => {
  const { width, height, bleed } = grid.value
  const sheet = panelSheet(grid.value)
  return {
    width: `${(100 * sheet.width) / width}%`,
    height: `${(100 * sheet.height) / height}%`,
    left: `${(-100 * bleed) / width}%`,
    top: `${(-100 * bleed) / height}%`,
  }
})

const root = ref<HTMLElement>()
/** Arrow keys go from panel to panel. */
function onKey(event: KeyboardEvent): void {
  const by = (
    { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -grid.value.columns, ArrowDown: grid.value.columns } as Record<
      string,
      number
    >
  )[event.key]
  if (by === undefined) return
  const at = Number((document.activeElement as HTMLElement | null)?.dataset.place)
  const to = at + by
  if (Number.isNaN(at) || to < 0 || to >= props.mural.panels.length) return
  event.preventDefault()
  root.value?.querySelector<HTMLElement>(`[data-place="${to}"]`)?.focus()
}
const describe = (panel: MuralView['panels'][number]) =>
  `${panel.name}: ${panel.learner ? (panel.learner.isMe ? 'yours' : panel.learner.name) : 'free'}${panel.drawing?.pictured ? ', drawn on' : ''}`
</script>

<template>
  <div class="scroll">
    <div
      ref="root"
      class="whole"
      role="group"
      aria-label="The mural"
      :style="{
        width: `calc(${zoom} * min(100%, ${(66 * whole.width) / whole.height}vh))`,
        aspectRatio: `${whole.width} / ${whole.height}`,
        gridTemplateColumns: `repeat(${grid.columns}, minmax(0, 1fr))`,
      }"
      @keydown="onKey"
    >
      <img
        v-if="hasPicture && mural.hasPicture"
        class="under"
        :src="api.muralPicture(mural.id)"
        alt="The picture that the mural is cut from"
      />
      <button
        v-for="panel in mural.panels"
        :key="panel.place"
        class="cell"
        :class="{ chosen: chosen === panel.place, mine: panel.learner?.isMe, drawn: panel.drawing?.pictured }"
        :data-place="panel.place"
        :aria-pressed="chosen === panel.place"
        :aria-label="describe(panel)"
        @click="chosen = chosen === panel.place ? null : panel.place"
      >
        <img
          v-if="panel.drawing?.pictured"
          :src="api.panelPicture(mural.id, panel.place, panel.drawing.pictured)"
          :style="crop"
          alt=""
        />
        <span v-if="hasNames" class="name"
          ><strong>{{ panel.name }}</strong
          ><span class="who" :class="{ soft: !panel.learner }">{{
            panel.learner ? (panel.learner.isMe ? 'yours' : panel.learner.name) : 'free'
          }}</span></span
        >
      </button>
      <svg v-if="seams.length" class="seams" :viewBox="`0 0 ${whole.width} ${whole.height}`" aria-hidden="true">
        <g
          v-for="seam in seams"
          :key="seam.key"
          :class="[seam.finding.verdict, { near: chosen !== null && seam.places.includes(chosen) }]"
        >
          <line class="ground" :x1="seam.x0" :y1="seam.y0" :x2="seam.x1" :y2="seam.y1" />
          <line :x1="seam.x0" :y1="seam.y0" :x2="seam.x1" :y2="seam.y1" />
          <circle
            v-for="(end, i) in seam.ends"
            :key="i"
            :cx="end.x"
            :cy="end.y"
            :r="Math.max(grid.width, grid.height) / 45"
          />
        </g>
      </svg>
    </div>
  </div>
</template>

<style scoped>
.scroll {
  overflow: auto;
  max-height: 74vh;
  background: var(--round-sheet);
  border: 1px solid var(--line);
  border-radius: 8px;
  padding: 14px;
}
.whole {
  position: relative;
  display: grid;
  background: #fff;
  max-height: none;
  margin: 0 auto;
  box-shadow: 0 2px 10px rgb(0 0 0 / 16%);
}
.under {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  opacity: 0.4;
}
.cell {
  position: relative;
  overflow: hidden;
  outline-offset: -3px;
  box-shadow: inset 0 0 0 0.5px rgb(0 0 0 / 22%);
}
.cell img {
  position: absolute;
  max-width: none;
}
.cell:hover,
.cell.chosen {
  box-shadow: inset 0 0 0 3px var(--blue);
  z-index: 1;
}
.cell:hover::after,
.cell.chosen::after {
  content: '';
  position: absolute;
  inset: 0;
  box-shadow:
    inset 0 0 0 3px var(--blue),
    inset 0 0 0 5px rgb(255 255 255 / 70%);
}
.mine::before {
  content: '';
  position: absolute;
  right: 0;
  top: 0;
  border: 9px solid;
  border-color: var(--blue) var(--blue) transparent transparent;
  z-index: 1;
}
.name {
  position: absolute;
  left: 3px;
  bottom: 3px;
  max-width: calc(100% - 6px);
  padding: 0 6px;
  border-radius: 4px;
  background: color-mix(in srgb, var(--paper) 88%, transparent);
  color: var(--ink);
  font-size: 0.72rem;
  line-height: 1.5;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.who {
  margin-left: 5px;
}
.seams {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
  overflow: visible;
}
.seams line,
.seams circle {
  vector-effect: non-scaling-stroke;
  stroke-width: 2.5;
  fill: none;
}
.seams .ground {
  stroke: rgb(255 255 255 / 80%);
  stroke-width: 5;
}
.met line:not(.ground) {
  stroke: var(--blue);
  stroke-width: 1.5;
}
.nearly line:not(.ground) {
  stroke: var(--ochre);
  stroke-dasharray: 10 5;
}
.not-yet line:not(.ground) {
  stroke: var(--ochre);
  stroke-dasharray: 3 4;
  stroke-width: 4;
}
.seams circle {
  stroke: var(--ochre);
  fill: rgb(255 255 255 / 60%);
  stroke-width: 2;
}
.near:not(.met) line:not(.ground) {
  stroke-width: 6;
}
</style>
