<script setup lang="ts">
import { BAND_FORMS, type BandForm } from '#core/bands'
import { colourName, GREATEST_RUNGS, LIGHTS, lightnessOf } from '#core/colour'
import { cssColour, isSame, useHand } from '../../stores/hand'

/** Ladder shading, in the order in which it is done. */
const ladderInHand = useBands()
const lighting = useLight()
const { shadow } = useInHand()
const { isOpen, isShown, form, rungs, lightName, base, ladder, trouble, borders, seams, watches, isLaid } = ladderInHand
const hand = useHand()
const isFolded = ref(false)
/** With one rung there is nothing to shade. */
const FEWEST = 2
const FORM_WORDS: Record<BandForm, string> = {
  cushion: 'Cushion',
  ball: 'Ball',
  cylinder: 'Cylinder, lengthwise',
  'lying-cylinder': 'Cylinder, crosswise',
}

const borderWords = computed(() => {
  if (!borders.value) return ''
  const { bands, whenClosed, gaps } = borders.value
  if (whenClosed < 2)
    return gaps.length ? 'The border is open: touch a ring to close it.' : 'There is no border on this layer yet.'
  const counted = `${bands} ${bands === 1 ? 'area' : 'areas'} can be poured${whenClosed === rungs.value ? '' : `; the ladder has ${rungs.value}`}.`
  return gaps.length
    ? `${counted} ${gaps.length === 1 ? 'One gap is' : `${gaps.length} gaps are`} open; with ${gaps.length === 1 ? 'it' : 'them'} closed there are ${whenClosed}. Touch a ring to close it.`
    : `${counted} All are closed.`
})
const seamWords = computed(() => {
  if (!seams.value) return ''
  const { count, strongest } = seams.value
  return count === 0
    ? 'No seam is left.'
    : `${count === 1 ? 'One seam is' : `${count} seams are`} left, the hardest with ${strongest.toFixed(1)} L* a px. Soften along ${count === 1 ? 'it' : 'them'}, not across.`
})
</script>

<template>
  <div
    v-if="isOpen && !lighting.isOpen.value && !shadow.shadow.value"
    class="card shading"
    role="group"
    aria-label="Ladder shading"
    @pointerdown.stop
  >
    <header>
      <strong>Ladder shading</strong>
      <span
        ><v-btn size="small" variant="text" :aria-expanded="!isFolded" @click="isFolded = !isFolded">{{
          isFolded ? 'Unfold' : 'Fold'
        }}</v-btn
        ><v-btn size="small" variant="text" @click="ladderInHand.close()">Done</v-btn></span
      >
    </header>
    <ol v-if="!isFolded" class="small">
      <li>
        <label
          >Taken for
          <select v-model="form" aria-label="The form">
            <option v-for="each in BAND_FORMS" :key="each" :value="each">{{ FORM_WORDS[each] }}</option>
          </select></label
        >
        <FineSlider v-model="rungs" label="Rungs" unit="" :min="FEWEST" :max="GREATEST_RUNGS" />
        <TroubleLine :trouble="trouble" />
        <p v-if="!trouble && rungs < 6" class="soft">More shades make a smoother form: six or more.</p>
      </li>
      <li>
        <div class="ladder" role="group" aria-label="The shades, dark to light">
          <button
            v-for="(rung, i) in ladder.rungs"
            :key="i"
            :style="{ background: cssColour(rung), color: lightnessOf(rung) > 55 ? '#22201d' : '#fffdf6' }"
            :class="{ held: isSame(rung, hand.colour) }"
            class="numbers"
            :aria-label="`Shade ${i + 1}: ${colourName(rung)}`"
            @click="hand.pick([...rung])"
          >
            {{ i + 1 }}
          </button>
        </div>
        <div class="row">
          <v-btn size="small" variant="outlined" :aria-pressed="isLaid" @click="ladderInHand.layLadder(!isLaid)">{{
            isLaid ? 'Put them away' : 'Into the paint box'
          }}</v-btn>
          <v-btn size="small" variant="text" @click="base = [...hand.colour]">Of my colour</v-btn>
        </div>
        <label
          >Light
          <select v-model="lightName">
            <option v-for="(_, name) in LIGHTS" :key="name">{{ name }}</option>
          </select></label
        >
      </li>
      <li>
        <div class="row">
          <v-btn size="small" variant="outlined" @click="ladderInHand.addLayer()">A layer for the bands</v-btn>
          <v-btn size="small" variant="text" :aria-pressed="isShown" @click="isShown = !isShown">{{
            isShown ? 'Hide borders' : 'Show borders'
          }}</v-btn>
        </div>
        <p class="soft">Draw over the faint borders, then fill the bands.</p>
      </li>
      <li>
        <v-btn
          size="small"
          :variant="watches === 'borders' ? 'flat' : 'outlined'"
          :color="watches === 'borders' ? 'primary' : undefined"
          :aria-pressed="watches === 'borders'"
          @click="ladderInHand.watchFor(watches === 'borders' ? null : 'borders')"
          >Show open borders</v-btn
        >
        <p v-if="borderWords" role="status">{{ borderWords }}</p>
      </li>
      <li>
        <v-btn
          size="small"
          :variant="watches === 'seams' ? 'flat' : 'outlined'"
          :color="watches === 'seams' ? 'primary' : undefined"
          :aria-pressed="watches === 'seams'"
          @click="ladderInHand.watchFor(watches === 'seams' ? null : 'seams')"
          >Show the seams left</v-btn
        >
        <p v-if="seamWords" role="status">{{ seamWords }}</p>
      </li>
    </ol>
    <p v-else-if="borderWords || seamWords" class="small" role="status">{{ borderWords || seamWords }}</p>
  </div>
</template>

<style scoped>
.shading {
  position: absolute;
  right: 12px;
  top: 12px;
  width: 300px;
  max-width: calc(100% - 24px);
  max-height: calc(100% - 24px);
  overflow: auto;
  padding: 8px 12px;
  cursor: default;
  box-shadow: 0 4px 16px rgb(0 0 0 / 18%);
}
.shading :deep(.v-slider__label) {
  width: 52px;
}
header {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 4px;
}
ol {
  margin: 4px 0 0;
  padding: 0 0 0 20px;
  display: grid;
  gap: 8px;
}
li::marker {
  font-weight: 600;
  color: var(--blue);
}
select {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 3px 6px;
  min-height: 32px;
  background: var(--paper);
  color: var(--ink);
}
.ladder {
  display: flex;
  gap: 1px;
  margin-bottom: 4px;
}
.ladder button {
  flex: 1;
  height: 34px;
  border-radius: 3px;
  font-size: 0.72rem;
}
.ladder .held {
  outline: 3px solid var(--blue);
  outline-offset: -3px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
p {
  margin: 3px 0 0;
  line-height: 1.35;
}
</style>
