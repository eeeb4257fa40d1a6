<script setup lang="ts">
import { mdiFolderPlusOutline, mdiImagePlusOutline, mdiPlus } from '@mdi/js'

/** The layers, shown as sheets lying on one another; the live one is lifted. */
const emit = defineEmits<{ sheet: [] }>()
const { stack, alone, room, liveLayer, group, add, showAlone } = useStack()
const { isReadOnly, sheet } = useDrawing()
const bringing = useBringIn()
const isFull = computed(() => room.value.used >= room.value.most)
const paper = computed(() => `rgb(${sheet.value.paper.join(' ')})`)
</script>

<template>
  <aside class="stack" aria-label="Stack of layers">
    <header>
      <h2 class="sub">Stack</h2>
      <span
        class="small numbers room"
        :class="{ full: isFull }"
        :title="`This sheet has room for ${room.most} layers and masks.`"
        >{{ room.used }} of {{ room.most }}</span
      >
      <div class="does">
        <v-btn
          :icon="mdiFolderPlusOutline"
          size="small"
          variant="text"
          :disabled="isReadOnly || !liveLayer"
          aria-label="Put the live sheet in a new group"
          title="Put the live sheet in a new group"
          @click="liveLayer && group(liveLayer.id)"
        />
        <v-btn
          :icon="mdiImagePlusOutline"
          size="small"
          variant="text"
          :disabled="isReadOnly"
          aria-label="Bring a picture in on a sheet of its own"
          title="Bring a picture in on a sheet of its own"
          @click="bringing.isOpen.value = true"
        />
        <v-btn
          :icon="mdiPlus"
          size="small"
          variant="text"
          :disabled="isReadOnly"
          aria-label="Lay a new sheet on the live one"
          title="Lay a new sheet on the live one"
          @click="add()"
        />
      </div>
    </header>
    <p v-if="alone" class="alone small" role="status">
      {{ alone.kind === 'mask' ? 'Only the mask is shown.' : 'Only one is shown.' }}
      <button class="link" @click="showAlone(null)">Show all</button>
    </p>
    <div class="leaves" role="radiogroup" aria-label="Live layer">
      <StackLevel :notes="stack" :group="null" />
    </div>
    <StackChosen v-if="!isReadOnly" />
    <StackLook v-if="liveLayer && !isReadOnly" :note="liveLayer" />
    <button class="board" aria-label="Paper: its colour and texture" :disabled="isReadOnly" @click="emit('sheet')">
      <span class="swatch" :style="{ background: paper }" /> paper
    </button>
  </aside>
</template>

<style scoped>
.stack {
  display: flex;
  flex-direction: column;
  height: 100%;
  overflow: hidden auto;
  background: var(--paper);
  border-left: 1px solid var(--line);
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  padding: 8px 10px 0 16px;
}
header .sub {
  flex: 1;
}
.does {
  flex: 1 1 100%;
  display: flex;
  justify-content: flex-end;
  margin: -2px 0 0;
}
.room {
  color: var(--ink-soft);
  margin: 0 2px 0 8px;
  white-space: nowrap;
}
.room.full {
  color: var(--ink);
  border-bottom: 2.5px solid var(--ochre);
}
.alone {
  margin: 0 10px;
  padding: 4px 8px;
  border-left: 4px solid var(--ochre);
  background: var(--paper-shade);
}
.link {
  text-decoration: underline;
  color: var(--blue);
  min-height: 26px;
}
.leaves {
  overflow-y: auto;
  flex: 1;
  min-height: min(7rem, 40%);
  padding: 4px 8px 10px;
}
.board {
  display: flex;
  align-items: center;
  gap: 8px;
  text-align: left;
  padding: 6px 16px 8px;
  min-height: 34px;
  font-size: 0.82rem;
  color: var(--ink-soft);
  border-top: 1px dashed var(--line);
}
.swatch {
  width: 26px;
  height: 16px;
  border: 1px solid #b9b2a4;
  transform: skewX(-14deg);
}
</style>
