<script setup lang="ts">
import type { Alignment } from '#core/parts'

/** What can be done to layers that are chosen together. */
const stack = useStack()
const { parts } = useInHand()
const { host } = useDrawing()
const { chosen } = stack
const { say } = useNotices()
async function align(how: Alignment): Promise<void> {
  if (!(await host.align([...chosen.value], how, false))) say('They are in line already.')
}
function group(): void {
  void stack.group(...chosen.value)
  stack.chooseNone()
}
</script>

<template>
  <section v-if="chosen.length > 1" class="chosen small" aria-label="Layers chosen together">
    <strong>{{ chosen.length }} chosen</strong>
    <v-btn size="x-small" color="primary" @click="parts.takeLayers([...chosen])">Move as one</v-btn>
    <v-btn size="x-small" variant="outlined" @click="group">Group</v-btn>
    <AlignButtons within="of one another" @align="align" />
    <v-btn size="x-small" variant="text" @click="stack.chooseNone()">Choose none</v-btn>
  </section>
</template>

<style scoped>
.chosen :deep(.align .v-btn) {
  width: 29px;
}
.chosen {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  align-items: center;
  padding: 6px 10px;
  border-top: 1px dashed var(--line);
}
</style>
