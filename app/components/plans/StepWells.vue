<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { namedApart, type Well } from '#core/colour'
import { MOST_WELLS, type Plan, type Step } from '#core/plan'
import { hexOf } from '../../sheet/hex'

/** The plan's palette, and the well that is lifted when the step opens. */
const editor = usePlanEditor()
const { plan, step } = editor
const valueOf = (event: Event) => (event.target as HTMLInputElement).value

function setWell(place: number, set: Partial<Plan['palette'][number]>): void {
  editor.set(
    { palette: plan.value!.palette.map((each, i) => (i === place ? { ...each, ...set } : each)) },
    `well-${place}`,
  )
}
function setColour(place: number, event: Event): void {
  const value = valueOf(event)
  setWell(place, { colour: [1, 3, 5].map(i => Number.parseInt(value.slice(i, i + 2), 16)) as [number, number, number] })
}
const isAtPalettes = ref(false)
/** Those that it has already are not laid out twice. */
function takeWells(wells: readonly Well[]): void {
  const { palette } = plan.value!
  const fresh = wells.filter(({ colour }) => !palette.some(each => each.colour.join() === colour.join()))
  const all = namedApart([...palette, ...fresh]).slice(0, MOST_WELLS)
  editor.set({ palette: all.map(({ name, colour: [r, g, b] }) => ({ name, colour: [r, g, b] })) })
}
function removeWell(place: number): void {
  // Wells are named by their place: those behind it move up.
  const steps = plan.value!.steps.map((each): Step => ({
    ...each,
    well: each.well > place ? each.well - 1 : each.well === place ? 0 : each.well,
  }))
  editor.set({ palette: plan.value!.palette.toSpliced(place, 1), steps })
}
</script>

<template>
  <section aria-label="Wells">
    <h3>Wells</h3>
    <p class="small soft">One palette for the whole plan. The marked one is lifted when this step opens.</p>
    <ul class="wells">
      <li v-for="(well, i) in plan!.palette" :key="i">
        <label class="lift" :title="`Lifted at this step`"
          ><input
            type="radio"
            name="well"
            :checked="step!.well === i"
            :aria-label="`Lift ${well.name}`"
            @change="editor.setStep({ well: i })"
        /></label>
        <input
          type="color"
          :value="hexOf(well.colour)"
          :aria-label="`Colour of ${well.name}`"
          @change="setColour(i, $event)"
        />
        <input
          :value="well.name"
          maxlength="40"
          :aria-label="`Name of well ${i + 1}`"
          @change="valueOf($event).trim() && setWell(i, { name: valueOf($event).trim() })"
        />
        <v-btn
          :icon="mdiClose"
          size="x-small"
          variant="text"
          :disabled="plan!.palette.length === 1"
          :aria-label="`Empty the well ${well.name}`"
          @click="removeWell(i)"
        />
      </li>
    </ul>
    <v-btn
      v-if="plan!.palette.length < MOST_WELLS"
      size="small"
      variant="text"
      @click="
        editor.set({
          palette: [...plan!.palette, { name: `well ${plan!.palette.length + 1}`, colour: [180, 170, 150] }],
        })
      "
      >Another well</v-btn
    >
    <v-btn size="small" variant="text" aria-haspopup="dialog" @click="isAtPalettes = true">Palettes …</v-btn>
    <PalettesDialog
      v-model="isAtPalettes"
      :sources="[{ name: 'the plan’s wells', title: plan!.title, wells: () => plan!.palette }]"
      :into="{ name: 'the plan’s wells', room: MOST_WELLS - plan!.palette.length }"
      @take="takeWells"
    />
  </section>
</template>

<style scoped>
h3 {
  margin: 0 0 6px;
}
ul {
  list-style: none;
  padding: 0;
  margin: 0;
}
.wells li {
  display: grid;
  grid-template-columns: auto auto minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  min-height: 38px;
}
.wells input[type='color'] {
  width: 40px;
  height: 30px;
  padding: 0;
  border: 1px solid var(--line);
  border-radius: 6px;
  background: none;
}
.lift {
  display: grid;
  place-items: center;
  width: 24px;
}
</style>
