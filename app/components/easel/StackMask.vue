<script setup lang="ts">
import type { StackNote } from '../../workers/view/layer-news'

/** The mask of a layer or group: touched, it is what is painted on. */
defineProps<{ note: StackNote }>()
const { live, choose } = useStack()
const { thumbnails } = useDrawing()
</script>

<template>
  <button
    v-if="note.mask"
    class="mask"
    :class="{ live: live === note.mask.id, off: !note.mask.isOn }"
    role="radio"
    :aria-checked="live === note.mask.id"
    :aria-label="`Mask of ${note.name}${note.mask.isOn ? '' : ', off'}: dark hides, light shows`"
    @click="choose(note.mask.id)"
  >
    <LayerThumbnail :thumbnail="thumbnails.get(note.mask.id)" /><span class="small">mask</span>
  </button>
</template>

<style scoped>
.mask {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 30px;
  padding: 2px 6px 2px 2px;
  border-radius: 6px;
  color: var(--ink-soft);
}
.mask :deep(canvas) {
  width: 38px;
  max-height: 30px;
  border: 1px solid #8f8b83;
}
.mask.live {
  color: var(--ink);
  font-weight: 600;
  background: var(--paper);
  box-shadow: 0 0 0 2px var(--blue);
}
.mask.off :deep(canvas) {
  opacity: 0.35;
}
.mask.off span {
  text-decoration: line-through;
}
</style>
