<script setup lang="ts">
import { BLEND_MODES, type BlendMode } from '#core/kernels'
import { latestOnly } from '../../sheet/latest-only'
import { MODE_WORDS } from '../../sheet/mode-words'
import type { StackNote } from '../../workers/view/layer-news'

/** How a layer or group shows, and what paint may do there. */
const props = defineProps<{ note: StackNote; isWide?: boolean }>()
const stack = useStack()
/** While the slider is moved. */
const moving = ref<number | null>(null)
const opacity = computed(() => moving.value ?? props.note.opacity)
watch(
  () => [props.note.id, props.note.opacity],
  () => {
    moving.value = null
  },
)

const show = latestOnly(() => stack.show(props.note.id, { opacity: moving.value ?? props.note.opacity }))
function slide(event: Event): void {
  moving.value = Number((event.target as HTMLInputElement).value)
  void show()
}
async function settle(event: Event): Promise<void> {
  await stack.set(props.note.id, { opacity: Number((event.target as HTMLInputElement).value) })
  moving.value = null
}

const modes = BLEND_MODES.map(mode => ({
  value: mode,
  title: MODE_WORDS[mode].name,
  props: { subtitle: MODE_WORDS[mode].does },
}))
const setMode = (mode: BlendMode | null) => mode && stack.set(props.note.id, { mode })
const isLayer = computed(() => props.note.kind === 'layer')
const through = computed(() =>
  !isLayer.value && props.note.mode === 'normal'
    ? 'lets what is in it mix with what lies below'
    : MODE_WORDS[props.note.mode].does,
)
</script>

<template>
  <section class="look" :aria-label="`How ${note.name} shows`">
    <label class="opacity small">
      <input
        type="range"
        min="0"
        max="100"
        :value="opacity"
        :aria-label="`How strongly ${note.name} shows`"
        @input="slide"
        @change="settle"
      /><span class="numbers">{{ opacity }} %</span>
    </label>
    <v-select
      :model-value="note.mode"
      :items="modes"
      density="compact"
      variant="outlined"
      hide-details
      label="Mixes"
      :menu-props="{ maxHeight: 460, minWidth: 300 }"
      @update:model-value="setMode"
    />
    <p class="does small soft">
      <strong>{{ MODE_WORDS[note.mode].name }}</strong>: {{ through }}
    </p>
    <div class="ticks small">
      <label v-if="isLayer" title="Paint lands only where this layer has paint."
        ><input type="checkbox" :checked="note.inside" @change="stack.set(note.id, { inside: !note.inside })" /> stay
        inside</label
      >
      <label
        :title="note.canClip ? 'It shows only where the layer below has paint.' : 'There is nothing below to clip to.'"
        ><input
          type="checkbox"
          :checked="note.clip"
          :disabled="!note.canClip && !note.clip"
          @change="stack.set(note.id, { clip: !note.clip })"
        />
        clip to below</label
      >
      <label title="Nothing on it can be changed."
        ><input type="checkbox" :checked="note.locked" @change="stack.set(note.id, { locked: !note.locked })" />
        locked</label
      >
    </div>
    <p v-if="note.clip && !note.canClip" class="does small">There is nothing below to clip to, so all of it shows.</p>
  </section>
</template>

<style scoped>
.look {
  padding: 8px 12px 6px;
  border-top: 1px solid var(--line);
  background: var(--paper);
}
.opacity {
  display: grid;
  grid-template-columns: 1fr 46px;
  gap: 6px;
  align-items: center;
  text-align: right;
  margin-bottom: 8px;
}
.opacity input {
  width: 100%;
}
.does {
  margin: 4px 0 4px;
  line-height: 1.3;
  min-height: 2.6em;
}
.ticks {
  display: grid;
}
.ticks label {
  display: flex;
  align-items: center;
  gap: 7px;
  min-height: 25px;
}
.ticks input {
  width: 16px;
  height: 16px;
}
</style>
