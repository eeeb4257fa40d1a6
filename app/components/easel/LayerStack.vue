<script setup lang="ts">
import { mdiArrowDown, mdiArrowUp, mdiBroom, mdiContentDuplicate, mdiDotsHorizontal, mdiEyeOffOutline, mdiEyeOutline, mdiFileOutline, mdiPencilOutline, mdiPlus, mdiTrashCanOutline } from '@mdi/js'

/** The layers, shown as sheets lying on one another; the live one is lifted. */
const easel = useEasel()
const { layers, live, thumbnails, isReadOnly } = easel
const renaming = ref<string | null>(null)
const newName = ref('')

/** Top sheet first, as they lie. */
const fromTop = computed(() => [...layers.value].reverse())
const placeOf = (id: string) => layers.value.findIndex(layer => layer.id === id)

function startRenaming(id: string, name: string): void {
  renaming.value = id
  newName.value = name
}

function rename(): void {
  if (renaming.value) void easel.renameLayer(renaming.value, newName.value)
  renaming.value = null
}

function move(id: string, by: 1 | -1): void {
  const place = placeOf(id) + by
  if (place >= 0 && place < layers.value.length) void easel.moveLayer(id, place)
}

function onKey(event: KeyboardEvent, id: string): void {
  const by = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0
  if (!by || renaming.value) return
  event.preventDefault()
  if (event.altKey) return move(id, by)
  const next = layers.value[placeOf(id) + by]
  if (!next) return
  live.value = next.id
  void nextTick(() => document.getElementById(`sheet-${next.id}`)?.focus())
}
</script>

<template>
  <aside class="stack" aria-label="Stack of layers">
    <header>
      <h3>Stack</h3>
      <v-btn :icon="mdiPlus" size="small" variant="text" :disabled="isReadOnly" aria-label="Lay a new sheet on the live one" @click="easel.addLayer()" />
    </header>
    <div class="leaves" role="radiogroup" aria-label="Live layer">
      <ol>
        <li v-for="layer in fromTop" :key="layer.id" :class="{ live: layer.id === live, hidden: !layer.visible }">
          <button
            :id="`sheet-${layer.id}`" class="leaf" role="radio" :aria-checked="layer.id === live"
            :aria-label="`${layer.name}${layer.visible ? '' : ', hidden'}${layer.isEmpty ? ', empty' : ''}, ${layer.opacity} per cent`"
            @click="live = layer.id" @keydown="onKey($event, layer.id)"
          >
            <LayerThumbnail :thumbnail="thumbnails.get(layer.id)" />
          </button>
          <div class="words">
            <form v-if="renaming === layer.id" @submit.prevent="rename">
              <input v-model="newName" class="rename" maxlength="60" aria-label="New name" autofocus @blur="rename" @keydown.esc="renaming = null">
            </form>
            <button v-else class="name" :title="layer.name" @click="live = layer.id" @dblclick="!isReadOnly && startRenaming(layer.id, layer.name)">{{ layer.name }}</button>
            <div class="line">
              <button
                class="eye" :disabled="isReadOnly" :aria-label="layer.visible ? `Hide ${layer.name}` : `Show ${layer.name}`" :aria-pressed="!layer.visible"
                @click="easel.lookOfLayer(layer.id, !layer.visible, layer.opacity)"
              >
                <v-icon :icon="layer.visible ? mdiEyeOutline : mdiEyeOffOutline" size="19" />
              </button>
              <span v-if="layer.id !== live && layer.visible && layer.opacity < 100" class="numbers small soft state">{{ layer.opacity }} %</span>
              <v-menu v-if="!isReadOnly" location="start">
                <template #activator="{ props: opens }"><button v-bind="opens" class="eye" :aria-label="`More for ${layer.name}`"><v-icon :icon="mdiDotsHorizontal" size="19" /></button></template>
                <v-list density="compact">
                  <v-list-item :prepend-icon="mdiPencilOutline" title="Rename" @click="startRenaming(layer.id, layer.name)" />
                  <v-list-item :prepend-icon="mdiArrowUp" title="Move up (Alt ↑)" :disabled="placeOf(layer.id) === layers.length - 1" @click="move(layer.id, 1)" />
                  <v-list-item :prepend-icon="mdiArrowDown" title="Move down (Alt ↓)" :disabled="placeOf(layer.id) === 0" @click="move(layer.id, -1)" />
                  <v-list-item :prepend-icon="mdiContentDuplicate" title="Lay a copy on it" @click="live = layer.id; easel.copyLayer()" />
                  <v-list-item :prepend-icon="mdiBroom" title="Take all paint off" :disabled="layer.isEmpty" @click="easel.clearLayer(layer.id)" />
                  <v-list-item :prepend-icon="mdiTrashCanOutline" title="Delete (undo brings it back)" :disabled="layers.length < 2" @click="easel.removeLayer(layer.id)" />
                </v-list>
              </v-menu>
            </div>
          </div>
          <label v-if="layer.id === live && !isReadOnly" class="opacity small">
            <input
              type="range" min="0" max="100" :value="layer.opacity" :aria-label="`How strongly ${layer.name} shows`"
              @change="easel.lookOfLayer(layer.id, layer.visible, Number(($event.target as HTMLInputElement).value))"
            ><span class="numbers">{{ layer.opacity }} %</span>
          </label>
        </li>
      </ol>
    </div>
    <p class="board"><v-icon :icon="mdiFileOutline" size="16" /> paper</p>
  </aside>
</template>

<style scoped>
.stack { display: flex; flex-direction: column; height: 100%; overflow: hidden; background: var(--paper); border-left: 1px solid var(--line); }
header { display: flex; justify-content: space-between; align-items: center; padding: 8px 8px 2px 16px; }
.leaves { overflow-y: auto; flex: 1; min-height: 0; }
ol { list-style: none; margin: 0; padding: 8px 10px 12px; }
li { display: grid; grid-template-columns: 70px minmax(0, 1fr); gap: 2px 8px; align-items: center; padding: 7px 6px; border-radius: 9px; }
li.live { background: var(--paper-shade); box-shadow: inset 3px 0 0 var(--blue); }
.leaf { position: relative; transform: rotate(-5deg) skewX(-7deg); background: #fffefb; border: 1px solid #b9b2a4; box-shadow: 1px 2px 0 #cfc8ba, 2px 4px 5px rgb(0 0 0 / 18%); transition: transform 0.16s ease-out; line-height: 0; }
li.live .leaf { transform: translateY(-3px) rotate(-1deg); box-shadow: 2px 7px 9px rgb(0 0 0 / 28%); border-color: var(--blue); border-width: 2px; }
li.hidden .leaf { opacity: 0.45; border-style: dashed; }
.words { min-width: 0; }
.name { display: block; min-height: 26px; width: 100%; text-align: left; font-size: 0.92rem; white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }
li.live .name { font-weight: 600; }
.line { display: flex; align-items: center; gap: 2px; }
.eye { min-width: 28px; min-height: 28px; border-radius: 6px; color: var(--ink-soft); }
.eye:hover { background: var(--line); }
.opacity { grid-column: 1 / -1; display: grid; grid-template-columns: 1fr 46px; gap: 6px; align-items: center; text-align: right; }
.opacity input { width: 100%; accent-color: var(--blue); }
.state { white-space: nowrap; }
.rename { width: 100%; border: 1px solid var(--blue); border-radius: 5px; padding: 1px 4px; background: var(--paper); color: var(--ink); }
.board { margin: 0; padding: 6px 16px 10px; font-size: 0.82rem; color: var(--ink-soft); border-top: 1px dashed var(--line); }
@media (pointer: coarse) { .eye { min-width: 44px; min-height: 44px; } }
</style>
