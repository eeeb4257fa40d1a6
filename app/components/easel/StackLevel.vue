<script setup lang="ts">
import { VueDraggable } from 'vue-draggable-plus'
import type { StackNote } from '../../workers/view/layer-news'

/** What lies beside one another in the stack or in a group, top first; dragged from one to another. */
const props = defineProps<{
  /** Bottom first. */
  notes: readonly StackNote[]
  group: string | null
}>()
const stack = useStack()
const { isReadOnly } = useDrawing()
const list = ref<StackNote[]>([])
const lay = () => {
  list.value = [...props.notes].reverse()
}
watch(() => props.notes, lay, { immediate: true })

/** Something was dropped here, or moved here. */
async function drop(event: { item: HTMLElement }): Promise<void> {
  const id = event.item.dataset.id
  await nextTick()
  const place = list.value.findIndex(note => note.id === id)
  if (id && place >= 0) await stack.put(id, props.group, list.value[place + 1]?.id ?? null)
  // As it really lies, even if that was refused.
  lay()
}
</script>

<template>
  <VueDraggable
    v-model="list"
    tag="ol"
    group="stack"
    handle=".grip"
    :animation="140"
    :disabled="isReadOnly"
    ghost-class="gap"
    :delay="160"
    :delay-on-touch-only="true"
    :force-fallback="true"
    :fallback-tolerance="5"
    :fallback-on-body="true"
    fallback-class="carried"
    :swap-threshold="0.65"
    class="level"
    @add="drop"
    @update="drop"
  >
    <li v-for="note in list" :key="note.id" :data-id="note.id">
      <StackGroup v-if="note.kind === 'group'" :note="note" />
      <StackSheet v-else :note="note" />
    </li>
  </VueDraggable>
</template>

<style scoped>
.level {
  list-style: none;
  margin: 0;
  padding: 0;
  min-height: 8px;
}
.gap {
  opacity: 0.35;
}
</style>

<style>
/* What is carried lies on the page itself. */
.carried {
  list-style: none;
  background: var(--paper);
  border-radius: 9px;
  box-shadow: 0 10px 26px rgb(0 0 0 / 30%);
  opacity: 0.95 !important;
}
</style>
