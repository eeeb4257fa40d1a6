<script setup lang="ts">
/* eslint-disable max-lines -- one form and its preview; what they do lies in useNewMural */
import { mdiClose, mdiImageOutline, mdiPlus } from '@mdi/js'
import { MOST_PANELS, panelName } from '#core/mural'
import { hexOf } from '../../sheet/hex'
import { cssColour } from '../../stores/hand'
import { MOST_WELLS } from '../../composables/mural/useNewMural'

/** Lays a mural out: what it is cut from, how, and what all share. */
definePageMeta({ who: 'teacher' })
const classId = Number(useRoute().query.class)
const {
  title,
  words,
  columns,
  rows,
  side,
  bleed,
  isUnder,
  isPicked,
  hasGround,
  groundPercent,
  hasUnit,
  unit,
  unitWords,
  palette,
  picture,
  file,
  choose,
  takeAway,
  fromPicture,
  setColour,
  grid,
  laid,
  whole,
  ground,
  hasVanishing,
  away,
  vanishing,
  putAway,
  nudgeAway,
  why,
  isGoodUnit,
  make,
  busy,
} = useNewMural(classId)
</script>

<template>
  <div class="page wide">
    <NuxtLink :to="`/register/${classId}`" class="small">Back to the register</NuxtLink>
    <PageHeading title="A new mural" />
    <p class="soft">
      One picture, cut into panels: everyone draws one, on a sheet of its own, with the same colours and at the same
      scale.
    </p>
    <form class="columns" novalidate @submit.prevent="make">
      <div class="fields">
        <label class="field"
          >Title <input v-model="title" maxlength="70" placeholder="The harbour at low tide"
        /></label>
        <label class="field"
          >What all should know
          <textarea
            v-model="words"
            rows="3"
            maxlength="1500"
            placeholder="What it shows, how lines and colours are done"
          />
        </label>
        <fieldset>
          <legend>Cut from</legend>
          <input
            ref="file"
            type="file"
            accept="image/*"
            class="hidden"
            aria-label="The picture that the mural is cut from"
            @change="
              choose(($event.target as HTMLInputElement).files?.[0])
              ;($event.target as HTMLInputElement).value = ''
            "
          />
          <div class="row">
            <v-btn size="small" variant="outlined" :prepend-icon="mdiImageOutline" @click="file?.click()">{{
              picture ? 'Another picture' : 'A picture or sketch'
            }}</v-btn>
            <v-btn v-if="picture" size="small" variant="text" @click="takeAway">A bare grid instead</v-btn>
            <span v-else class="small soft">or a bare grid, as it is now</span>
          </div>
          <div v-if="picture" class="row small" role="radiogroup" aria-label="Where learners see it">
            <label
              ><input v-model="isUnder" type="radio" :value="true" name="where" /> under their sheet, faintly</label
            >
            <label><input v-model="isUnder" type="radio" :value="false" name="where" /> beside it</label>
          </div>
        </fieldset>
        <fieldset class="numbers">
          <legend>Panels</legend>
          <div class="row">
            <label>across <input v-model.number="columns" type="number" min="1" max="40" /></label>
            <label>down <input v-model.number="rows" type="number" min="1" max="40" /></label>
            <label>longer side <input v-model.number="side" type="number" min="100" max="4000" step="50" /> px</label>
            <label title="Drawn beyond each edge, and cut off in the end"
              >bleed <input v-model.number="bleed" type="number" min="0" max="400" step="5" /> px</label
            >
          </div>
          <p class="small soft">
            {{
              laid.panels
                ? `${laid.panels.length} panels of ${grid.width} × ${grid.height} px; the whole has ${whole.width} × ${whole.height} px.`
                : ''
            }}
          </p>
          <div class="row small" role="radiogroup" aria-label="Who says who draws what">
            <label><input v-model="isPicked" type="radio" :value="true" name="picked" /> learners pick theirs</label>
            <label><input v-model="isPicked" type="radio" :value="false" name="picked" /> you give them</label>
          </div>
        </fieldset>
        <fieldset>
          <legend>The same for all</legend>
          <div class="row small">
            <label><input v-model="hasGround" type="checkbox" /> a ground line</label>
            <label v-if="hasGround"
              ><input
                v-model.number="groundPercent"
                type="range"
                min="0"
                max="100"
                aria-label="Height of the ground line, % from the bottom"
              />
              {{ ' ' }}
              <span class="numbers">{{ groundPercent }} % from the bottom</span></label
            >
          </div>
          <div class="row small">
            <label><input v-model="hasUnit" type="checkbox" /> squares for the scale</label>
            <template v-if="hasUnit">
              <label
                >of
                <input
                  v-model.number="unit"
                  type="number"
                  min="4"
                  max="10000"
                  step="10"
                  aria-label="Side of a square, px"
                />
                px</label
              >
              <label
                >one is
                <input
                  v-model="unitWords"
                  maxlength="60"
                  placeholder="a grown person"
                  aria-label="What one square stands for"
                  class="words"
              /></label>
            </template>
          </div>
          <div class="row small">
            <label><input v-model="hasVanishing" type="checkbox" /> a vanishing point</label>
            <template v-if="hasVanishing"
              ><button
                type="button"
                class="place numbers"
                aria-label="The vanishing point: arrow keys move it"
                @keydown="nudgeAway"
              >
                {{ Math.round(100 * away.x) }} % across, {{ Math.round(100 * away.y) }} % down</button
              ><span class="soft">put it by a click on the picture</span></template
            >
          </div>
          <div class="wells" role="group" aria-label="The palette">
            <span v-for="(well, i) in palette" :key="i" class="well">
              <input
                type="color"
                :value="hexOf(well.colour)"
                :aria-label="`Colour ${i + 1}: ${well.name}`"
                @change="setColour(i, ($event.target as HTMLInputElement).value)"
              />
              <button
                type="button"
                :aria-label="`Take ${well.name} out`"
                :title="`Take ${well.name} out`"
                @click="palette = palette.filter((_, k) => k !== i)"
              >
                <v-icon :icon="mdiClose" size="13" />
              </button>
            </span>
            <v-btn
              v-if="palette.length < MOST_WELLS"
              :icon="mdiPlus"
              size="x-small"
              variant="outlined"
              aria-label="One more colour"
              @click="palette = [...palette, { name: 'grey', colour: [128, 128, 128] }]"
            />
            <v-btn v-if="picture" size="small" variant="text" @click="fromPicture">From the picture</v-btn>
          </div>
        </fieldset>
        <div class="row">
          <v-btn color="primary" type="submit" :disabled="why !== null" :loading="busy !== null">Lay it out</v-btn>
          <span v-if="why" class="small" :role="laid.why ? 'alert' : undefined">{{ why }}</span>
        </div>
      </div>
      <figure class="preview" aria-label="How it is cut">
        <div
          v-if="laid.panels"
          class="whole"
          :style="{
            aspectRatio: `${whole.width} / ${whole.height}`,
            gridTemplateColumns: `repeat(${grid.columns}, 1fr)`,
            backgroundImage: picture ? `url(${picture.url})` : undefined,
          }"
          @pointerdown="putAway"
        >
          <span v-for="panel in laid.panels" :key="panelName(panel)" class="cell small">{{
            laid.panels.length <= MOST_PANELS ? panelName(panel) : ''
          }}</span>
          <span v-if="ground !== null" class="ground" :style="{ top: `${(100 * ground) / whole.height}%` }" />
          <svg v-if="vanishing" class="away" :viewBox="`0 0 ${whole.width} ${whole.height}`" aria-hidden="true">
            <line
              v-for="i in 16"
              :key="i"
              :x1="vanishing.x"
              :y1="vanishing.y"
              :x2="vanishing.x + 2 * whole.width * Math.cos((Math.PI * i) / 8)"
              :y2="vanishing.y + 2 * whole.width * Math.sin((Math.PI * i) / 8)"
              vector-effect="non-scaling-stroke"
            />
          </svg>
          <svg
            v-if="hasUnit && isGoodUnit"
            class="scale"
            :viewBox="`0 0 ${whole.width} ${whole.height}`"
            aria-hidden="true"
          >
            <defs>
              <pattern id="scale" :width="unit" :height="unit" patternUnits="userSpaceOnUse">
                <path
                  :d="`M${unit} 0H0V${unit}`"
                  fill="none"
                  stroke="currentColor"
                  vector-effect="non-scaling-stroke"
                />
              </pattern>
            </defs>
            <rect width="100%" height="100%" fill="url(#scale)" />
          </svg>
        </div>
        <div class="colours">
          <span
            v-for="(well, i) in palette"
            :key="i"
            :style="{ background: cssColour(well.colour) }"
            :title="well.name"
          />
        </div>
      </figure>
    </form>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 28px;
  align-items: start;
}
.fields {
  display: grid;
  gap: 14px;
}
.field {
  display: grid;
  gap: 4px;
}
fieldset {
  border: 1px solid var(--line);
  border-radius: 8px;
  padding: 8px 14px 12px;
  display: grid;
  gap: 8px;
}
legend {
  padding: 0 6px;
  font-weight: 520;
}
.row {
  display: flex;
  gap: 14px;
  align-items: center;
  flex-wrap: wrap;
}
.row label {
  display: flex;
  gap: 7px;
  align-items: center;
  min-height: 34px;
}
input:not([type]),
input[type='number'],
textarea {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 7px 10px;
  background: var(--paper);
  color: var(--ink);
}
input[type='number'] {
  width: 84px;
}
.words {
  width: 170px;
}
.hidden {
  position: absolute;
  opacity: 0;
  width: 1px;
  height: 1px;
  pointer-events: none;
}
.wells {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
  align-items: center;
}
.well {
  display: flex;
  align-items: center;
}
.well input {
  width: 40px;
  height: 36px;
  padding: 2px;
  border: 1px solid var(--line);
  border-radius: 6px;
  background: var(--paper);
}
.well button {
  width: 26px;
  height: 36px;
  display: grid;
  place-items: center;
  color: var(--ink-soft);
}
.preview {
  position: sticky;
  top: 12px;
  margin: 0;
}
.whole {
  position: relative;
  display: grid;
  background: #fff center / cover no-repeat;
  box-shadow: 0 2px 10px rgb(0 0 0 / 16%);
  width: 100%;
  max-height: 76vh;
}
.cell {
  border: 1px solid rgb(0 0 0 / 55%);
  box-shadow: inset 0 0 0 1px rgb(255 255 255 / 60%);
  color: #222;
  padding: 1px 5px;
  text-shadow:
    0 0 3px #fff,
    0 0 3px #fff;
  font-size: 0.75rem;
}
.ground {
  position: absolute;
  left: 0;
  right: 0;
  border-top: 2px dashed var(--ochre);
}
.away {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  overflow: hidden;
  pointer-events: none;
}
.away line {
  stroke: var(--ochre);
  stroke-opacity: 0.7;
}
.place {
  min-height: 34px;
  padding: 0 8px;
  border: 1px solid var(--line);
  border-radius: 6px;
  background: var(--paper);
}
.scale {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  color: rgb(30 80 120 / 35%);
  pointer-events: none;
}
.colours {
  display: flex;
  height: 18px;
  margin-top: 8px;
  border-radius: 4px;
  overflow: hidden;
}
.colours span {
  flex: 1;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  .preview {
    position: static;
  }
}
</style>
