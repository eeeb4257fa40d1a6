<script setup lang="ts">
import { mdiArrowULeftTop, mdiEraserVariant } from '@mdi/js'
import { TOOL_NAMES, TOOLS, toolSettings, isRubbing, type ToolName } from '#core/brush'
import type { DrawingRecord, Entry } from '#core/drawing'
import { strokePath } from '../../sheet/stroke-path'
import type { Size, WindowView } from '../../sheet/view'

/** A drawing over the work, on a sheet of its own: looked at, or drawn on with any tool that paints. */
const props = defineProps<{
  record: DrawingRecord | null
  sheet: DrawingRecord['sheet']
  view: WindowView
  size: Size
  canDraw?: boolean
}>()
const emit = defineEmits<{ change: [record: DrawingRecord | null] }>()

const LAYER = 'over'
const MOST = 380
const COLOURS: [string, [number, number, number]][] = [
  ['ochre', [185, 92, 20]],
  ['ink blue', [39, 76, 140]],
  ['leaf green', [52, 116, 66]],
  ['black', [24, 24, 26]],
  ['white', [252, 251, 247]],
]
/** On a sheet of its own there is nothing to rub or to take off but what was drawn over the work. */
const CHOICE = (Object.keys(TOOLS) as ToolName[]).filter(
  tool => !isRubbing(toolSettings(tool)) && toolSettings(tool).effect !== 'erase',
)
const tool = ref<ToolName>('ink-pen')
const sizePx = ref(10)
const colour = ref(0)

const playback = usePlayer()
const { canvas, lay } = useLaidOver(playback, () => ({ view: props.view, size: props.size }))
/** Not reactive in itself: it goes to a worker. */
const growing = shallowRef<number[]>([])
let shown = 0
let seed = 1

const entriesOf = () =>
  props.record?.entries ?? [
    {
      type: 'prepare' as const,
      at: 0,
      act: { kind: 'layer-add' as const, layer: LAYER, name: 'Over the work', place: 0 },
    },
  ]

onMounted(async () => {
  const entries = entriesOf()
  await playback.load({ version: 1, sheet: toRaw(props.sheet), entries: toRaw(entries) as Entry[] }, true)
  shown = entries.length
  await lay()
})
watch(
  () => props.record,
  async () => {
    const entries = entriesOf()
    if (entries.length <= shown) return
    await playback.append(toRaw(entries).slice(shown) as Entry[], 1)
    shown = entries.length
  },
)

function put(entry: Entry): void {
  const entries = entriesOf()
  if (entries.length >= MOST) return
  emit('change', { version: 1, sheet: props.sheet, entries: [...entries, entry] })
}
const clock = () => (entriesOf().at(-1)?.at ?? 0) + 400

function end(): void {
  const samples = growing.value
  growing.value = []
  if (samples.length)
    put({
      type: 'act',
      at: clock(),
      act: {
        kind: 'stroke',
        version: 2,
        layer: LAYER,
        tool: toolSettings(tool.value, { size: sizePx.value }),
        colour: COLOURS[colour.value]![1],
        seed: seed++,
        samples,
      },
    })
}
const undo = () => put({ type: 'undo', at: clock() })
const clear = () => emit('change', null)
const strokes = computed(
  () =>
    props.record?.entries.reduce((sum, each) => sum + (each.type === 'act' ? 1 : each.type === 'undo' ? -1 : 0), 0) ??
    0,
)

/** What grows under the pen, until the engine has drawn it. */
const path = computed(() => strokePath(growing.value, props.view))
defineExpose({
  begin: (samples: number[]) => {
    growing.value = [...samples]
  },
  extend: (samples: number[]) => {
    growing.value = [...growing.value, ...samples]
  },
  end,
  drop: () => {
    growing.value = []
  },
})
</script>

<template>
  <canvas
    ref="canvas"
    class="over"
    data-test="over"
    :style="{ width: `${size.width}px`, height: `${size.height}px` }"
  />
  <svg v-if="canDraw" class="over" :width="size.width" :height="size.height" aria-hidden="true">
    <path
      :d="path"
      :style="{ stroke: `rgb(${COLOURS[colour]![1].join(' ')})`, strokeWidth: Math.max(sizePx * view.scale, 1.5) }"
    />
  </svg>
  <div v-if="canDraw" class="strip card" role="group" aria-label="Drawing over the work" @pointerdown.stop @wheel.stop>
    <label class="small"
      >with
      <select v-model="tool" aria-label="Tool to draw over it with">
        <option v-for="each in CHOICE" :key="each" :value="each">{{ TOOL_NAMES[each] }}</option>
      </select></label
    >
    <label class="small"
      >size <input v-model.number="sizePx" type="range" min="2" max="120" /><span class="numbers"
        >{{ sizePx }} px</span
      ></label
    >
    <span role="radiogroup" aria-label="Colour" class="colours"
      ><button
        v-for="([name, rgb], i) in COLOURS"
        :key="name"
        role="radio"
        :aria-checked="colour === i"
        :aria-label="name"
        :style="{ background: `rgb(${rgb.join(' ')})` }"
        @click="colour = i"
    /></span>
    <v-btn
      :icon="mdiArrowULeftTop"
      size="small"
      variant="text"
      aria-label="Undo the last stroke"
      :disabled="strokes <= 0"
      @click="undo"
    />
    <v-btn
      :icon="mdiEraserVariant"
      size="small"
      variant="text"
      aria-label="Take all of it away"
      :disabled="!record"
      @click="clear"
    />
  </div>
</template>

<style scoped>
.over {
  position: absolute;
  inset: 0;
  pointer-events: none;
}
path {
  fill: none;
  stroke-linecap: round;
  stroke-linejoin: round;
  opacity: 0.7;
}
.strip {
  position: absolute;
  left: 50%;
  bottom: 12px;
  transform: translateX(-50%);
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 4px 12px;
  cursor: default;
  white-space: nowrap;
  box-shadow: 0 4px 16px rgb(0 0 0 / 18%);
}
label {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  min-height: 40px;
}
input[type='range'] {
  width: 80px;
}
select {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 4px 8px;
  background: var(--paper);
  color: var(--ink);
  font: inherit;
}
.colours {
  display: inline-flex;
  gap: 5px;
}
.colours button {
  width: 24px;
  height: 24px;
  border-radius: 50%;
  border: 1px solid #8d867a;
}
.colours [aria-checked='true'] {
  box-shadow:
    0 0 0 2px var(--paper),
    0 0 0 4px var(--blue);
}
</style>
