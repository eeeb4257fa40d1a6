<script setup lang="ts">
import {
  mdiArrowDown,
  mdiArrowUp,
  mdiBroom,
  mdiCheckboxMultipleMarkedOutline,
  mdiContentDuplicate,
  mdiCursorMove,
  mdiDotsHorizontal,
  mdiEyeCheckOutline,
  mdiFolderOpenOutline,
  mdiFolderPlusOutline,
  mdiLayersOutline,
  mdiPalette,
  mdiPencilOutline,
  mdiTrashCanOutline,
  mdiTune,
  mdiVectorCombine,
} from '@mdi/js'
import type { StackNote } from '../../workers/view/layer-news'

/** What can be done to a layer or group. */
const props = defineProps<{ note: StackNote }>()
const emit = defineEmits<{ rename: [] }>()
const stack = useStack()
const { hand, parts } = useInHand()
const { layers, alone } = stack
const at = computed(() => stack.lies(props.note.id))
const below = computed(() => at.value?.siblings[at.value.place - 1])
const isLayer = computed(() => props.note.kind === 'layer')
const isAlone = computed(() => alone.value?.kind === 'item' && alone.value.id === props.note.id)
const isAtTop = computed(() => !at.value || (at.value.place === at.value.siblings.length - 1 && !at.value.group))
const isAtBottom = computed(() => !at.value || (at.value.place === 0 && !at.value.group))
const isLookOpen = ref(false)
</script>

<template>
  <v-menu location="start">
    <template #activator="{ props: opens }"
      ><button v-bind="opens" class="eye" :aria-label="`More for ${note.name}`">
        <v-icon :icon="mdiDotsHorizontal" size="19" /></button
    ></template>
    <v-list role="menu" density="compact" class="list">
      <v-list-item role="menuitem" :prepend-icon="mdiPencilOutline" title="Rename" @click="emit('rename')" />
      <v-list-item
        v-if="!isLayer"
        role="menuitem"
        :prepend-icon="mdiTune"
        title="How it looks"
        @click="isLookOpen = true"
      />
      <v-list-item
        v-if="!isLayer"
        role="menuitem"
        :prepend-icon="mdiCursorMove"
        title="Move, turn or scale it as one"
        @click="parts.takeLayers(stack.layersOf(note.id))"
      />
      <v-list-item
        v-if="isLayer && layers.length > 1"
        role="menuitem"
        :prepend-icon="mdiCheckboxMultipleMarkedOutline"
        :title="stack.chosen.value.includes(note.id) ? 'Choose it no more' : 'Choose it with others (Ctrl)'"
        @click="stack.toggleChosen(note.id)"
      />
      <v-list-item
        role="menuitem"
        :prepend-icon="mdiEyeCheckOutline"
        :title="isAlone ? 'Show all again' : 'Show it alone'"
        @click="stack.showAlone(isAlone ? null : { kind: 'item', id: note.id })"
      />
      <v-list-item
        role="menuitem"
        :prepend-icon="mdiArrowUp"
        title="Move up (Alt ↑)"
        :disabled="isAtTop"
        :aria-disabled="isAtTop || undefined"
        @click="stack.move(note.id, 1)"
      />
      <v-list-item
        role="menuitem"
        :prepend-icon="mdiArrowDown"
        title="Move down (Alt ↓)"
        :disabled="isAtBottom"
        :aria-disabled="isAtBottom || undefined"
        @click="stack.move(note.id, -1)"
      />
      <v-list-item
        role="menuitem"
        :prepend-icon="mdiContentDuplicate"
        title="Lay a copy on it"
        @click="stack.copy(note.id)"
      />
      <v-list-item
        v-if="below"
        role="menuitem"
        :prepend-icon="mdiFolderPlusOutline"
        :title="`Group with ${below.name}`"
        @click="stack.group(below.id, note.id)"
      />
      <v-list-item
        v-else-if="isLayer"
        role="menuitem"
        :prepend-icon="mdiFolderPlusOutline"
        title="Put in a new group"
        @click="stack.group(note.id)"
      />
      <v-list-item
        v-if="!isLayer"
        role="menuitem"
        :prepend-icon="mdiFolderOpenOutline"
        title="Take the group away, keep its sheets"
        @click="stack.ungroup(note.id)"
      />
      <v-list-item
        v-if="!isLayer"
        role="menuitem"
        :prepend-icon="mdiVectorCombine"
        title="Merge the group into one sheet"
        @click="stack.mergeGroup(note.id)"
      />
      <v-list-item
        v-if="below"
        role="menuitem"
        :prepend-icon="mdiVectorCombine"
        :title="`Merge down onto ${below.name}`"
        @click="stack.mergeDown(note.id)"
      />
      <v-list-item
        v-if="layers.length > 1"
        role="menuitem"
        :prepend-icon="mdiLayersOutline"
        title="Make one sheet of all, with the paper"
        @click="stack.flatten()"
      />
      <v-divider />
      <template v-if="note.mask">
        <v-list-item
          role="menuitem"
          :title="alone?.kind === 'mask' ? 'Mask: show all again' : 'Mask: show it alone'"
          @click="stack.showAlone(alone?.kind === 'mask' ? null : { kind: 'mask', id: note.mask.id })"
        />
        <v-list-item
          role="menuitem"
          :title="note.mask.isOn ? 'Mask: switch off' : 'Mask: switch on'"
          @click="stack.switchMask(note.id, !note.mask.isOn)"
        />
        <v-list-item role="menuitem" title="Mask: turn round" @click="stack.invertMask(note.id)" />
        <v-list-item
          v-if="isLayer"
          role="menuitem"
          title="Mask: apply for good"
          :disabled="!note.mask.isOn"
          :aria-disabled="!note.mask.isOn || undefined"
          @click="stack.applyMask(note.id)"
        />
        <v-list-item role="menuitem" title="Mask: remove" @click="stack.removeMask(note.id)" />
      </template>
      <template v-else>
        <v-list-item role="menuitem" title="Add a mask that shows all" @click="stack.addMask(note.id, 'all')" />
        <v-list-item role="menuitem" title="Add a mask that hides all" @click="stack.addMask(note.id, 'nothing')" />
        <v-list-item
          v-if="parts.edges.value"
          role="menuitem"
          title="Add a mask of the selection"
          @click="stack.addMask(note.id, 'selection')"
        />
      </template>
      <v-divider />
      <v-list-item
        v-if="isLayer"
        role="menuitem"
        :prepend-icon="mdiPalette"
        :title="parts.edges.value ? 'Give what is selected the colour in hand' : 'Give its paint the colour in hand'"
        :disabled="note.isEmpty"
        :aria-disabled="note.isEmpty || undefined"
        @click="stack.recolour(note.id, hand.colour)"
      />
      <v-list-item
        v-if="isLayer"
        role="menuitem"
        :prepend-icon="mdiBroom"
        title="Take all paint off"
        :disabled="note.isEmpty"
        :aria-disabled="note.isEmpty || undefined"
        @click="stack.clear(note.id)"
      />
      <v-list-item
        role="menuitem"
        :prepend-icon="mdiTrashCanOutline"
        title="Delete (undo brings it back)"
        :disabled="layers.length < 2"
        :aria-disabled="layers.length < 2 || undefined"
        @click="stack.remove(note.id)"
      />
    </v-list>
  </v-menu>
  <CardDialog v-if="!isLayer" v-model="isLookOpen" :title="note.name" :width="320">
    <StackLook :note="note" is-wide />
    <template #leave>Done</template>
  </CardDialog>
</template>

<style scoped>
.eye {
  min-width: 28px;
  min-height: 28px;
  border-radius: 6px;
  color: var(--ink-soft);
}
.eye:hover {
  background: var(--line);
}
.list {
  max-height: 82vh;
}
@media (pointer: coarse) {
  .eye {
    min-width: 44px;
    min-height: 44px;
  }
}
</style>
