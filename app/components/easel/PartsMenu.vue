<script setup lang="ts">
import {
  mdiArrowAll,
  mdiArrowCollapseAll,
  mdiArrowExpandAll,
  mdiBoxCutter,
  mdiEyedropper,
  mdiFormatText,
  mdiGestureTapHold,
  mdiLasso,
  mdiLayersOutline,
  mdiSelectAll,
  mdiSignatureFreehand,
  mdiSquareOutline,
  mdiTransitConnectionVariant,
} from '@mdi/js'
import type { BendKind } from '#core/moving'
import type { PartMode } from '../../composables/easel/in-hand/parts'
import type { Half } from '../../sheet/mirror-half'

/** The knife and the glue: choosing parts of the sheet, moving and bending them, letters and a name. */
const emit = defineEmits<{ sign: [] }>()
const { parts, letters, choosePart, chooseLetters } = useInHand()
const isOpen = ref(false)
const isActive = computed(() => parts.mode.value !== null || letters.isReady.value || letters.writing.value !== null)

const MODES: [PartMode, string, string][] = [
  ['box', mdiSquareOutline, 'Box'],
  ['lasso', mdiLasso, 'Round it by hand'],
  ['corners', mdiTransitConnectionVariant, 'Corner by corner'],
  ['colour', mdiEyedropper, 'One colour'],
]
const BENDS: [BendKind, string, string][] = [
  ['push', mdiGestureTapHold, 'Push'],
  ['swell', mdiArrowExpandAll, 'Swell'],
  ['pinch', mdiArrowCollapseAll, 'Pinch'],
]
const HALVES: [Half, string][] = [
  ['left', 'left → right'],
  ['right', 'right → left'],
  ['top', 'top → bottom'],
  ['bottom', 'bottom → top'],
]

function run(act: () => unknown): void {
  isOpen.value = false
  act()
}
function bendWith(how: BendKind): void {
  parts.bend.value = { ...parts.bend.value, how }
  choosePart('bend')
}
</script>

<template>
  <v-menu v-model="isOpen" location="top" :offset="12" :close-on-content-click="false">
    <template #activator="{ props: opens }">
      <v-btn
        v-bind="opens"
        aria-haspopup="dialog"
        :icon="mdiBoxCutter"
        variant="text"
        class="knife"
        :color="isActive || parts.isSelected.value ? 'primary' : undefined"
        aria-label="Knife: choose parts, move and bend them, letters"
        title="Knife: choose parts, move and bend them, letters"
      />
    </template>
    <div class="card choices" role="dialog" aria-label="Parts">
      <section aria-label="Choose a part">
        <h3>Choose a part</h3>
        <button
          v-for="[mode, icon, name] in MODES"
          :key="mode"
          class="choice"
          :aria-pressed="parts.mode.value === mode"
          @click="run(() => choosePart(mode))"
        >
          <v-icon :icon="icon" size="21" />{{ name }}
        </button>
        <button class="choice" @click="run(() => parts.selectPaint())">
          <v-icon :icon="mdiLayersOutline" size="21" />The paint of this layer
        </button>
        <button class="choice" @click="run(() => parts.selectAll())">
          <v-icon :icon="mdiSelectAll" size="21" />Everything
        </button>
      </section>
      <section aria-label="Move and bend">
        <h3>Move and bend</h3>
        <button class="choice" :aria-pressed="parts.mode.value === 'move'" @click="run(() => choosePart('move'))">
          <v-icon :icon="mdiArrowAll" size="21" />Move, size, turn
        </button>
        <button
          v-for="[how, icon, name] in BENDS"
          :key="how"
          class="choice"
          :aria-pressed="parts.mode.value === 'bend' && parts.bend.value.how === how"
          @click="run(() => bendWith(how))"
        >
          <v-icon :icon="icon" size="21" />{{ name }}
        </button>
        <h3 class="next">Mirror one half</h3>
        <div class="halves">
          <button
            v-for="[half, name] in HALVES"
            :key="half"
            class="choice short"
            @click="run(() => parts.mirrorHalf(half))"
          >
            {{ name }}
          </button>
        </div>
        <h3 class="next">Write</h3>
        <div class="halves">
          <button class="choice short" :aria-pressed="letters.isReady.value" @click="run(() => chooseLetters(true))">
            <v-icon :icon="mdiFormatText" size="21" />Letters
          </button>
          <button class="choice short" @click="run(() => emit('sign'))">
            <v-icon :icon="mdiSignatureFreehand" size="21" />My name
          </button>
        </div>
      </section>
    </div>
  </v-menu>
</template>

<style scoped>
.knife {
  align-self: center;
  color: var(--on-ledge);
}
.choices {
  display: grid;
  grid-template-columns: 0.95fr 1.1fr;
  gap: 18px;
  width: 580px;
  max-width: 94vw;
  max-height: 76vh;
  overflow: auto;
  box-shadow: 0 10px 34px rgb(0 0 0 / 25%);
}
.choice {
  display: flex;
  align-items: center;
  gap: 12px;
  width: 100%;
  min-height: 42px;
  padding: 4px 10px;
  border-radius: 8px;
  border: 1px solid transparent;
  text-align: left;
}
.choice.short {
  min-height: 40px;
  border-color: var(--line);
  font-size: 0.92rem;
  gap: 6px;
}
.choice:hover {
  background: var(--paper-shade);
}
.choice[aria-pressed='true'] {
  border-color: var(--blue);
  font-weight: 560;
}
.next {
  margin-top: 12px;
}
.halves {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
  margin-top: 6px;
}
</style>
