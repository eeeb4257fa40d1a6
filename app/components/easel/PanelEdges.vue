<script setup lang="ts">
import { groundOn, panelsOf, SIDES, type Side } from '#core/mural'
import { api } from '../../api/routes'
import { cssMatrix, type WindowView } from '../../sheet/view'

/**
 * A panel's own part, the mural's ground line, and what the neighbours draw, faintly along the edges and beyond the
 * sheet.
 */
const props = defineProps<{ view: WindowView }>()
const at = usePanel()
/** So much of a neighbour is seen beyond one's own part, as a share of the panel's side. */
const DEPTH = 0.16

const shown = computed(() => {
  const panel = at?.panel.value
  const sheet = at?.sheet.value
  if (!panel || !sheet) return null
  const { grid, ground } = panel.facts
  const { width, height, bleed } = grid
  const depth = { x: Math.max(2 * bleed, DEPTH * width), y: Math.max(2 * bleed, DEPTH * height) }
  const own = panelsOf(grid)[panel.place]!
  return {
    ...sheet,
    own: sheet.own,
    ground: groundOn(grid, ground, own),
    edges: SIDES.flatMap(side => {
      const neighbour = panel.neighbours[side]
      if (!neighbour || neighbour.pictured === null) return []
      const [dx, dy] = (
        { left: [-width, 0], right: [width, 0], above: [0, -height], below: [0, height] } as const satisfies Record<
          Side,
          readonly [number, number]
        >
      )[side]
      // Of the neighbour's sheet only what lies at the common edge, without its bleed: between two depths from that
      // edge.
      const between = (near: number, far: number) =>
        `inset(${(
          {
            left: [bleed, bleed + near, bleed, sheet.width - bleed - Math.min(far, depth.x)],
            right: [bleed, sheet.width - bleed - Math.min(far, depth.x), bleed, bleed + near],
            above: [sheet.height - bleed - Math.min(far, depth.y), bleed, bleed + near, bleed],
            below: [bleed + near, bleed, sheet.height - bleed - Math.min(far, depth.y), bleed],
          } as const
        )[side]
          .map(each => `${each}px`)
          .join(' ')})`
      return [
        {
          side,
          src: api.panelPicture(panel.mural, neighbour.place, neighbour.pictured),
          dx,
          dy,
          onSheet: between(0, bleed),
          beyond: between(bleed, Infinity),
        },
      ]
    }),
  }
})
/** As large as the sheet, and lying as it does. */
const placed = computed(() =>
  shown.value
    ? { width: `${shown.value.width}px`, height: `${shown.value.height}px`, transform: cssMatrix(props.view) }
    : {},
)
</script>

<template>
  <div v-if="at && shown" class="panel-edges" aria-hidden="true" data-test="panel-edges">
    <template v-if="at.isShown.value">
      <div v-for="where in ['beyond', 'onSheet'] as const" :key="where" :class="where" :style="placed">
        <img
          v-for="edge in shown.edges"
          :key="edge.side"
          :src="edge.src"
          alt=""
          :data-side="edge.side"
          :width="shown.width"
          :height="shown.height"
          :style="{ left: `${edge.dx}px`, top: `${edge.dy}px`, clipPath: edge[where] }"
        />
      </div>
    </template>
    <svg :viewBox="`0 0 ${shown.width} ${shown.height}`" :style="placed">
      <rect
        class="under"
        :x="shown.own.x0"
        :y="shown.own.y0"
        :width="shown.own.x1 - shown.own.x0"
        :height="shown.own.y1 - shown.own.y0"
      />
      <rect
        class="over"
        :x="shown.own.x0"
        :y="shown.own.y0"
        :width="shown.own.x1 - shown.own.x0"
        :height="shown.own.y1 - shown.own.y0"
      />
      <line
        v-if="shown.ground !== null"
        class="ground"
        x1="0"
        :x2="shown.width"
        :y1="shown.ground"
        :y2="shown.ground"
      />
    </svg>
  </div>
</template>

<style scoped>
.panel-edges {
  display: contents;
}
.onSheet,
.beyond,
svg {
  position: absolute;
  left: 0;
  top: 0;
  transform-origin: 0 0;
  pointer-events: none;
  overflow: visible;
}
/* On one's own bleed white paper hides nothing of it, nor of the picture below. */
.onSheet {
  mix-blend-mode: multiply;
  opacity: 0.6;
}
.beyond {
  opacity: 0.6;
}
img {
  position: absolute;
  max-width: none;
}
rect {
  fill: none;
  vector-effect: non-scaling-stroke;
  stroke-width: 1;
}
.under {
  stroke: rgb(255 255 255 / 80%);
}
.over {
  stroke: rgb(40 40 40 / 75%);
  stroke-dasharray: 6 5;
}
.ground {
  stroke: var(--ochre);
  stroke-width: 1.5;
  stroke-dasharray: 14 8;
  vector-effect: non-scaling-stroke;
}
</style>
