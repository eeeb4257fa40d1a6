<script setup lang="ts">
import {
  mdiArrowLeft,
  mdiFileCogOutline,
  mdiFitToScreenOutline,
  mdiHelpCircleOutline,
  mdiImageOutline,
  mdiTrayArrowDown,
  mdiMagnifyMinusOutline,
  mdiMagnifyPlusOutline,
  mdiRedoVariant,
  mdiUndoVariant,
} from '@mdi/js'

/** The strip above the sheet: where one is, undo and redo, zoom, and whether the work is kept. */
const props = defineProps<{ scale: number; turn: number; isMirrored: boolean }>()
const emit = defineEmits<{
  fit: []
  zoom: [scale: number]
  mirror: []
  turn: [turn: number]
  help: []
  sheet: []
  picture: []
}>()
const keys = useLetterKeys('easel')
const inHand = useInHand()
const references = useReferences()
const { liveName } = useStack()
const { plan, planId, purpose, history, isReadOnly } = useDrawing()
/** Where one came from. */
const back = computed(
  () =>
    (purpose.value === null
      ? ['/folio', 'Back to the folio']
      : purpose.value === 'lesson'
        ? ['/plans', 'Back to the Plan book']
        : [`/plans/${planId.value}`, 'Back to the plan']) as [string, string],
)
</script>

<template>
  <div class="frame">
    <header class="bar">
      <v-btn :icon="mdiArrowLeft" variant="text" size="small" :to="back[0]" :aria-label="back[1]" />
      <PageHeading class="title" :title="plan?.title ?? ''" />
      <span v-if="liveName" class="live small"
        >on <strong>{{ liveName }}</strong></span
      >
      <span class="grow" />
      <v-btn
        :icon="mdiUndoVariant"
        variant="text"
        size="small"
        :disabled="!history.canUndo || isReadOnly"
        aria-label="Undo (Ctrl Z)"
        @click="inHand.undo()"
      />
      <v-btn
        :icon="mdiRedoVariant"
        variant="text"
        size="small"
        :disabled="!history.canRedo || isReadOnly"
        aria-label="Redo (Ctrl Shift Z)"
        @click="inHand.redo()"
      />
      <span class="gap" />
      <v-btn
        :icon="mdiMagnifyMinusOutline"
        class="zoom"
        variant="text"
        size="small"
        aria-label="Smaller view"
        @click="emit('zoom', props.scale / 1.4)"
      />
      <button class="numbers percent" aria-label="Show at 100 per cent" @click="emit('zoom', 1)">
        {{ Math.round(scale * 100) }} %
      </button>
      <v-btn
        :icon="mdiMagnifyPlusOutline"
        class="zoom"
        variant="text"
        size="small"
        aria-label="Bigger view"
        @click="emit('zoom', props.scale * 1.4)"
      />
      <v-btn
        :icon="mdiFitToScreenOutline"
        variant="text"
        size="small"
        :aria-label="keys.withKey('Whole sheet', 'fit')"
        @click="emit('fit')"
      />
      <LookMenu :turn="turn" :is-mirrored="isMirrored" @mirror="emit('mirror')" @turn="emit('turn', $event)" />
      <GuidesMenu />
      <v-btn
        :icon="mdiImageOutline"
        variant="text"
        size="small"
        :color="references.isOpen.value || references.under.value ? 'primary' : undefined"
        aria-label="Reference pictures"
        title="Reference pictures"
        :aria-pressed="references.isOpen.value"
        @click="references.isOpen.value = !references.isOpen.value"
      />
      <v-btn
        :icon="mdiFileCogOutline"
        variant="text"
        size="small"
        aria-label="The sheet: paper, size, crop"
        title="The sheet: paper, size, crop"
        @click="emit('sheet')"
      />
      <v-btn
        :icon="mdiTrayArrowDown"
        variant="text"
        size="small"
        aria-label="Save a picture"
        title="Save a picture"
        @click="emit('picture')"
      />
      <span class="gap" />
      <SavingState />
      <LightSwitch class="lamp" />
      <v-btn
        :icon="mdiHelpCircleOutline"
        variant="text"
        size="small"
        :aria-label="keys.withKey('Keys and gestures', 'help')"
        @click="emit('help')"
      />
    </header>
  </div>
</template>

<style scoped>
.frame {
  container: bar / inline-size;
}
.bar {
  display: flex;
  align-items: center;
  gap: 2px;
  padding: 2px 10px 2px 6px;
  background: var(--paper);
  border-bottom: 1px solid var(--line);
  min-height: 48px;
  overflow-x: auto;
  scrollbar-width: thin;
}
.title {
  font-size: 1.08rem;
  margin: 0 10px 0 4px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  min-width: 0;
  flex: 0 2 auto;
}
.live {
  color: var(--ink-soft);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  flex: 0 3 auto;
  min-width: 40px;
  max-width: 180px;
}
.live strong {
  color: var(--ink);
}
.grow {
  flex: 1;
}
.gap {
  width: 4px;
}
.percent {
  min-width: 56px;
  text-align: center;
  font-size: 0.88rem;
  min-height: 36px;
}
@media (pointer: fine) {
  .bar :deep(.v-btn--icon.v-btn--size-small) {
    width: 35px;
    height: 35px;
  }
}
/* What is elsewhere as well gives way first: wheel, fingers and keys zoom, the stack shows the layer, every page has the lamp. */
@container bar (max-width: 690px) {
  .live,
  .zoom {
    display: none;
  }
}
@container bar (max-width: 600px) {
  /* The page has its heading all the same. */
  .title {
    position: absolute;
    width: 1px;
    height: 1px;
    margin: 0;
    clip-path: inset(50%);
  }
  .bar :deep(.saving .calm) {
    display: none;
  }
  .percent {
    min-width: 44px;
  }
}
@media (pointer: coarse) {
  @container bar (max-width: 620px) {
    .lamp {
      display: none;
    }
  }
}
</style>
