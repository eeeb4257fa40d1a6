<script setup lang="ts">
import { mdiChevronDown, mdiChevronRight, mdiEyeOffOutline, mdiEyeOutline, mdiLockOutline } from '@mdi/js'
import type { StackNote } from '../../workers/view/layer-news'

/** A group in the stack: a folder round its sheets. */
defineProps<{ note: StackNote }>()
const stack = useStack()
const { isReadOnly } = useDrawing()
const isFolded = ref(false)
const isRenaming = ref(false)
</script>

<template>
  <section class="group" :class="{ hidden: !note.visible }" :aria-label="`Group ${note.name}`">
    <div class="flap grip">
      <button
        class="eye"
        :aria-label="isFolded ? `Unfold ${note.name}` : `Fold ${note.name}`"
        :aria-expanded="!isFolded"
        @click="isFolded = !isFolded"
      >
        <v-icon :icon="isFolded ? mdiChevronRight : mdiChevronDown" size="19" />
      </button>
      <StackName v-model="isRenaming" :note="note" class="grow" @choose="isFolded = false" />
      <v-icon v-if="note.locked" :icon="mdiLockOutline" size="16" aria-label="locked" role="img" />
      <button
        class="eye"
        :disabled="isReadOnly"
        :aria-label="note.visible ? `Hide ${note.name}` : `Show ${note.name}`"
        :aria-pressed="!note.visible"
        @click="stack.set(note.id, { visible: !note.visible })"
      >
        <v-icon :icon="note.visible ? mdiEyeOutline : mdiEyeOffOutline" size="19" />
      </button>
      <StackMenu v-if="!isReadOnly" :note="note" @rename="isRenaming = true" />
    </div>
    <StackMask v-if="note.mask" :note="note" class="mask" />
    <StackLevel v-show="!isFolded" :notes="note.items" :group="note.id" class="inside" />
  </section>
</template>

<style scoped>
.group {
  border: 1.5px solid #c9b98f;
  border-radius: 4px 12px 8px 8px;
  margin: 5px 0;
  background: color-mix(in srgb, #d8b768 9%, transparent);
}
.flap {
  display: flex;
  align-items: center;
  gap: 1px;
  padding: 1px 2px 1px 0;
  cursor: grab;
}
.grow {
  flex: 1;
  min-width: 0;
}
.group.hidden {
  border-style: dashed;
}
.eye {
  min-width: 26px;
  min-height: 28px;
  border-radius: 6px;
  color: var(--ink-soft);
}
.mask {
  margin: 0 0 4px 26px;
}
.inside {
  padding: 0 2px 4px 7px;
}
@media (pointer: coarse) {
  .eye {
    min-width: 44px;
    min-height: 44px;
  }
}
</style>
