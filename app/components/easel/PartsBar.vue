<script setup lang="ts">
import type { Choice } from '#core/select'
import { LETTERING_FONTS, type LetteringFont } from '../../sheet/fonts'

/** What can be done with the part that is chosen or in hand, and the settings of how parts are chosen. */
const { parts, letters, crop, copyLayer, choosePart } = useInHand()
const { isReadOnly, sheet } = useDrawing()

const { mode, isSelected, choice, soften, colour, held, bend } = parts
const { writing, isReady, text, font, size, isSolid } = letters

const CHOICES: [Choice, string][] = [
  ['new', 'anew'],
  ['add', 'add'],
  ['subtract', 'take away'],
  ['keep', 'only both'],
]
const HINTS: Partial<Record<NonNullable<typeof mode.value>, string>> = {
  box: 'Draw a box.',
  lasso: 'Draw round it.',
  corners: 'Touch corner after corner; the first one or Enter closes.',
  colour: 'Touch a colour.',
}
const isChoosing = computed(() => mode.value !== null && mode.value in HINTS)
const isWriting = computed(() => writing.value !== null || isReady.value)
const words = ref<HTMLTextAreaElement>()
watch(
  () => writing.value?.is === 'text',
  async isText => {
    await nextTick()
    if (isText) words.value?.focus()
  },
)
</script>

<template>
  <div
    v-if="!isReadOnly && !crop.isOpen.value && (isSelected || mode || isWriting)"
    class="strip card lies-below"
    role="group"
    aria-label="The part"
    @pointerdown.stop
    @wheel.stop
  >
    <template v-if="isWriting">
      <template v-if="writing?.is !== 'signature'">
        <textarea
          v-if="writing"
          ref="words"
          v-model="text"
          rows="1"
          maxlength="400"
          placeholder="Write here"
          aria-label="The words"
          @keydown.esc.stop="letters.discard()"
        />
        <span v-else class="small">Touch the sheet where the words shall stand.</span>
        <div class="fonts" role="radiogroup" aria-label="Letters">
          <button
            v-for="(each, key) in LETTERING_FONTS"
            :key="key"
            class="choice small"
            role="radio"
            :aria-checked="font === key"
            @click="font = key as LetteringFont"
          >
            {{ each.name }}
          </button>
        </div>
        <label class="small"
          >high <input v-model.number="size" class="number" type="number" min="8" max="2000" /> px</label
        >
        <label class="small" title="Otherwise they are as faint as the tool’s strength"
          ><input v-model="isSolid" type="checkbox" /> solid</label
        >
      </template>
      <span v-else class="small">Drag it to its place; it has the colour in hand.</span>
      <template v-if="writing">
        <v-btn color="primary" size="small" @click="letters.settle()">Settle</v-btn>
        <v-btn variant="text" size="small" @click="letters.discard()">Take away</v-btn>
      </template>
      <v-btn v-else variant="text" size="small" @click="letters.choose(false)">Done</v-btn>
    </template>

    <PartHeld v-else-if="held" />

    <template v-else-if="mode === 'bend'">
      <strong class="small">{{ { push: 'Push', swell: 'Swell', pinch: 'Pinch' }[bend.how] }}</strong>
      <FineSlider
        :model-value="bend.size"
        label="Size"
        unit="px"
        :min="8"
        :max="600"
        class="slide"
        @update:model-value="bend = { ...bend, size: $event }"
      />
      <FineSlider
        :model-value="bend.strength"
        label="Strength"
        :min="1"
        class="slide"
        @update:model-value="bend = { ...bend, strength: $event }"
      />
      <v-btn variant="text" size="small" @click="choosePart(null)">Done</v-btn>
    </template>

    <template v-else>
      <template v-if="isChoosing">
        <span class="small hint">{{ HINTS[mode!] }}</span>
        <BoxByNumbers v-if="mode === 'box'" title="A box" act="Choose it" :sheet="sheet" @choose="parts.selectBox" />
        <div class="fonts" role="radiogroup" aria-label="With what is chosen already">
          <button
            v-for="[key, name] in CHOICES"
            :key="key"
            class="choice small"
            role="radio"
            :aria-checked="choice === key"
            @click="choice = key"
          >
            {{ name }}
          </button>
        </div>
        <label v-if="mode === 'colour'" class="small"
          >tolerance <input v-model.number="colour.tolerance" class="number" type="number" min="0" max="255"
        /></label>
        <label v-if="mode === 'colour'" class="small"><input v-model="colour.isJoined" type="checkbox" /> joined</label>
        <label class="small"
          >soft edge <input v-model.number="soften" class="number" type="number" min="0" max="100" /> px</label
        >
      </template>
      <template v-if="isSelected">
        <span v-if="isChoosing" class="bar" />
        <v-btn color="primary" size="small" @click="choosePart('move')">Move</v-btn>
        <v-btn variant="text" size="small" @click="copyLayer()">Copy to a layer</v-btn>
        <v-btn variant="text" size="small" @click="parts.clearInside()">Clear inside</v-btn>
        <v-btn variant="text" size="small" @click="parts.invert()">Invert</v-btn>
        <v-btn v-if="!isChoosing" variant="text" size="small" @click="parts.softenNow(8)">Soften</v-btn>
        <v-btn variant="text" size="small" @click="parts.selectNone()">Select nothing</v-btn>
      </template>
      <v-btn v-if="isChoosing" variant="text" size="small" @click="choosePart(null)">Done</v-btn>
    </template>
  </div>
</template>

<style scoped>
.strip {
  gap: 4px 10px;
}
.number {
  width: 62px;
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 3px 6px;
}
.fonts {
  display: inline-flex;
  border: 1px solid var(--line);
  border-radius: 8px;
  overflow: hidden;
}
.choice {
  min-height: 36px;
  padding: 2px 8px;
  white-space: nowrap;
}
.choice + .choice {
  border-left: 1px solid var(--line);
}
.choice[aria-checked='true'] {
  background: var(--paper-shade);
  font-weight: 600;
  box-shadow: inset 0 -3px 0 var(--blue);
}
.choice:disabled {
  opacity: 0.45;
}
.slide {
  width: 210px;
}
.hint {
  color: var(--ink-soft);
}
.bar {
  width: 1px;
  height: 26px;
  background: var(--line);
}
textarea {
  width: 170px;
  min-height: 38px;
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 5px 9px;
  resize: vertical;
  background: var(--paper);
  color: var(--ink);
}
</style>
