<script setup lang="ts">
import { MOST_SPECKS, MOST_THICKER } from '#core/paper'
import { PAPER_WORDS } from '../../sheet/paper-words'
import { cssColour, useHand } from '../../stores/hand'

/** A photographed drawing becomes paint: its sheet's corners first, then what of it is kept. */
const { fromPaper, nth } = useBringIn()
const { table, corners, isOpen, isCrossed, page, isBusy, how, share } = fromPaper
const hand = useHand()
const isMaking = computed(() => share.value !== null)
const hasMarks = computed(() => how.value.keeps !== 'page' && how.value.keeps !== 'photograph')
const hasInk = computed(() => how.value.keeps === 'dark' || how.value.keeps === 'marks')
const isFine = ref(false)
const title = computed(() => (page.value ? 'From paper: what is kept' : 'From paper: its corners'))
</script>

<template>
  <CardDialog v-model="isOpen" :title="title" :width="1040">
    <div v-if="table" class="table">
      <PaperSeen v-if="page" class="large seen" />
      <PaperCorners v-else-if="corners" class="large" :table="table" :corners="corners" @drag="fromPaper.setCorner" />
      <div v-if="!page" class="side">
        <p v-if="table.isFound" class="small">
          The sheet of “{{ table.title }}” was found. Where a corner is off, pull it to where the paper ends.
        </p>
        <p v-else class="small">
          No sheet was found in “{{ table.title }}”. Pull the corners to where the paper ends, or take all of it.
        </p>
        <div class="line">
          <v-btn v-if="table.isFound" size="small" variant="outlined" @click="fromPaper.setFound()">As found</v-btn>
          <v-btn size="small" variant="outlined" @click="fromPaper.setWhole()">All of the picture</v-btn>
        </div>
        <p v-if="isCrossed" class="small" role="alert">
          These corners make no sheet. Pull them apart, one to each corner of the paper.
        </p>
        <p v-if="nth" class="small soft numbers">{{ nth.at }} of {{ nth.of }}</p>
      </div>
      <div v-else class="side">
        <div role="radiogroup" aria-label="What is kept" class="keeps">
          <button
            v-for="each in PAPER_WORDS"
            :key="each.keeps"
            class="keep"
            role="radio"
            :aria-checked="how.keeps === each.keeps"
            :disabled="isMaking"
            @click="fromPaper.set({ keeps: each.keeps })"
          >
            <strong>{{ each.name }}</strong> <span class="small soft">{{ each.means }}</span>
          </button>
        </div>
        <template v-if="hasMarks">
          <FineSlider
            label="Dark enough"
            :min="2"
            :max="98"
            :model-value="how.strength"
            @update:model-value="fromPaper.set({ strength: $event })"
          />
          <FineSlider
            label="Thicker"
            unit="px"
            :min="-MOST_THICKER"
            :max="MOST_THICKER"
            :model-value="how.thicken"
            @update:model-value="fromPaper.set({ thicken: $event })"
          />
        </template>
        <label v-if="page.isRuled && how.keeps !== 'photograph'" class="small check"
          ><input
            type="checkbox"
            :checked="how.ruling"
            @change="fromPaper.set({ ruling: ($event.target as HTMLInputElement).checked })"
          />
          take the paper’s own lines out</label
        >
        <button v-if="hasMarks" class="small more" :aria-expanded="isFine" @click="isFine = !isFine">
          {{ isFine ? 'Less' : 'More: edges, dust, ink' }}
        </button>
        <template v-if="hasMarks && isFine">
          <FineSlider
            label="Soft edges"
            :model-value="how.soft"
            @update:model-value="fromPaper.set({ soft: $event })"
          />
          <FineSlider
            label="Dust up to"
            unit="px²"
            :max="MOST_SPECKS"
            :model-value="how.specks"
            @update:model-value="fromPaper.set({ specks: $event })"
          />
          <div v-if="hasInk" class="small ink">
            <i class="drop" :style="{ background: cssColour(how.ink) }" />ink
            <v-btn size="small" variant="outlined" @click="fromPaper.set({ ink: [...hand.colour] })"
              >Take the colour in hand</v-btn
            >
          </div>
        </template>
        <p class="small soft numbers">{{ page.size.width }} × {{ page.size.height }} px</p>
        <v-progress-linear
          :active="isMaking"
          :model-value="100 * (share ?? 0)"
          height="5"
          color="primary"
          aria-label="How far it is made"
        />
      </div>
    </div>
    <template #actions>
      <template v-if="page">
        <v-btn color="primary" :loading="isMaking" @click="fromPaper.finish()">Onto the sheet</v-btn>
        <v-btn v-if="isMaking" variant="outlined" @click="fromPaper.stop()">Stop</v-btn>
        <v-btn v-else variant="outlined" @click="fromPaper.back()">Back to its corners</v-btn>
      </template>
      <v-btn v-else color="primary" :loading="isBusy" @click="fromPaper.straighten()">Straighten it</v-btn>
    </template>
    <template #leave>Leave it out</template>
  </CardDialog>
</template>

<style scoped>
.table {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 320px;
  gap: 16px;
}
.large {
  height: min(62vh, 640px);
}
.side {
  display: grid;
  gap: 10px;
  align-content: start;
  max-height: min(62vh, 640px);
  overflow: auto;
  padding: 3px;
}
.side p {
  margin: 0;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.keeps {
  display: grid;
  gap: 4px;
}
.keep {
  display: grid;
  gap: 0;
  padding: 5px 10px;
  min-height: 44px;
  text-align: left;
  border: 1px solid var(--line);
  border-radius: 8px;
}
.keep[aria-checked='true'] {
  border-color: var(--blue);
  background: var(--paper-shade);
  box-shadow: inset 4px 0 0 var(--blue);
}
.side :deep(.v-slider__label) {
  width: 96px;
}
.check,
.ink {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 36px;
}
.drop {
  width: 22px;
  height: 22px;
  border-radius: 50%;
  border: 1.5px solid #8f8b83;
}
.more {
  justify-self: start;
  min-height: 36px;
  text-decoration: underline;
}
@media (max-width: 760px) {
  .table {
    grid-template-columns: minmax(0, 1fr);
  }
  .large {
    height: 42vh;
  }
  /* Whatever is set below, what becomes of it stays in sight. */
  .seen {
    position: sticky;
    top: -4px;
    z-index: 1;
    height: 28vh;
  }
  .side {
    max-height: none;
  }
}
</style>
