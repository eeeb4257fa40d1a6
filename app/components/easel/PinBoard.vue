<script setup lang="ts">
import { mdiClose, mdiFlipHorizontal, mdiImagePlusOutline, mdiInvertColors, mdiPin } from '@mdi/js'

/** Reference pictures, pinned up beside the sheet. */
const references = useReferences()
const { pictures, under, isPlacing } = references
const beside = computed(() => pictures.value.filter(each => each.under === null))
const isOver = ref(false)

function add(event: Event): void {
  const input = event.target as HTMLInputElement
  void references.add([...(input.files ?? [])])
  input.value = ''
}
function drop(event: DragEvent): void {
  isOver.value = false
  void references.add([...(event.dataTransfer?.files ?? [])])
}
</script>

<template>
  <aside
    class="board"
    :class="{ over: isOver }"
    aria-label="Reference pictures"
    @dragover.prevent="isOver = true"
    @dragleave="isOver = false"
    @drop.prevent.stop="drop"
  >
    <header>
      <h2 class="sub"><v-icon :icon="mdiPin" size="18" /> Reference</h2>
      <label class="add" title="Pin up pictures"
        ><v-icon :icon="mdiImagePlusOutline" size="21" /><span class="visually-hidden">Pin up pictures</span
        ><input type="file" accept="image/*" multiple class="visually-hidden" @change="add"
      /></label>
      <v-btn
        :icon="mdiClose"
        size="small"
        variant="text"
        aria-label="Put the board away"
        @click="references.isOpen.value = false"
      />
    </header>
    <div class="pictures">
      <PinnedPicture v-for="picture in beside" :key="picture.id" :picture="picture" />
      <p v-if="pictures.length === 0" class="soft small empty">
        Nothing is pinned up. Drop pictures here, or add them with the sign above. They stay on this device and are no
        part of your drawing.
      </p>
    </div>
    <section v-if="under" class="under" aria-label="Under the sheet">
      <strong class="small">Under the sheet: {{ under.name }}</strong>
      <label class="strength small"
        >strength
        <input
          type="range"
          min="5"
          max="100"
          :value="under.under!"
          @input="references.change(under.id, { under: Number(($event.target as HTMLInputElement).value) })"
        /><span class="numbers">{{ under.under }} %</span></label
      >
      <div class="row">
        <v-btn size="small" variant="text" @click="references.fit(under.id, false)">Fit</v-btn>
        <v-btn size="small" variant="text" @click="references.fit(under.id, true)">Fill</v-btn>
        <v-btn
          size="small"
          :variant="isPlacing ? 'flat' : 'text'"
          :color="isPlacing ? 'primary' : undefined"
          @click="isPlacing = !isPlacing"
          >Place</v-btn
        >
        <v-btn
          :icon="mdiFlipHorizontal"
          size="small"
          variant="text"
          aria-label="Flip it"
          @click="references.change(under.id, { isFlipped: !under.isFlipped })"
        />
        <v-btn
          :icon="mdiInvertColors"
          size="small"
          variant="text"
          :color="under.isGrey ? 'primary' : undefined"
          aria-label="In greys"
          @click="references.change(under.id, { isGrey: !under.isGrey })"
        />
        <v-btn size="small" variant="text" @click="references.takeUp(under.id)">Pin up again</v-btn>
      </div>
    </section>
  </aside>
</template>

<style scoped>
.board {
  width: 232px;
  flex: none;
  display: flex;
  flex-direction: column;
  min-height: 0;
  background: #cdb892;
  border-right: 1px solid var(--line);
  box-shadow: inset 0 0 12px rgb(60 40 10 / 18%);
}
.v-theme--lamp .board {
  background: #5e513c;
}
.board.over {
  outline: 3px dashed var(--blue);
  outline-offset: -5px;
}
header {
  display: flex;
  align-items: center;
  gap: 4px;
  padding: 4px 6px 4px 12px;
  color: var(--on-ledge);
}
header .sub {
  flex: 1;
  display: flex;
  gap: 6px;
  align-items: center;
  margin: 0;
}
.add {
  min-width: 40px;
  min-height: 40px;
  display: grid;
  place-items: center;
  cursor: pointer;
  border-radius: 50%;
}
.add:hover,
.add:focus-within {
  background: rgb(255 255 255 / 35%);
}
.pictures {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: 6px 12px 14px;
  display: grid;
  gap: 16px;
  align-content: start;
}
.empty {
  color: var(--on-ledge);
}
.under {
  background: var(--paper);
  padding: 8px 12px;
  display: grid;
  gap: 2px;
  border-top: 1px solid var(--line);
}
.under strong {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 0 2px;
}
.strength {
  display: grid;
  grid-template-columns: auto 1fr 42px;
  gap: 8px;
  align-items: center;
  min-height: 36px;
}
.strength input {
  min-width: 0;
}
</style>
