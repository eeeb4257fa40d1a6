<script setup lang="ts">
import { transfer } from 'comlink'
import { handled } from '#core/parts'
import type { ShownMark } from '../sheet/SheetMarks.vue'

/** The sheet, what is drawn on it with the hand, and all that is shown over it. */
const emit = defineEmits<{ drawing: [isDrawing: boolean] }>()
const { host, sheet, isReadOnly } = useDrawing()
const { liveName } = useStack()
const { step } = useLesson()
const inHand = useInHand()
const { parts, letters, pouring, shadow, extend, end, drop, hold, adjust } = inHand
const lighting = useLight()
const ladder = useBands()
const references = useReferences()
const bringing = useBringIn()
const { sheetWindow, scale, planView, view: seen, ghost, putGhostAway, marks, ringSize, restsFor } = useSurface()
const guiding = useGuides()
const { guides, isAdjusting } = guiding
const { tone, hasRulers, hasCrosshair } = useLooking()
const classNews = useClassNews()
const panel = usePanel()

const isPanelOpen = ref(false)
const pointedSeam = ref<string | null>(null)
const seamMarks = computed<ShownMark[]>(() =>
  (isPanelOpen.value ? (panel?.findings.value ?? []) : []).flatMap(({ lookFor, marks: each }) =>
    each.map(mark => ({ mark, isStrong: pointedSeam.value === lookFor })),
  ),
)

/** What the teacher shows over this sheet, and where it is seen: null when it would not fit. */
const shownNow = computed(() => {
  const shown = classNews?.ghost.value ?? null
  const where = shown?.on === 'plan' ? planView.value : seen.value
  return shown && where ? { ...shown, view: where } : null
})
function putShownAway(): void {
  classNews?.putGhostAway()
}

function begin(samples: number[], time: number): void {
  emit('drawing', true)
  inHand.begin(samples, time, scale.value)
}
function finish(how: () => void): void {
  emit('drawing', false)
  how()
}

/** Two fingers tapped: undo; three: redo. */
function tap(fingers: number): void {
  if (fingers === 2) void inHand.undo()
  else if (fingers === 3) void inHand.redo()
}

/** The picture under the sheet is pulled by its handles, always in proportion. */
function placeUnder(key: string, to: { x: number; y: number }): void {
  const { value } = references.under
  if (value?.held)
    references.change(value.id, { held: handled(value.held, 'size', key, to, { isEven: key.startsWith('corner') }) })
}

const showCanvas = (canvas: OffscreenCanvas) => void host.show(transfer(canvas, [canvas]))
</script>

<template>
  <div class="sheet" @dragover.prevent @drop.prevent="bringing.offer([...($event.dataTransfer?.files ?? [])])">
    <PinBoard v-if="references.isOpen.value" />
    <SheetWindow
      ref="sheetWindow"
      :sheet="sheet"
      :can-draw="!isReadOnly"
      :tone="tone"
      :rests-for="restsFor"
      :hold="hold"
      label="The sheet. Drawing needs a pen, a finger or a mouse."
      @canvas="showCanvas"
      @resize="(w: number, h: number) => host.resize(w, h)"
      @look="host.look($event)"
      @begin="begin"
      @extend="extend"
      @end="finish(end)"
      @drop="finish(drop)"
      @adjust="adjust"
      @tap="tap"
    >
      <template #default="{ view: shown, size, pointer }">
        <SheetGuides
          v-if="guides.length"
          :guides="guides"
          :view="shown"
          :size="size"
          :sheet="sheet"
          :is-adjusting="isAdjusting"
          @change="guiding.change"
        />
        <PanelEdges :view="shown" />
        <PanelCard v-model:open="isPanelOpen" v-model:pointed="pointedSeam" />
        <GhostSheet
          v-if="ghost && planView"
          :key="step?.id"
          :record="ghost"
          :view="planView"
          :size="size"
          @away="putGhostAway"
        />
        <GhostSheet
          v-if="shownNow"
          :key="`shown ${shownNow.number}`"
          :record="shownNow.record"
          :view="shownNow.view"
          :size="size"
          is-teachers
          @away="putShownAway"
        />
        <TeachersWords />
        <SelectionEdge
          v-if="(parts.edges.value && !parts.held.value) || parts.draft.value.length || parts.against.value.length"
          :edges="parts.held.value ? null : parts.edges.value"
          :draft="parts.draft.value"
          :against="parts.against.value"
          :view="shown"
          :size="size"
          :sheet="sheet"
        />
        <PartHandles
          v-if="references.isPlacing.value && references.under.value?.held"
          :held="references.under.value.held"
          mode="size"
          :view="shown"
          :size="size"
          @drag="placeUnder"
        />
        <StencilHandles :view="shown" :size="size" />
        <PartHandles
          v-if="parts.held.value"
          :held="parts.held.value"
          :mode="parts.handleMode.value"
          :view="shown"
          :size="size"
          @drag="parts.drag"
        />
        <PartHandles
          v-if="letters.writing.value && letters.writing.value.outlines.length"
          :held="letters.writing.value.held"
          mode="size"
          :view="shown"
          :size="size"
          @drag="letters.drag"
        />
        <CropHandles :view="shown" :size="size" />
        <CropBar />
        <StencilBar v-if="!ghost" />
        <PartsBar v-if="!ghost" />
        <ReadingPicture />
        <TrueShapeBar />
        <SelectionEdge
          v-if="pouring.draft.value.length"
          :edges="null"
          :draft="pouring.draft.value"
          :against="[]"
          :view="shown"
          :size="size"
          :sheet="sheet"
        />
        <GapRings :gaps="pouring.gaps.value" :view="shown" @close="pouring.close($event)" />
        <PourBar />
        <FadeBar v-if="!ghost" />
        <AdjustBar />
        <BandLines
          v-if="ladder.bands.value && ladder.isShown.value"
          :bands="ladder.bands.value"
          :shades="ladder.ladder.value.rungs"
          :view="shown"
          :size="size"
        />
        <GapRings
          v-if="ladder.borders.value"
          :gaps="ladder.borders.value.gaps"
          :view="shown"
          @close="ladder.closeGap($event)"
        />
        <SheetMarks
          v-if="ladder.seams.value"
          :marks="[{ mark: ladder.seams.value.mark, isStrong: true }]"
          :view="shown"
          :size="size"
        />
        <LightPin
          v-if="lighting.light.value && (lighting.isOpen.value || shadow.shadow.value || ladder.isOpen.value)"
          :light="lighting.light.value"
          :view="shown"
          :size="size"
          @put="lighting.put"
          @settle="lighting.settle()"
        />
        <LightCard />
        <BandsCard />
        <HazeCard />
        <LiveName :name="liveName" :pointer="pointer" :size="size" />
        <SheetMarks :marks="marks" :view="shown" :size="size" />
        <SheetMarks v-if="seamMarks.length" :marks="seamMarks" :view="shown" :size="size" />
        <SheetRulers
          v-if="hasRulers || hasCrosshair"
          :view="shown"
          :size="size"
          :sheet="sheet"
          :pointer="pointer"
          :has-rulers="hasRulers"
          :has-crosshair="hasCrosshair"
        />
        <WayOfLooking :is-mirrored="shown.isMirrored" :turn="shown.turn" />
        <span
          v-if="pointer && ringSize > 5"
          class="ring"
          :style="{
            left: `${pointer.x}px`,
            top: `${pointer.y}px`,
            width: `${ringSize}px`,
            height: `${ringSize}px`,
          }"
        />
      </template>
    </SheetWindow>
  </div>
</template>

<style scoped>
.sheet {
  flex: 1;
  min-height: 0;
  display: flex;
}
.ring {
  position: absolute;
  border-radius: 50%;
  border: 1px solid #fff;
  outline: 1px solid rgb(20 20 20 / 75%);
  transform: translate(-50%, -50%);
  pointer-events: none;
  mix-blend-mode: normal;
}
</style>
