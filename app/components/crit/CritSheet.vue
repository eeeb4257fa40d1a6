<script setup lang="ts">
/* eslint-disable max-lines -- one frame round one drawing: what is here is layout, what it does lies in composables */
import { mdiBrush, mdiCommentPlusOutline, mdiCompare, mdiFlipHorizontal, mdiLayersOutline } from '@mdi/js'
import { timelineOf, type DrawingRecord } from '#core/drawing'
import { layersMade } from '#core/review'
import type { Pin } from '#shared/schemas'
import type { HandInView } from '#shared/views'
import { api } from '../../api/routes'
import type { Tone } from '../../composables/sheet/useLooking'
import { isForField } from '../../sheet/keys'
import type { LetterKeyId } from '../../sheet/letter-keys'
import { makingOf } from '../../sheet/making'
import type { WindowView } from '../../sheet/view'
import type { ShownMark } from '../sheet/SheetMarks.vue'
import SheetWindow from '../sheet/SheetWindow.vue'
import SketchSheet from './SketchSheet.vue'

/**
 * A hand-in, big, in every way a teacher looks at it: mirrored, in greys, layer by layer, beside another, and as it was
 * made.
 */
const props = defineProps<{
  handIn: HandInView
  marks: readonly ShownMark[]
  pins: readonly Pin[]
  sketch: DrawingRecord | null
  canAnswer?: boolean
}>()
const emit = defineEmits<{ pins: [pins: Pin[]]; sketch: [sketch: DrawingRecord | null] }>()
const playback = usePlayer()
const { player, time, loading, isReady, sheet, layers, thumbnails } = playback
const sheetWindow = ref<InstanceType<typeof SheetWindow>>()
const hidden = ref<string[]>([])
const dimmed = ref<string[]>([])
const showLayers = () => void player.hide([...hidden.value], [...dimmed.value])
const speed = ref(4)
const making = computed(() =>
  makingOf(props.handIn.record.entries, timelineOf(props.handIn.record.entries), props.handIn.plan.steps),
)
const made = computed(() => layersMade(props.handIn.record.entries))
const isAtEnd = computed(() => time.value.time >= time.value.length && !time.value.isPlaying)

onMounted(() => playback.load(toRaw(props.handIn.record), false))

function setSpeed(next: number): void {
  speed.value = next
  if (time.value.isPlaying) void player.play(next)
}

function toggle(id: string): void {
  hidden.value = hidden.value.includes(id) ? hidden.value.filter(each => each !== id) : [...hidden.value, id]
  showLayers()
}

function dim(id: string): void {
  dimmed.value = dimmed.value.includes(id) ? dimmed.value.filter(each => each !== id) : [...dimmed.value, id]
  showLayers()
}

function only(id: string): void {
  const others = layers.value.filter(layer => layer.id !== id).map(layer => layer.id)
  hidden.value = hidden.value.length === others.length && !hidden.value.includes(id) ? [] : others
  showLayers()
  isApart.value = false
}

// --- ways of looking

const tone = ref<Tone>('colours')
const isApart = ref(false)
const setTone = (next: Tone) => {
  tone.value = tone.value === next ? 'colours' : next
}

// --- beside another

const MODES = {
  beside: 'side by side',
  slider: 'with a slider',
  turns: 'in turns',
  difference: 'what differs',
} as const
const compared = ref<string | null>(null)
const comparing = ref<keyof typeof MODES>('beside')
const share = ref(0.5)
const choices = computed(() => [
  ...(props.handIn.plan.demonstration.entries.some(each => each.type === 'act')
    ? [{ value: 'teacher', title: 'the teacher’s drawing' }]
    : []),
  ...props.handIn.others.map(each => ({
    value: `hand-in ${each.id}`,
    title: `hand-in ${each.attempt}, ${timeInWords(each.handedInAt)}`,
  })),
  ...[...new Set(props.handIn.plan.steps.flatMap(each => each.reference ?? []))].map((id, i) => ({
    value: `reference ${id}`,
    title: i ? `reference ${i + 1}` : 'the reference',
  })),
])
const otherRecord = shallowRef<DrawingRecord | null>(null)
const otherPicture = ref<string | undefined>()
const { trying } = useTrying()
watch(compared, what => {
  otherRecord.value = null
  otherPicture.value = undefined
  if (what === 'teacher') otherRecord.value = props.handIn.plan.demonstration
  else if (what?.startsWith('reference ')) {
    const picture = props.handIn.plan.pictures?.find(each => each.id === what.slice('reference '.length))
    otherPicture.value = picture && `data:${picture.type};base64,${picture.base64}`
  } else if (what) {
    void trying(true, async () => {
      const { record } = await api.handInView(Number(what.slice('hand-in '.length)))
      if (compared.value === what) otherRecord.value = record
    })
  }
})
const hasOther = computed(() => otherRecord.value !== null || otherPicture.value !== undefined)
/** The other by itself, beside this one. */
const beside = usePlayer()
watch([otherRecord, comparing], ([record]) => {
  if (record && comparing.value === 'beside') void beside.load(toRaw(record), false)
})

/** Alone again, the sheet fills its window again. */
watch(
  () => hasOther.value && comparing.value === 'beside',
  async (isBeside, before) => {
    if (isBeside || !before) return
    await nextTick()
    sheetWindow.value?.fit()
  },
)

/** Two beside each other are zoomed, moved and mirrored together. */
const besideWindow = ref<InstanceType<typeof SheetWindow>>()
function together(
  to: InstanceType<typeof SheetWindow> | undefined,
  view: WindowView,
  widths: readonly [from: number, to: number],
): void {
  if (comparing.value === 'beside' && hasOther.value) to?.like({ ...view, scale: (view.scale * widths[0]) / widths[1] })
}

// --- over the work

const mode = ref<'look' | 'pin' | 'sketch'>('look')
const over = ref<InstanceType<typeof SketchSheet>>()
/** Made anew when some or all of it was taken away. */
const sketchNumber = ref(0)
watch(
  () => props.sketch?.entries.length ?? 0,
  (count, before) => {
    if (count < before) sketchNumber.value++
  },
  { flush: 'sync' },
)
/** Where the comment goes that is being pinned. */
const newPin = ref<{ x: number; y: number } | null>(null)
function begin(samples: number[]): void {
  if (mode.value === 'sketch') over.value?.begin(samples)
  else newPin.value = { x: Math.round(samples[0]! / 16), y: Math.round(samples[1]! / 16) }
}
function putPin(words: string): void {
  if (!newPin.value) return
  emit('pins', [...props.pins, { ...newPin.value, words }])
  newPin.value = null
  mode.value = 'look'
}
const setMode = (next: typeof mode.value) => {
  newPin.value = null
  isApart.value = false
  mode.value = mode.value === next ? 'look' : next
}

// --- keys

const keys = useLetterKeys('crit')
function onKey(event: KeyboardEvent): void {
  if (isForField(event)) return
  const actions: Partial<Record<LetterKeyId | 'escape', () => void>> = {
    mirror: () => sheetWindow.value?.mirror(),
    values: () => setTone('values'),
    squint: () => setTone('squint'),
    apart: () => {
      isApart.value = !isApart.value
    },
    fit: () => sheetWindow.value?.fit(),
    compare: () => {
      compared.value = compared.value ? null : (choices.value[0]?.value ?? null)
    },
    play: () => void (time.value.isPlaying ? player.pause() : player.play(speed.value)),
    escape: () => {
      mode.value = 'look'
      newPin.value = null
      isApart.value = false
    },
  }
  const meant = event.key === 'Escape' ? 'escape' : keys.meant(event)
  const action = meant && actions[meant]
  if (!action) return
  event.preventDefault()
  action()
}
onMounted(() => window.addEventListener('keydown', onKey))
onBeforeUnmount(() => window.removeEventListener('keydown', onKey))

defineExpose({
  showPlace(x: number, y: number) {
    isApart.value = false
    sheetWindow.value?.zoom(Math.max(sheetWindow.value.view.scale, 1.1))
    sheetWindow.value?.bringToMiddle(x, y)
  },
  fit: () => sheetWindow.value?.fit(),
})
</script>

<template>
  <div class="crit-sheet">
    <div class="ways" role="toolbar" aria-label="Ways of looking">
      <button
        class="mode"
        :title="keys.withKey('Mirror', 'mirror')"
        :aria-pressed="sheetWindow?.view.isMirrored ?? false"
        @click="sheetWindow?.mirror()"
      >
        <v-icon :icon="mdiFlipHorizontal" size="18" /> Mirror
      </button>
      <button
        class="mode"
        :title="keys.withKey('Values: in greys', 'values')"
        :aria-pressed="tone === 'values'"
        @click="setTone('values')"
      >
        Values
      </button>
      <button
        class="mode"
        :title="keys.withKey('Squint: blurred greys', 'squint')"
        :aria-pressed="tone === 'squint'"
        @click="setTone('squint')"
      >
        Squint
      </button>
      <button
        class="mode"
        :title="keys.withKey('Layers taken apart', 'apart')"
        :aria-pressed="isApart"
        @click="isApart = !isApart"
      >
        <v-icon :icon="mdiLayersOutline" size="18" /> Layers
      </button>
      <label class="small"
        ><v-icon :icon="mdiCompare" size="18" />
        {{ ' ' }}
        <select v-model="compared" aria-label="Compare with" :title="keys.withKey('Compare', 'compare')">
          <option :value="null">compare with …</option>
          <option v-for="each in choices" :key="each.value" :value="each.value">{{ each.title }}</option>
        </select></label
      >
      <select v-if="compared" v-model="comparing" aria-label="How to compare">
        <option v-for="(words, each) in MODES" :key="each" :value="each">{{ words }}</option>
      </select>
      <label v-if="compared && comparing === 'slider'" class="small"
        ><span class="visually-hidden">Where the slider stands</span
        ><input v-model.number="share" type="range" min="0" max="1" step="0.01"
      /></label>
      <span class="grow" />
      <template v-if="canAnswer">
        <button class="mode" :aria-pressed="mode === 'pin'" title="Pin a comment to a place" @click="setMode('pin')">
          <v-icon :icon="mdiCommentPlusOutline" size="18" /> Comment
        </button>
        <button
          class="mode"
          :aria-pressed="mode === 'sketch'"
          title="Draw over the work, on a sheet of its own"
          @click="setMode('sketch')"
        >
          <v-icon :icon="mdiBrush" size="18" /> Draw over
        </button>
      </template>
    </div>
    <div class="upper" :class="{ two: hasOther && comparing === 'beside' }">
      <aside class="leaves" aria-label="Layers">
        <h2 class="sub">Layers</h2>
        <ul>
          <li
            v-for="layer in [...layers].reverse()"
            :key="layer.id"
            :class="{ off: hidden.includes(layer.id), faint: dimmed.includes(layer.id) }"
          >
            <button class="leaf" :aria-label="`Only ${layer.name}`" @click="only(layer.id)">
              <LayerThumbnail :thumbnail="thumbnails.get(layer.id)" />
            </button>
            <label class="small"
              ><input type="checkbox" :checked="!hidden.includes(layer.id)" @change="toggle(layer.id)" />
              {{ ' ' }}
              <span class="words"
                >{{ layer.name }}<span v-if="!layer.visible" class="soft"><br />put away</span
                ><span v-else-if="layer.opacity < 100" class="soft numbers"><br />{{ layer.opacity }} %</span></span
              ></label
            >
            <label class="small"
              ><input
                type="checkbox"
                :checked="dimmed.includes(layer.id)"
                :aria-label="`${layer.name} dimmed`"
                @change="dim(layer.id)"
              />
              {{ ' ' }}
              <span class="soft">dimmed</span></label
            >
          </li>
        </ul>
        <p class="small soft">Touch a leaf to see it alone, again to see all.</p>
      </aside>
      <div id="the-drawing" class="sheet">
        <SheetWindow
          v-if="isReady"
          ref="sheetWindow"
          :sheet="sheet"
          :tone="tone"
          :can-draw="mode !== 'look'"
          :label="`${handIn.plan.title} by ${handIn.learner}`"
          @canvas="playback.show($event)"
          @resize="(w: number, h: number) => player.resize(w, h)"
          @look="player.look($event)"
          @moved="together(besideWindow, $event, [sheet.width, beside.sheet.value.width])"
          @begin="begin"
          @extend="over?.extend($event)"
          @end="over?.end()"
          @drop="over?.drop()"
        >
          <template #default="{ view, size }">
            <CompareSheet
              v-if="hasOther && comparing !== 'beside'"
              :key="compared ?? ''"
              :record="otherRecord"
              :picture="otherPicture"
              :view="view"
              :size="size"
              :width="sheet.width"
              :height="sheet.height"
              :mode="comparing"
              :share="share"
            />
            <SketchSheet
              v-if="(sketch || mode === 'sketch') && isAtEnd"
              :key="sketchNumber"
              ref="over"
              :record="sketch"
              :sheet="handIn.plan.sheet"
              :view="view"
              :size="size"
              :can-draw="mode === 'sketch'"
              @change="next => emit('sketch', next)"
            />
            <template v-if="isAtEnd">
              <SheetMarks :marks="marks" :view="view" :size="size" />
              <PinMarks
                :pins="pins"
                :view="view"
                :can-change="canAnswer ?? false"
                @remove="
                  at =>
                    emit(
                      'pins',
                      pins.filter((_, i) => i !== at),
                    )
                "
              />
            </template>
            <NewPin
              v-if="mode === 'pin'"
              v-model="newPin"
              :view="view"
              :sheet="sheet"
              @put="putPin"
              @leave="setMode('pin')"
            />
            <span v-if="tone !== 'colours' || view.isMirrored" class="how small" role="status">{{
              [view.isMirrored ? 'Mirror' : '', tone === 'values' ? 'Values' : tone === 'squint' ? 'Squint' : '']
                .filter(Boolean)
                .join(' · ')
            }}</span>
          </template>
        </SheetWindow>
        <img v-if="!isReady" class="first-look" :src="api.handInPicture(handIn.id)" alt="" />
        <p v-if="loading" class="again small" role="status">
          Drawing it again · {{ Math.round((100 * loading.done) / loading.of) }} %
        </p>
        <LayerSheets
          v-if="isApart"
          :layers="layers"
          :thumbnails="thumbnails"
          :made="made"
          :hidden="hidden"
          :dimmed="dimmed"
          @only="only"
          @toggle="toggle"
          @dim="dim"
        />
      </div>
      <div v-if="hasOther && comparing === 'beside'" class="sheet other">
        <img v-if="otherPicture" :src="otherPicture" alt="The reference" />
        <SheetWindow
          v-else-if="beside.isReady.value"
          :key="compared ?? ''"
          ref="besideWindow"
          :sheet="beside.sheet.value"
          :tone="tone"
          label="What it is compared with"
          @canvas="beside.show($event)"
          @resize="(w: number, h: number) => beside.player.resize(w, h)"
          @look="beside.player.look($event)"
          @moved="together(sheetWindow, $event, [beside.sheet.value.width, sheet.width])"
        />
      </div>
    </div>
    <p v-if="handIn.onPaper" id="the-making" class="on-paper small">
      Drawn on paper and photographed: there is no making to be played.
    </p>
    <MakingStrip
      v-else
      id="the-making"
      :making="making"
      :time="time.time"
      :length="time.length"
      :is-playing="time.isPlaying"
      :speed="speed"
      @seek="player.seek($event)"
      @play="player.play(speed)"
      @pause="player.pause()"
      @speed="setSpeed"
      @next="player.pause().then(() => player.seekEntry(time.position + $event))"
    />
  </div>
</template>

<style scoped>
.crit-sheet {
  display: flex;
  flex-direction: column;
  height: 100%;
  min-height: 0;
}
.ways {
  display: flex;
  gap: 4px;
  align-items: center;
  flex-wrap: wrap;
  padding: 3px 10px;
  background: var(--paper);
  border-bottom: 1px solid var(--line);
}
.mode {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  padding: 4px 8px;
  border-radius: 8px;
  min-height: 36px;
  font-size: 0.9rem;
}
.on-paper {
  margin: 0;
  padding: 12px 16px;
  background: var(--paper);
  border-top: 1px solid var(--line);
}
.mode:hover {
  background: var(--paper-shade);
}
.mode[aria-pressed='true'] {
  background: var(--blue);
  color: rgb(var(--v-theme-on-primary));
}
.ways label {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
.ways select {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 4px 6px;
  background: var(--paper);
  color: var(--ink);
  font: inherit;
  font-size: 0.9rem;
  max-width: 138px;
  min-height: 34px;
}
.ways input[type='range'] {
  width: 84px;
}
.grow {
  flex: 1;
}
.upper {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: 132px minmax(0, 1fr);
}
/* Both as wide as each other: they are zoomed together. */
.upper.two {
  grid-template-columns: 132px minmax(0, 1fr) minmax(0, 1fr);
  column-gap: 3px;
  background: var(--paper);
}
.leaves {
  background: var(--paper);
  border-right: 1px solid var(--line);
  padding: 12px;
  overflow-y: auto;
}
.leaves ul {
  list-style: none;
  padding: 0;
  margin: 10px 0;
  display: grid;
  gap: 12px;
}
.leaf {
  background: #fffefb;
  border: 1px solid #b9b2a4;
  box-shadow: 1px 2px 0 #cfc8ba;
  line-height: 0;
}
.off .leaf {
  opacity: 0.35;
}
.faint .leaf {
  opacity: 0.6;
}
.leaves label {
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 28px;
}
.words {
  line-height: 1.2;
  overflow-wrap: anywhere;
}
.leaves input {
  flex: none;
  width: 17px;
  height: 17px;
}
.sheet {
  position: relative;
  min-height: 0;
  min-width: 0;
  background: var(--round-sheet);
}
/* The server's picture, until the drawing itself is there. */
.first-look {
  position: absolute;
  inset: 26px;
  width: calc(100% - 52px);
  height: calc(100% - 52px);
  object-fit: contain;
}
.again {
  position: absolute;
  left: 12px;
  bottom: 12px;
  margin: 0;
  padding: 4px 12px;
  border-radius: 8px;
  background: var(--paper);
}
.other img {
  width: 100%;
  height: 100%;
  object-fit: contain;
  padding: 26px;
}
.how {
  position: absolute;
  left: 12px;
  bottom: 12px;
  margin: 0;
  padding: 4px 12px;
  border-radius: 8px;
  background: var(--ink);
  color: var(--paper);
  pointer-events: none;
}
</style>
