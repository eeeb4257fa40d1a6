<script setup lang="ts">
import { useEventListener, useMediaQuery } from '@vueuse/core'
import type { OpenMode } from '../../workers/sheet/contract'
import { useOutbox } from '../../stores/outbox'
import { useSession } from '../../stores/session'

definePageMeta({ layout: 'bare', who: 'signed-in', key: route => route.fullPath })
const route = useRoute()
const session = useSession()
const outbox = useOutbox()
// Teachers and learners are counted apart: what this browser keeps of one is not opened by the other.
const easel = layOutEasel(Number(route.params.id), session.logOwner)
const { drawing, lesson, inHand, bringing } = easel
const { plan, purpose, closed, isReadOnly } = drawing
const surface = provideSurface(createSurface(drawing, lesson, inHand))
const { ghost, toggleGhost, showFinding } = surface
const looking = provideLooking(createLooking())
provide(CLASS_NEWS, session.person?.kind === 'learner' ? createClassNews(drawing) : null)
provide(PANEL, createPanel(drawing, lesson))
/** The class that looks at this sheet of the teacher's. */
const inFrontOf = computed(() => (purpose.value !== null && route.query.front ? Number(route.query.front) : null))

const isHelpOpen = ref(false)
const isHandInOpen = ref(false)
const isSignOpen = ref(false)
const isPictureOpen = ref(false)
const isSheetOpen = ref(false)
/** In a narrow window both are folded until they are asked for. */
const isNarrow = useMediaQuery('(max-width: 900px)')
const isStepFolded = ref(isNarrow.value)
const isStackFolded = ref(isNarrow.value)
watch(isNarrow, narrow => {
  isStepFolded.value = isStackFolded.value = narrow
})
/** In a small window they lie over the sheet: one at a time. */
const isSmall = useMediaQuery('(max-width: 640px)')
watch(isStepFolded, folded => {
  if (isSmall.value && !folded) isStackFolded.value = true
})
watch(isStackFolded, folded => {
  if (isSmall.value && !folded) isStepFolded.value = true
})
// What is in hand is seen: in a small window the stack, where it came in, lies over it.
watch(inHand.parts.picture, held => {
  if (held && isSmall.value) isStackFolded.value = true
})
const isLeftHanded = useLeftHanded()

useShortcuts({
  hand: inHand.hand,
  inHand,
  looking,
  view: surface,
  canDraw: () => !isReadOnly.value,
  lookAtStep: () => void lesson.lookAtStep(),
  toggleGhost,
  openHelp: () => {
    isHelpOpen.value = true
  },
})
/** Of a picture from the clipboard it is asked what becomes of it. */
useEventListener(window, 'paste', (event: ClipboardEvent) => {
  const files = [...(event.clipboardData?.files ?? [])]
  if (files.length && !isInCard(event.target)) bringing.offer(files)
})

/** What is pasted into a card or a field is for that one; into the card that asks for pictures it is a picture. */
const isInCard = (target: EventTarget | null) =>
  target instanceof Element && target.closest('[role=dialog]') !== null && !bringing.isOpen.value

const open = (mode: OpenMode) => void easel.open(mode)
onMounted(() => {
  // Read by the bench: how long strokes take from the pointer to the screen.
  Object.assign(window, { littleEaselTimings: () => drawing.host.timings() })
  const { mode } = route.query
  open(mode === 'take-over' || mode === 'look' ? mode : 'draw')
})
/** What is in hand is settled; about what only its owner can decide, it is asked. */
onBeforeRouteLeave(async () => {
  await inHand.settleAll()
  const { crop } = inHand
  if (
    crop.isOpen.value &&
    window.confirm('A crop is in hand. Crop the sheet before you leave? Otherwise it stays as it is.')
  )
    await crop.settle()
})
onBeforeUnmount(() => void easel.close().then(() => outbox.send()))
</script>

<template>
  <ClosedSheet v-if="closed" @open="open" />
  <OpeningSheet v-else-if="!plan" />
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
    <EaselMiddle
      class="middle"
      :in-front-of="inFrontOf"
      @help="isHelpOpen = true"
      @sheet="isSheetOpen = true"
      @picture="isPictureOpen = true"
    />
    <div class="right">
      <button v-if="isStackFolded" class="unfold" aria-label="Unfold the stack" @click="isStackFolded = false">
        stack
      </button>
      <template v-else>
        <LayerStack @sheet="isSheetOpen = true" />
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
    <BringInDialog />
    <CutDialog />
    <PictureSizeDialog />
    <PaperDialog />
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
/* A small window: what is beside the sheet opens over it, and leaves the other one's edge to be touched. */
@media (max-width: 640px) {
  .easel,
  .easel.stackFolded {
    position: relative;
    grid-template-columns: 48px minmax(0, 1fr) 40px;
  }
  .easel.leftHanded,
  .easel.leftHanded.stackFolded {
    grid-template-columns: 40px minmax(0, 1fr) 48px;
  }
  .left:not(.folded),
  .easel:not(.stackFolded) .right {
    position: absolute;
    grid-area: 1 / 1 / 2 / -1;
    inset: 0 auto 0 0;
    width: min(100% - 48px, 340px);
    z-index: 3;
    box-shadow: 0 0 24px rgb(0 0 0 / 30%);
  }
  .easel:not(.leftHanded):not(.stackFolded) .right,
  .easel.leftHanded .left:not(.folded) {
    inset: 0 0 0 auto;
  }
}
/* Held upright there is room for three shelves: tools, the one in hand, colours. */
@media (max-width: 640px) and (min-height: 600px) {
  .ledge,
  .leftHanded .ledge {
    grid-template-columns: minmax(0, 1fr);
    overflow-x: visible;
  }
  .ledge > * {
    height: auto;
    max-width: 100vw;
    overflow-x: auto;
  }
  .ledge > :first-child {
    height: 96px;
    overflow: visible;
  }
  .ledge > :nth-child(2),
  .leftHanded .ledge > :nth-child(n) {
    order: 0;
    padding: 2px 12px;
  }
}
</style>
