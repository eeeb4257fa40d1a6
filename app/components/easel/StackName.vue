<script setup lang="ts">
import type { StackNote } from '../../workers/view/layer-news'

/** The name of a layer or group, and its changing. */
const props = defineProps<{ note: StackNote }>()
const emit = defineEmits<{ choose: [] }>()
const isRenaming = defineModel<boolean>({ required: true })
const stack = useStack()
const { isReadOnly } = useDrawing()
const name = ref('')

watch(isRenaming, isOn => {
  if (isOn) name.value = props.note.name
})
function rename(): void {
  if (isRenaming.value) void stack.rename(props.note.id, name.value)
  isRenaming.value = false
}
</script>

<template>
  <form v-if="isRenaming" @submit.prevent="rename">
    <input
      v-model="name"
      v-focus
      class="rename"
      maxlength="60"
      aria-label="New name"
      @blur="rename"
      @keydown.esc="isRenaming = false"
      @keydown.stop
    />
  </form>
  <button v-else class="name" :title="note.name" @click="emit('choose')" @dblclick="!isReadOnly && (isRenaming = true)">
    {{ note.name }}
  </button>
</template>

<style scoped>
.name {
  display: block;
  min-height: 26px;
  width: 100%;
  text-align: left;
  font-size: 0.92rem;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.rename {
  width: 100%;
  border: 1px solid var(--blue);
  border-radius: 5px;
  padding: 1px 4px;
  background: var(--paper);
  color: var(--ink);
}
</style>
