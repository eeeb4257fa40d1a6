<script setup lang="ts">
import { useComfort } from '../../stores/comfort'
import { rowOf, SHORTCUTS } from '../../composables/easel/shortcuts'

/** All keys and gestures on one sheet. */
const isOpen = defineModel<boolean>({ default: false })
const comforts = useComfort()
const keys = computed(() => SHORTCUTS.map(row => rowOf(row, comforts.comfort)).filter(row => row !== null))
const HANDS = [
  ['Pen', 'draws; press for more. The palm does nothing while the pen is near.'],
  ['One finger, mouse', 'draw'],
  [
    'Held at its end',
    'a stroke becomes a true line, circle, box …; go on to adjust: Shift perfect, Ctrl stretch, Alt move',
  ],
  ['Two fingers', 'move, zoom and turn the sheet'],
  ['Two fingers tapped', 'undo'],
  ['Three fingers tapped', 'redo'],
  ['Choosing parts', 'Shift adds, Alt takes away'],
  ['Wheel', 'zooms at the pointer; with Shift it moves sideways'],
] as const
</script>

<template>
  <CardDialog v-model="isOpen" title="Keys and gestures" :width="640">
    <p class="small soft">
      All of them lie under one hand. <NuxtLink to="/as-i-like-it">Other keys, or none</NuxtLink>
    </p>
    <div class="columns">
      <dl>
        <template v-for="row in keys" :key="row.keys"
          ><dt>{{ row.keys }}</dt>
          <dd>{{ row.words }}</dd></template
        >
      </dl>
      <dl>
        <template v-for="[key, what] in HANDS" :key="key"
          ><dt>{{ key }}</dt>
          <dd>{{ what }}</dd></template
        >
      </dl>
    </div>
  </CardDialog>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: 1.2fr 1fr;
  gap: 26px;
  margin: 14px 0;
}
dl {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 7px 14px;
  margin: 0;
  font-size: 0.93rem;
  align-content: start;
}
dt {
  font-weight: 560;
}
dd {
  margin: 0;
}
</style>
