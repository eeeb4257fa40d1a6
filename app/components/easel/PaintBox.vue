<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { colourName } from '#core/colour'
import { useComfort } from '../../stores/comfort'
import { cssColour, isSame, useHand, type Colour } from '../../stores/hand'

/** The colours: the plan's wells in their tin, own wells, the colour in hand, the ones before, and what mixes them. */
const hand = useHand()
const isOpen = ref(false)
const store = useComfort()
/** Colours say their names, and have a pattern each. */
const isTold = computed(() => store.comfort.tellsColours)

function open(next: boolean): void {
  // The colour before mixing is kept one touch away.
  if (next) hand.keepColour()
  isOpen.value = next
}
const isAtPalettes = ref(false)
function openPalettes(): void {
  isAtPalettes.value = true
  open(false)
}
const inHand = (colour: Colour) => isSame(colour, hand.colour)

/** More wells than this lie in three rows. */
const MANY = 8
</script>

<template>
  <div class="box" role="group" aria-label="Paint box">
    <OwnPalettes v-model="isAtPalettes" />
    <div class="left">
      <v-menu
        :model-value="isOpen"
        location="top"
        :close-on-content-click="false"
        :offset="14"
        @update:model-value="open"
      >
        <template #activator="{ props: opens }">
          <button
            v-bind="opens"
            aria-haspopup="dialog"
            class="hand"
            :style="{ background: cssColour(hand.colour) }"
            :aria-label="`Colour in hand: ${colourName(hand.colour)}. Opens the mixer.`"
            :title="`${colourName(hand.colour)}. Touch it to mix another.`"
          >
            <ColourPattern v-if="isTold" :colour="hand.colour" is-named />
          </button>
        </template>
        <MixerCard v-if="isOpen" @palettes="openPalettes" />
      </v-menu>
    </div>
    <TakeColour />
    <div class="tin" :class="{ many: hand.wells.length > MANY }">
      <button
        v-for="well in hand.wells"
        :key="well.name"
        class="well"
        :class="{ chosen: inHand(well.colour) }"
        :aria-label="`Well: ${well.name}`"
        :title="`${well.name}: ${colourName(well.colour)}`"
        :aria-pressed="inHand(well.colour)"
        @click="hand.pick([...well.colour])"
      >
        <span :style="{ background: cssColour(well.colour) }" /><ColourPattern v-if="isTold" :colour="well.colour" />
      </button>
    </div>
    <div
      v-if="hand.ladder.length"
      class="rungs"
      :style="{ '--columns': Math.ceil((hand.ladder.length + 1) / 2) }"
      role="group"
      aria-label="Shade ladder, dark to light"
    >
      <button
        v-for="(rung, i) in hand.ladder"
        :key="i"
        :class="{ chosen: inHand(rung) }"
        :style="{ background: cssColour(rung) }"
        :aria-label="`Shade ${i + 1}: ${colourName(rung)}`"
        :title="`Shade ${i + 1}: ${colourName(rung)}`"
        :aria-pressed="inHand(rung)"
        @click="hand.pick([...rung])"
      />
      <button class="away" aria-label="Put the ladder away" title="Put the ladder away" @click="hand.ladder = []">
        <v-icon :icon="mdiClose" size="16" />
      </button>
    </div>
    <div class="before" role="group" aria-label="Colours before">
      <button
        v-for="(colour, i) in hand.lastColours.slice(0, 4)"
        :key="i"
        :style="{ background: cssColour(colour) }"
        :aria-label="`${i === 0 ? 'The colour before' : `Colour ${i + 1} before`}: ${colourName(colour)}`"
        :title="colourName(colour)"
        @click="hand.pick([...colour])"
      />
    </div>
  </div>
</template>

<style scoped>
.box {
  display: flex;
  align-items: center;
  gap: 8px;
  height: 100%;
  padding: 0 12px 0 0;
  flex: none;
}
.hand {
  position: relative;
  width: 56px;
  height: 56px;
  border-radius: 47% 53% 44% 56% / 55% 46% 54% 45%;
  border: 3px solid #fffdf6;
  box-shadow: 0 2px 6px rgb(40 30 10 / 45%);
  flex: none;
  display: block;
}
.tin {
  display: grid;
  grid-auto-flow: column;
  grid-template-rows: repeat(2, 33px);
  gap: 5px;
  background: #e8e6e1;
  border: 2px solid #8f8b83;
  border-radius: 7px;
  padding: 5px;
  flex: none;
  box-shadow: inset 0 1px 4px rgb(0 0 0 / 28%);
}
/* A long palette must not push the tools off the ledge. */
.tin.many {
  grid-template-rows: repeat(3, 26px);
  gap: 2px;
  padding: 4px;
}
.many .well {
  width: 32px;
  height: 26px;
  padding: 2px;
}
.v-theme--lamp .tin {
  background: #8a877f;
}
.well {
  width: 40px;
  height: 33px;
  border-radius: 5px;
  padding: 3px;
  position: relative;
}
.well span {
  display: block;
  width: 100%;
  height: 100%;
  border-radius: 4px;
  box-shadow: inset 0 2px 4px rgb(0 0 0 / 32%);
}
.well.chosen {
  outline: 3px solid #2b4c8c;
  outline-offset: -1px;
}
/* Where the keys are is seen on the chosen one too. */
.well:focus-visible,
.rungs button:focus-visible {
  box-shadow:
    0 0 0 3px #fffdf6,
    0 0 0 6px #96590a;
  z-index: 1;
}
/* Shades side by side, without anything between them that would change how they look. */
.rungs {
  display: grid;
  grid-template: repeat(2, 35px) / repeat(var(--columns), 28px);
  border-radius: 6px;
  padding: 3px;
  background: #8f8b83;
}
.rungs .chosen {
  outline: 3px solid #2b4c8c;
  outline-offset: -3px;
  box-shadow: inset 0 0 0 4px #fffdf6;
}
.rungs .away {
  color: #fffdf6;
}
.before {
  display: grid;
  grid-template-columns: repeat(2, 20px);
  gap: 5px;
}
.before button {
  width: 20px;
  height: 32px;
  border-radius: 6px;
  border: 1.5px solid #fffdf6;
  box-shadow: 0 1px 3px rgb(0 0 0 / 35%);
}
/* For fingers: what does not fit is pushed along. */
@media (pointer: coarse) {
  .take {
    width: 44px;
  }
  .tin,
  .tin.many {
    grid-template-rows: repeat(2, 44px);
    gap: 4px;
    padding: 3px;
    max-width: 246px;
    overflow-x: auto;
    scrollbar-width: thin;
  }
  .well,
  .many .well {
    width: 44px;
    height: 44px;
    padding: 3px;
  }
  .rungs {
    grid-template: repeat(2, 44px) / repeat(var(--columns), 44px);
    max-width: 232px;
    overflow-x: auto;
  }
  .before {
    grid-template-columns: 44px;
  }
  .before button {
    width: 44px;
    height: 44px;
  }
  .before button:nth-child(n + 3) {
    display: none;
  }
}
</style>
