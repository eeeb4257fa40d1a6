<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { transfer } from 'comlink'
import { ghostRecord } from '#core/plan'
import { radiusAt } from '#core/brush'
import { handled } from '#core/parts'
import type { DrawingRecord } from '#core/drawing'
import type { ShownMark } from '../../components/sheet/SheetMarks.vue'
import type SheetWindow from '../../components/sheet/SheetWindow.vue'
import type { OpenMode } from '../../workers/sheet/contract'
import { isForField } from '../../sheet/keys'
import { STRAIGHT, viewOfPlaced } from '../../sheet/view'
import { useOutbox } from '../../stores/outbox'
import { useSession } from '../../stores/session'

definePageMeta({ layout: 'bare', who: 'signed-in', key: route => route.fullPath })
const route = useRoute()
const session = useSession()
const { say } = useNotices()
const outbox = useOutbox()
const guiding = createGuides(Number(route.params.id))
provide(GUIDES, guiding)
const { guides, isAdjusting } = guiding
// Teachers and learners are counted apart: what this browser keeps of one is not opened by the other.
const easel = createEasel(Number(route.params.id), session.logOwner, guiding)
provide(EASEL, easel)
const classNews = session.person?.kind === 'learner' ? createClassNews(easel) : null
provide(CLASS_NEWS, classNews)
const panel = createPanel(easel)
provide(PANEL, panel)
const isPanelOpen = ref(false)
const pointedSeam = ref<string | null>(null)
const seamMarks = computed<ShownMark[]>(() =>
  (isPanelOpen.value ? panel.findings.value : []).flatMap(({ lookFor, marks: each }) =>
    each.map(mark => ({ mark, isStrong: pointedSeam.value === lookFor })),
  ),
)
/** The class that looks at this sheet of the teacher's. */
const inFrontOf = computed(() => (purpose.value !== null && route.query.front ? Number(route.query.front) : null))
const looking = createLooking()
provide(LOOKING, looking)
const { tone, hasRulers, hasCrosshair } = looking
const {
  plan,
  purpose,
  sheet,
  placed,
  parts,
  letters,
  references,
  step,
  closed,
  progress,
  findings,
  pointedAt,
  hand,
  isReadOnly,
  isOffline,
} = easel

const sheetWindow = ref<InstanceType<typeof SheetWindow>>()
const isHelpOpen = ref(false)
const isHandInOpen = ref(false)
const isSignOpen = ref(false)
const isPictureOpen = ref(false)
const { isSheetOpen } = easel
/** In a narrow window both are folded until they are asked for. */
const isNarrow = useMediaQuery('(max-width: 900px)')
const isStepFolded = ref(isNarrow.value)
const isStackFolded = ref(isNarrow.value)
watch(isNarrow, narrow => {
  isStepFolded.value = isStackFolded.value = narrow
})
const isLeftHanded = useLeftHanded()
const ghost = shallowRef<DrawingRecord | null>(null)
const view = computed(() => sheetWindow.value?.view ?? STRAIGHT)
const scale = computed(() => view.value.scale)
/** How the plan's sheet is seen; null when this one was stretched one way since. */
const ghostView = computed(() => viewOfPlaced(view.value, placed.value))
/** What the teacher shows over this sheet, and where it is seen: null when it would not fit. */
const shownNow = computed(() => {
  const shown = classNews?.ghost.value ?? null
  const seen = shown?.on === 'plan' ? ghostView.value : view.value
  return shown && seen ? { ...shown, view: seen } : null
})
function putShownAway(): void {
  if (classNews) classNews.ghost.value = null
}

const marks = computed<ShownMark[]>(() => {
  const found = step.value ? (findings.value.get(step.value.id) ?? []) : []
  return found
    .flatMap(({ lookFor, marks: each }) => each.map(mark => ({ mark, isStrong: pointedAt.value === lookFor })))
    .filter(
      each =>
        pointedAt.value === null ||
        each.isStrong ||
        !found.some(({ lookFor, marks: own }) => lookFor === pointedAt.value && own.length),
    )
})

/** Px on the screen across which the lifted tool draws at full pressure. */
const ringSize = computed(() =>
  easel.sampling.isOn.value
    ? Math.max(easel.sampling.side.value * scale.value, 9)
    : parts.mode.value
      ? parts.mode.value === 'bend'
        ? parts.bend.value.size * scale.value
        : 0
      : hand.settings
        ? 2 * radiusAt(hand.settings, 1) * scale.value
        : 0,
)

/** A sprayer goes on for as long as it rests; a steadied line only until it has caught up. */
const CATCH_UP_MS = 900
const restsFor = computed(() => {
  const { settings } = hand
  if (settings?.tip.kind === 'spray') return Infinity
  return settings && settings.steadying > 0 ? CATCH_UP_MS : 0
})

function toggleGhost(): void {
  if (!ghost.value && !ghostView.value)
    return void say('The ghost does not fit: this sheet was stretched one way.', 'Undo that to see it.', 'attention')
  ghost.value = ghost.value || !plan.value || !step.value ? null : ghostRecord(plan.value, step.value.id)
}
watch(step, () => {
  ghost.value = null
})

/** Brings a finding's first mark into the middle, close enough to see. */
function showFinding(lookFor: string): void {
  pointedAt.value = lookFor
  const mark = findings.value.get(step.value!.id)?.find(each => each.lookFor === lookFor)?.marks[0]
  if (!mark || !sheetWindow.value) return
  if (mark.kind !== 'ring') return sheetWindow.value.fit()
  sheetWindow.value.zoom(Math.max(sheetWindow.value.view.scale, 1.2))
  sheetWindow.value.bringToMiddle(mark.x, mark.y)
}

/**
 * Bars above the sheet that come or go while a stroke is under way wait for its end: the sheet does not move under the
 * hand.
 */
const bars = ref<HTMLElement>()
const barsHeight = ref<string>()
function begin(samples: number[], time: number): void {
  barsHeight.value = `${bars.value?.offsetHeight ?? 0}px`
  easel.begin(samples, time, scale.value)
}
function end(how: () => void): void {
  barsHeight.value = undefined
  how()
}

/** Two fingers tapped: undo; three: redo. */
function tap(fingers: number): void {
  if (fingers === 2) void easel.undo()
  else if (fingers === 3) void easel.redo()
}

function open(mode: OpenMode): void {
  void easel.open(mode)
}

function onKey(event: KeyboardEvent): void {
  if (isForField(event)) return
  if (event.key === ' ') {
    event.preventDefault()
    sheetWindow.value?.setMoving(event.type === 'keydown')
    return
  }
  if (event.type !== 'keydown') return
  const key = event.key.toLowerCase()
  if ((event.ctrlKey || event.metaKey) && (key === 'z' || key === 'y')) {
    event.preventDefault()
    void (key === 'y' || event.shiftKey ? easel.redo() : easel.undo())
    return
  }
  if (event.ctrlKey || event.metaKey || event.altKey) return
  if (nudge(event)) return event.preventDefault()
  if (easel.adjusting.how.value && (key === 'enter' || key === 'escape')) {
    event.preventDefault()
    return void (key === 'enter' ? easel.adjusting.settle() : easel.adjusting.discard())
  }
  if (easel.haze.isOpen.value && (key === 'enter' || key === 'escape')) {
    event.preventDefault()
    return void (key === 'enter' ? easel.haze.keep() : easel.haze.drop())
  }
  if (easel.lighting.shadow.value && (key === 'enter' || key === 'escape')) {
    event.preventDefault()
    return void (key === 'enter' ? easel.lighting.keepShadow() : easel.lighting.dropShadow())
  }
  if (easel.crop.isOpen.value && (key === 'enter' || key === 'escape')) {
    event.preventDefault()
    return void (key === 'enter' ? easel.crop.settle() : easel.crop.discard())
  }
  if (
    (key === 'enter' && (parts.accept() || acceptLetters())) ||
    (key === 'escape' && (leaveLetters() || parts.leave()))
  )
    return event.preventDefault()
  if (easel.stencil.shape.value && (key === 'enter' || key === 'escape')) {
    event.preventDefault()
    return key === 'enter' ? easel.stencil.settle() : easel.stencil.discard()
  }
  const actions: Record<string, () => void> = {
    q: () => hand.stepSize(-1),
    w: () => hand.stepSize(1),
    e: () => hand.toggleSteadying(),
    a: () => hand.stepWell(-1),
    s: () => hand.stepWell(1),
    d: () => hand.swap(),
    f: () => sheetWindow.value?.fit(),
    r: () => sheetWindow.value?.zoom(1),
    g: toggleGhost,
    t: () => void easel.lookAtStep(),
    z: () => sheetWindow.value?.mirror(),
    x: () => looking.toggleTone('values'),
    c: () => looking.toggleTone('squint'),
    y: () => easel.choosePart(parts.mode.value === 'move' ? null : 'move'),
    h: () => easel.choosePart(parts.mode.value === 'lasso' ? null : 'lasso'),
    v: () => {
      hasRulers.value = !hasRulers.value
    },
    b: () => {
      hasCrosshair.value = !hasCrosshair.value
    },
    j: () => {
      easel.sampling.isOn.value = !easel.sampling.isOn.value
    },
    n: () => {
      hand.isFenced = !hand.isFenced
    },
    '?': () => {
      isHelpOpen.value = true
    },
  }
  if (/^[1-9]$/.test(key)) {
    const tool = hand.tools[Number(key) - 1]
    if (tool) hand.lift(tool.key)
  } else if (actions[key]) {
    event.preventDefault()
    actions[key]()
  }
}

/** The picture under the sheet is pulled by its handles, always in proportion. */
function placeUnder(key: string, to: { x: number; y: number }): void {
  const { value } = references.under
  if (value?.held)
    references.change(value.id, { held: handled(value.held, 'size', key, to, { isEven: key.startsWith('corner') }) })
}

/** A picture from the clipboard is pinned up. */
function onPaste(event: ClipboardEvent): void {
  const files = [...(event.clipboardData?.files ?? [])]
  if (files.length) void references.add(files)
}

/** Arrow keys move what is in hand by a px, with Shift by ten. */
function nudge(event: KeyboardEvent): boolean {
  const way = (
    { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] } as Record<string, [number, number]>
  )[event.key]
  if (!way) return false
  const by = event.shiftKey ? 10 : 1
  if (parts.held.value) parts.nudge(way[0] * by, way[1] * by)
  else if (letters.writing.value) letters.nudge(way[0] * by, way[1] * by)
  else return false
  return true
}
function acceptLetters(): boolean {
  if (!letters.writing.value) return false
  void letters.settle()
  return true
}
function leaveLetters(): boolean {
  if (letters.writing.value) void letters.discard()
  else if (letters.isReady.value) letters.choose(false)
  else return false
  return true
}

onMounted(() => {
  // Read by the bench: how long strokes take from the pointer to the screen.
  Object.assign(window, { littleEaselTimings: () => easel.host.timings() })
  window.addEventListener('keydown', onKey)
  window.addEventListener('keyup', onKey)
  window.addEventListener('paste', onPaste)
  const { mode } = route.query
  open(mode === 'take-over' || mode === 'look' ? mode : 'draw')
})
/** What is in hand is settled; about what only its owner can decide, it is asked. */
onBeforeRouteLeave(async () => {
  await easel.settleAll()
  if (
    easel.crop.isOpen.value &&
    window.confirm('A crop is in hand. Crop the sheet before you leave? Otherwise it stays as it is.')
  )
    await easel.crop.settle()
})
onBeforeUnmount(() => {
  window.removeEventListener('keydown', onKey)
  window.removeEventListener('keyup', onKey)
  window.removeEventListener('paste', onPaste)
  void easel.close().then(() => outbox.send())
})

const showCanvas = (canvas: OffscreenCanvas) => void easel.host.show(transfer(canvas, [canvas]))
</script>

<template>
  <div v-if="closed" class="page">
    <div class="card closed" role="alert">
      <h1>{{ closed.message }}</h1>
      <p>{{ closed.fix }}</p>
      <div class="row">
        <template v-if="closed.why === 'elsewhere'">
          <v-btn color="primary" @click="open('take-over')">Draw here instead</v-btn>
          <v-btn variant="outlined" @click="open('look')">Only look</v-btn>
        </template>
        <v-btn v-else-if="closed.why === 'away'" color="primary" @click="open('draw')">Try again</v-btn>
        <v-btn variant="outlined" :to="session.home">{{
          session.person?.kind === 'teacher' ? 'Back to the desk' : 'Back to my folio'
        }}</v-btn>
      </div>
    </div>
  </div>
  <div v-else-if="!plan" class="page opening" role="status">
    <EaselMark :size="64" />
    <p>Laying out your sheet{{ progress ? ` · ${Math.round((100 * progress.done) / progress.of)} %` : ' …' }}</p>
    <v-progress-linear
      :model-value="progress ? (100 * progress.done) / progress.of : 0"
      :indeterminate="!progress"
      color="primary"
      rounded
      class="bar"
    />
  </div>
  <div v-else class="easel" :class="{ stackFolded: isStackFolded, leftHanded: isLeftHanded }">
    <LessonSheet v-if="purpose === 'lesson' || purpose === 'redraw'" class="left" />
    <StepSheet
      v-else
      v-model:folded="isStepFolded"
      class="left"
      :is-ghost-playing="ghost !== null"
      @ghost="toggleGhost"
      @show="showFinding"
      @hand-in="isHandInOpen = true"
    />
    <div class="middle">
      <EaselBar
        :scale="scale"
        :turn="view.turn"
        :is-mirrored="view.isMirrored"
        @fit="sheetWindow?.fit()"
        @zoom="sheetWindow?.zoom($event)"
        @mirror="sheetWindow?.mirror()"
        @turn="sheetWindow?.turnTo($event)"
        @help="isHelpOpen = true"
        @sheet="isSheetOpen = true"
        @picture="isPictureOpen = true"
      />
      <div ref="bars" class="bars" :style="{ height: barsHeight }">
        <FrontBar v-if="inFrontOf !== null" :class-id="inFrontOf" />
        <SignInAgain />
        <ApartNotice />
        <div v-if="isOffline" class="offline small" role="status">
          The server did not answer: this sheet comes from what this device keeps. It is sent when the server is back.
        </div>
      </div>
      <div class="sheet" @dragover.prevent @drop.prevent="references.add([...($event.dataTransfer?.files ?? [])])">
        <PinBoard v-if="references.isOpen.value" />
        <SheetWindow
          ref="sheetWindow"
          :sheet="sheet"
          :can-draw="!isReadOnly"
          :tone="tone"
          :rests-for="restsFor"
          :hold="easel.hold"
          label="The sheet. Drawing needs a pen, a finger or a mouse."
          @canvas="showCanvas"
          @resize="(w: number, h: number) => easel.host.resize(w, h)"
          @look="easel.host.look($event)"
          @begin="begin"
          @extend="easel.extend"
          @end="end(easel.end)"
          @drop="end(easel.drop)"
          @adjust="easel.adjust"
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
              v-if="ghost && ghostView"
              :key="step?.id"
              :record="ghost"
              :view="ghostView"
              :size="size"
              @away="ghost = null"
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
              way="size"
              :view="shown"
              :size="size"
              @take="placeUnder"
            />
            <StencilHandles :view="shown" :size="size" />
            <PartHandles
              v-if="parts.held.value"
              :held="parts.held.value"
              :way="parts.way.value"
              :view="shown"
              :size="size"
              @take="parts.take"
            />
            <PartHandles
              v-if="letters.writing.value && letters.writing.value.outlines.length"
              :held="letters.writing.value.held"
              way="size"
              :view="shown"
              :size="size"
              @take="letters.take"
            />
            <CropHandles :view="shown" :size="size" />
            <CropBar />
            <StencilBar v-if="!ghost" />
            <PartsBar v-if="!ghost" />
            <TrueShapeBar />
            <SelectionEdge
              v-if="easel.pouring.draft.value.length"
              :edges="null"
              :draft="easel.pouring.draft.value"
              :against="[]"
              :view="shown"
              :size="size"
              :sheet="sheet"
            />
            <GapRings :gaps="easel.pouring.gaps.value" :view="shown" @close="easel.pouring.close($event)" />
            <PourBar />
            <FadeBar v-if="!ghost" />
            <AdjustBar />
            <BandLines
              v-if="easel.bands.bands.value && easel.bands.isShown.value"
              :bands="easel.bands.bands.value"
              :shades="easel.bands.ladder.value.rungs"
              :view="shown"
              :size="size"
            />
            <GapRings
              v-if="easel.bands.borders.value"
              :gaps="easel.bands.borders.value.gaps"
              :view="shown"
              @close="easel.bands.closeGap($event)"
            />
            <SheetMarks
              v-if="easel.bands.seams.value"
              :marks="[{ mark: easel.bands.seams.value.mark, isStrong: true }]"
              :view="shown"
              :size="size"
            />
            <LightPin
              v-if="
                easel.lighting.light.value &&
                (easel.lighting.isOpen.value || easel.lighting.shadow.value || easel.bands.isOpen.value)
              "
              :light="easel.lighting.light.value"
              :view="shown"
              :size="size"
              @put="easel.lighting.put"
              @settle="easel.lighting.settle()"
            />
            <LightCard />
            <BandsCard />
            <HazeCard />
            <LiveName :name="easel.stack.liveName.value" :pointer="pointer" :size="size" />
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
    </div>
    <div class="right">
      <button v-if="isStackFolded" class="unfold" aria-label="Unfold the stack" @click="isStackFolded = false">
        stack
      </button>
      <template v-else>
        <LayerStack />
        <button class="fold small" aria-label="Fold the stack" @click="isStackFolded = true">fold</button>
      </template>
    </div>
    <div class="ledge">
      <ToolTray @sign="isSignOpen = true" />
      <ToolSettings />
      <PaintBox />
    </div>
    <ShortcutSheet v-model="isHelpOpen" />
    <HandInDialog v-model="isHandInOpen" />
    <SheetDialog v-model="isSheetOpen" />
    <PictureDialog v-model="isPictureOpen" />
    <SignDialog v-model="isSignOpen" />
    <ToTheFront />
  </div>
</template>

<style scoped>
.easel {
  container: easel / inline-size;
  display: grid;
  grid-template: 'left middle right' minmax(0, 1fr) 'ledge ledge ledge' auto / auto minmax(0, 1fr) max(
      194px,
      min(12.5rem, 22vw)
    );
  height: 100vh;
  height: 100dvh;
  overflow: hidden;
}
.easel.stackFolded {
  grid-template-columns: auto minmax(0, 1fr) 40px;
}
.left {
  grid-area: left;
  min-height: 0;
}
.middle {
  grid-area: middle;
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
}
.bars {
  flex: none;
  overflow: hidden;
}
.sheet {
  flex: 1;
  min-height: 0;
  display: flex;
}
.right {
  grid-area: right;
  min-height: 0;
  position: relative;
}
.fold {
  position: absolute;
  right: 10px;
  bottom: 5px;
  color: var(--ink-soft);
  text-decoration: underline;
  min-height: 28px;
}
.unfold {
  width: 40px;
  height: 100%;
  writing-mode: vertical-rl;
  background: var(--paper);
  border-left: 1px solid var(--line);
}
.ledge {
  grid-area: ledge;
  position: relative;
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  align-items: stretch;
  gap: 14px;
  min-height: 104px;
  background: linear-gradient(
    var(--ledge),
    var(--ledge) 72%,
    var(--ledge-edge) 73%,
    color-mix(in srgb, var(--ledge-edge) 86%, var(--ledge)) 100%
  );
  box-shadow:
    0 -3px 10px rgb(0 0 0 / 16%),
    inset 0 1px 0 rgb(255 255 255 / 35%);
  z-index: 2;
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
.offline {
  padding: 5px 14px;
  background: var(--paper-shade);
  border-bottom: 2px solid var(--ochre);
  text-align: center;
}
.closed {
  max-width: 620px;
  margin: 80px auto;
}
.closed h1 {
  font-size: 1.5rem;
  margin-bottom: 8px;
}
.row {
  display: flex;
  gap: 10px;
  margin-top: 14px;
}
.opening {
  display: grid;
  justify-items: center;
  gap: 14px;
  padding-top: 22vh;
}
.opening .bar {
  width: 280px;
}
/* For whoever draws with the left hand: the sheet's left side is free of what the hand would lie on. */
.easel.leftHanded {
  grid-template:
    'right middle left' minmax(0, 1fr) 'ledge ledge ledge' auto / max(194px, min(12.5rem, 22vw)) minmax(0, 1fr)
    auto;
}
.easel.leftHanded.stackFolded {
  grid-template-columns: 40px minmax(0, 1fr) auto;
}
.leftHanded .ledge {
  grid-template-columns: auto auto minmax(0, 1fr);
}
.leftHanded .ledge > :nth-child(3) {
  order: -2;
  padding: 0 0 0 12px;
}
.leftHanded .ledge > :nth-child(2) {
  order: -1;
}
@media (max-width: 1100px) {
  .ledge {
    gap: 6px;
  }
}
/* The window much enlarged: two shelves, and what is beside the sheet is folded. */
@media (max-width: 900px) {
  .ledge,
  .leftHanded .ledge {
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 0 6px;
    max-width: 100vw;
    overflow-x: auto;
  }
  .ledge > * {
    height: 88px;
  }
  .ledge > :last-child {
    grid-column: 1 / -1;
    padding-left: 12px;
  }
}
</style>
