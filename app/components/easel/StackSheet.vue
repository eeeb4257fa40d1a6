<script setup lang="ts">
import { mdiCheckBold, mdiEyeOffOutline, mdiEyeOutline, mdiLockOutline, mdiSubdirectoryArrowRight } from '@mdi/js'
import { MODE_WORDS } from '../../sheet/mode-words'
import type { StackNote } from '../../workers/view/layer-news'

/** A layer in the stack: a sheet lying there; the live one is lifted. */
const props = defineProps<{ note: StackNote }>()
const stack = useStack()
const { layers, live, liveLayer, chosen } = stack
const { isReadOnly, thumbnails } = useDrawing()
const isChosen = computed(() => chosen.value.includes(props.note.id))
/** With Ctrl or Shift it is chosen together with others. */
function choose(event: MouseEvent): void {
  if ((event.ctrlKey || event.metaKey || event.shiftKey) && !isReadOnly.value) stack.toggleChosen(props.note.id)
  else stack.choose(props.note.id)
}
const isRenaming = ref(false)
const isLive = computed(() => liveLayer.value?.id === props.note.id)

/** What is unusual about it, in a few words. */
const state = computed(() => {
  const { note } = props
  return [
    note.mode === 'normal' ? '' : MODE_WORDS[note.mode].name,
    note.opacity < 100 ? `${note.opacity} %` : '',
    note.inside ? 'inside' : '',
  ]
    .filter(Boolean)
    .join(' · ')
})
const words = computed(() =>
  [
    props.note.name,
    props.note.visible ? '' : 'hidden',
    props.note.isEmpty ? 'empty' : '',
    props.note.locked ? 'locked' : '',
    props.note.clip ? 'clipped to below' : '',
    isChosen.value ? 'chosen with others' : '',
    state.value,
  ]
    .filter(Boolean)
    .join(', '),
)

function onKey(event: KeyboardEvent): void {
  if (isRenaming.value) return
  const { id } = props.note
  if (event.altKey && event.key === 'ArrowRight') {
    event.preventDefault()
    return void stack.moveIn(id)
  }
  const by = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0
  if (!by) return
  event.preventDefault()
  if (event.altKey) {
    void stack.move(id, by).then(() => setTimeout(() => document.getElementById(`sheet-${id}`)?.focus(), 60))
    return
  }
  const next = layers.value[layers.value.findIndex(layer => layer.id === id) + by]
  if (!next) return
  stack.choose(next.id)
  void nextTick(() => document.getElementById(`sheet-${next.id}`)?.focus())
}
</script>

<template>
  <div class="row" :class="{ live: isLive, hidden: !note.visible, clip: note.clip }">
    <v-icon v-if="note.clip" class="hook" :icon="mdiSubdirectoryArrowRight" size="16" aria-hidden="true" />
    <button
      :id="`sheet-${note.id}`"
      class="leaf grip"
      role="radio"
      :aria-checked="live === note.id"
      :aria-label="words"
      :title="`${words}. Drag it to lie elsewhere.`"
      @click="choose"
      @keydown="onKey"
    >
      <LayerThumbnail :thumbnail="thumbnails.get(note.id)" />
      <v-icon v-if="isChosen" class="tick" :icon="mdiCheckBold" size="16" aria-hidden="true" />
    </button>
    <div class="words">
      <StackName v-model="isRenaming" :note="note" @choose="stack.choose(note.id)" />
      <div class="line">
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
        <v-icon v-if="note.locked" :icon="mdiLockOutline" size="16" aria-hidden="true" />
      </div>
      <span v-if="state" class="state small soft">{{ state }}</span>
    </div>
    <StackMask v-if="note.mask" class="mask" :note="note" />
  </div>
</template>

<style scoped>
.row {
  position: relative;
  display: grid;
  grid-template-columns: 68px minmax(0, 1fr);
  gap: 2px 8px;
  align-items: center;
  padding: 7px 4px;
  border-radius: 9px;
}
.row.live {
  background: var(--paper-shade);
  box-shadow: inset 3px 0 0 var(--blue);
}
.row.clip {
  padding-left: 18px;
  grid-template-columns: 56px minmax(0, 1fr);
}
.row.clip :deep(.leaf canvas) {
  width: 54px;
}
.tick {
  position: absolute;
  right: 2px;
  top: 2px;
  color: #fffdf6;
  background: var(--blue);
  border-radius: 50%;
  padding: 2px;
}
.hook {
  position: absolute;
  left: 1px;
  bottom: 14px;
  color: var(--ink-soft);
  transform: scaleY(-1);
}
.leaf {
  position: relative;
  transform: rotate(-5deg) skewX(-7deg);
  background: #fffefb;
  border: 1px solid #b9b2a4;
  box-shadow:
    1px 2px 0 #cfc8ba,
    2px 4px 5px rgb(0 0 0 / 18%);
  transition: transform 0.16s ease-out;
  line-height: 0;
  cursor: grab;
  justify-self: start;
}
.row.live .leaf {
  transform: translateY(-3px) rotate(-1deg);
  box-shadow: 2px 7px 9px rgb(0 0 0 / 28%);
  border-color: var(--blue);
  border-width: 2px;
}
.row.hidden .leaf {
  opacity: 0.45;
  border-style: dashed;
}
.words {
  min-width: 0;
}
.row.live :deep(.name) {
  font-weight: 600;
}
.line {
  display: flex;
  align-items: center;
  gap: 2px;
}
.eye {
  min-width: 28px;
  min-height: 28px;
  border-radius: 6px;
  color: var(--ink-soft);
}
.eye:hover {
  background: var(--line);
}
.state {
  display: block;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  line-height: 1.2;
}
.mask {
  grid-column: 1 / -1;
}
@media (pointer: coarse) {
  .eye {
    min-width: 44px;
    min-height: 44px;
  }
}
</style>
