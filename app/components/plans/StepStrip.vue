<script setup lang="ts">
import { mdiCallMerge, mdiDeleteOutline, mdiDragVertical, mdiPlus } from '@mdi/js'
import { VueDraggable } from 'vue-draggable-plus'
import { MOST_STEPS } from '#core/plan'

/** The steps of a plan as a row of small sheets: choose, put elsewhere, join, take out. */
const editor = usePlanEditor()
const { plan, at, work } = editor
const { announce } = useSpoken()
/** What the list shows while it is dragged; the plan's own order again once that is settled. */
const shown = ref(plan.value!.steps)
watch(
  () => plan.value!.steps,
  steps => {
    shown.value = steps
  },
)

async function move(from: number | undefined, to: number | undefined): Promise<void> {
  if (from === undefined || to === undefined || from === to) return
  const isMoved = await editor.changeSteps({ kind: 'move', at: from, to }, 'Seeing whether the steps can change places')
  shown.value = plan.value!.steps
  if (!isMoved) return
  at.value = to
  announce(`${shown.value[to]!.title}: now step ${to + 1} of ${shown.value.length}`)
}
/** A step after the chosen one; its drawing begins with what stands there. */
async function add(): Promise<void> {
  if (await editor.changeSteps({ kind: 'add', after: at.value }, 'Adding a step')) at.value++
}
async function remove(place: number): Promise<void> {
  await editor.changeSteps({ kind: 'remove', at: place }, 'Taking the step out')
}
function onKey(event: KeyboardEvent, place: number): void {
  if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return
  event.preventDefault()
  const to = place + (event.key === 'ArrowUp' ? -1 : 1)
  if (to >= 0 && to < shown.value.length) void move(place, to)
}
</script>

<template>
  <nav class="strip" aria-label="Steps">
    <VueDraggable
      v-model="shown"
      handle=".handle"
      :animation="150"
      tag="ol"
      :disabled="work !== null"
      @end="move($event.oldIndex, $event.newIndex)"
    >
      <li v-for="(step, i) in shown" :key="step.id">
        <v-btn
          v-if="i > 0"
          class="join"
          :icon="mdiCallMerge"
          size="x-small"
          variant="text"
          :disabled="work !== null"
          :aria-label="`Make one step of ${i} and ${i + 1}`"
          :title="`Make one step of ${i} and ${i + 1}`"
          @click="editor.changeSteps({ kind: 'merge', at: i }, 'Joining the steps')"
        />
        <div class="leaf" :class="{ chosen: i === at, richer: step.isRicher }">
          <button
            class="choose"
            :aria-current="i === at ? 'step' : undefined"
            :title="'Alt and an arrow key put it elsewhere'"
            @click="at = i"
            @keydown="onKey($event, i)"
          >
            <img v-if="editor.pictureOf(step)" :src="editor.pictureOf(step)" alt="" />
            <span v-else class="blank" />
            <span class="name"
              ><span class="number display">{{ i + 1 }}</span> {{ step.title
              }}<span v-if="step.isRicher" class="small soft"> · richer way</span></span
            >
          </button>
          <span class="handle" :title="`Drag step ${i + 1} elsewhere`"
            ><v-icon :icon="mdiDragVertical" size="18"
          /></span>
          <v-btn
            v-if="i === at && shown.length > 1"
            class="out"
            :icon="mdiDeleteOutline"
            size="x-small"
            variant="text"
            :disabled="work !== null"
            :aria-label="`Take step ${i + 1} out`"
            :title="`Take step ${i + 1} out. It can be taken back.`"
            @click="remove(i)"
          />
        </div>
      </li>
    </VueDraggable>
    <v-btn
      class="add"
      size="small"
      variant="outlined"
      :prepend-icon="mdiPlus"
      :disabled="work !== null || shown.length >= MOST_STEPS"
      title="A new step after the chosen one, drawn on from what stands there"
      @click="add"
      >Add a step</v-btn
    >
  </nav>
</template>

<style scoped>
.strip {
  overflow-y: auto;
  padding: 12px 10px 30px 14px;
  border-right: 1px solid var(--line);
  background: var(--paper);
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  justify-items: center;
}
.join {
  margin: 1px 0;
  color: var(--ink-soft);
  transform: rotate(180deg);
}
.leaf {
  position: relative;
  width: 100%;
  border: 1.5px solid var(--line);
  border-radius: 8px;
  background: var(--paper);
}
.leaf.chosen {
  border-color: var(--blue);
  box-shadow: 0 0 0 1.5px var(--blue);
}
.leaf.richer {
  border-style: dashed;
}
.choose {
  display: grid;
  width: 100%;
  text-align: left;
  padding: 6px;
  gap: 4px;
}
img,
.blank {
  width: 100%;
  aspect-ratio: 4 / 3;
  object-fit: contain;
  background: #fff;
  border-radius: 4px;
  display: block;
}
.name {
  font-size: 0.88rem;
  line-height: 1.3;
  padding: 0 2px;
}
.number {
  font-size: 1.1rem;
  margin-right: 3px;
}
.handle {
  position: absolute;
  top: 8px;
  right: 8px;
  width: 30px;
  height: 30px;
  display: grid;
  place-items: center;
  cursor: grab;
  border-radius: 6px;
  background: color-mix(in srgb, var(--paper) 82%, transparent);
  color: var(--ink-soft);
}
.add {
  width: 100%;
  margin-top: 12px;
}
.out {
  position: absolute;
  bottom: 4px;
  right: 4px;
}
.chosen .name {
  padding-right: 30px;
}
</style>
