<script setup lang="ts">
import { mdiShapeOutline } from '@mdi/js'
import { STENCILS, type StencilKind } from '#core/stencil'

/** The stencils: shapes that the lifted tool is led along. */
const { stencil, chooseStencil } = useInHand()
const isOpen = ref(false)
const PICTURES: Record<StencilKind, string> = {
  line: 'M6 26 26 6',
  curve: 'M5 25C8 4 22 30 27 8',
  box: 'M6 8h20v16H6z',
  ellipse: 'M4 16a12 8 0 1 0 24 0a12 8 0 1 0-24 0',
  polygon: 'M16 4 27 11v11L16 28 5 22V11z',
  polyline: 'M4 24 12 9 19 21 28 7',
}
const WORDS: Record<StencilKind, string> = {
  line: 'Line',
  curve: 'Curve',
  box: 'Box',
  ellipse: 'Ellipse',
  polygon: 'Polygon',
  polyline: 'Corners, one after the other',
}
function choose(kind: StencilKind | null): void {
  chooseStencil(kind)
  isOpen.value = false
}
</script>

<template>
  <v-menu v-model="isOpen" location="top" :offset="12">
    <template #activator="{ props: opens }">
      <v-btn
        v-bind="opens"
        aria-haspopup="dialog"
        :icon="mdiShapeOutline"
        variant="text"
        class="stencils"
        :color="stencil.kind.value ? 'primary' : undefined"
        aria-label="Stencils"
        title="Stencils: shapes with the lifted tool"
      />
    </template>
    <div class="card choices" role="dialog" aria-label="Stencils">
      <h3>Stencils</h3>
      <p class="small soft">The lifted tool draws along them.</p>
      <button class="choice" :aria-pressed="stencil.kind.value === null" @click="choose(null)">
        <svg width="32" height="32" aria-hidden="true"><path d="M4 20c6-14 9 10 14-2s6 2 10-6" /></svg>Free hand
      </button>
      <button
        v-for="kind in STENCILS"
        :key="kind"
        class="choice"
        :aria-pressed="stencil.kind.value === kind"
        @click="choose(kind)"
      >
        <svg width="32" height="32" aria-hidden="true"><path :d="PICTURES[kind]" /></svg>{{ WORDS[kind] }}
      </button>
    </div>
  </v-menu>
</template>

<style scoped>
.stencils {
  align-self: center;
  color: var(--on-ledge);
}
.choices {
  width: min(17.5rem, 94vw);
  max-height: 74vh;
  overflow: auto;
  display: grid;
  grid-auto-rows: max-content;
  gap: 4px;
  box-shadow: 0 10px 34px rgb(0 0 0 / 25%);
}
.choice {
  display: flex;
  align-items: center;
  gap: 14px;
  min-height: 44px;
  padding: 4px 10px;
  border-radius: 8px;
  border: 1px solid transparent;
  text-align: left;
}
.choice:hover {
  background: var(--paper-shade);
}
.choice[aria-pressed='true'] {
  border-color: var(--blue);
  font-weight: 560;
}
svg path {
  fill: none;
  stroke: currentColor;
  stroke-width: 2.2;
  stroke-linejoin: round;
  stroke-linecap: round;
}
</style>
