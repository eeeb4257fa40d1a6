<script setup lang="ts">
import { PRINT_PER_INCH, SHEET_SIZES, type Unit } from '#core/drawing'

/** While the sheet is cropped: its ratio, or the size it is printed at. */
const { crop: cropping } = useInHand()
const { sheet } = useDrawing()
const { crop, print } = cropping
const RATIOS: [string, number | null][] = [
  ['free', null],
  ['as it is', -1],
  ['1 : 1', 1],
  ['4 : 3', 4 / 3],
  ['3 : 2', 3 / 2],
  ['16 : 9', 16 / 9],
]
const ratioOf = (ratio: number | null) => (ratio === -1 ? sheet.value.width / sheet.value.height : ratio)
const isChosen = (ratio: number | null) => !print.value && crop.value?.ratio === ratioOf(ratio)
const size = computed(() =>
  crop.value ? `${crop.value.box.x1 - crop.value.box.x0} × ${crop.value.box.y1 - crop.value.box.y0} px` : '',
)
const figures = computed(() => {
  if (!crop.value) return []
  const { x0, y0, x1, y1 } = crop.value.box
  return [
    { key: 'left', label: 'From the left', unit: 'px', value: x0 },
    { key: 'top', label: 'From the top', unit: 'px', value: y0 },
    { key: 'width', label: 'Wide', unit: 'px', value: x1 - x0 },
    { key: 'height', label: 'High', unit: 'px', value: y1 - y0 },
  ]
})
const papers = SHEET_SIZES.filter(({ unit }) => unit !== 'px')
const isLying = ref(false)
const perInch = ref(PRINT_PER_INCH)
const paper = ref('')
const own = ref({ width: 100, height: 150, unit: 'mm' as Unit })

function printAt(): void {
  const found = paper.value === 'own' ? { ...own.value, key: 'own' } : papers.find(({ key }) => key === paper.value)
  if (!found) return
  const { width, height, unit } = found
  cropping.setPrint({
    ...(isLying.value ? { width: height, height: width } : { width, height }),
    unit,
    perInch: Math.min(Math.max(Math.round(perInch.value) || PRINT_PER_INCH, 10), 2400),
  })
}
watch([paper, isLying, perInch, own], printAt, { deep: true })

/** A ratio of sides takes the place of a size on paper. */
function chooseRatio(ratio: (typeof RATIOS)[number][1]): void {
  paper.value = ''
  cropping.setRatio(ratioOf(ratio))
}
</script>

<template>
  <div v-if="crop" class="strip card lies-below" role="group" aria-label="Cropping" @pointerdown.stop @wheel.stop>
    <strong class="small numbers">{{ size }}</strong>
    <NumbersMenu
      title="What stays"
      :figures="figures"
      @set="(key, value) => cropping.put(key as 'left' | 'top' | 'width' | 'height', value)"
    />
    <div class="ratios" role="radiogroup" aria-label="Ratio">
      <button
        v-for="[name, ratio] in RATIOS"
        :key="name"
        class="choice small"
        role="radio"
        :aria-checked="isChosen(ratio)"
        @click="chooseRatio(ratio)"
      >
        {{ name }}
      </button>
    </div>
    <label class="small"
      >printed at
      <select v-model="paper">
        <option value="">no size</option>
        <option v-for="each in papers" :key="each.key" :value="each.key">{{ each.name }}</option>
        <option value="own">own size</option>
      </select>
    </label>
    <template v-if="paper === 'own'">
      <label class="small"
        ><input v-model.number="own.width" class="number" type="number" min="1" aria-label="Width" /> ×</label
      >
      <label class="small"
        ><input v-model.number="own.height" class="number" type="number" min="1" aria-label="Height" /><select
          v-model="own.unit"
          aria-label="Unit"
        >
          <option>mm</option>
          <option>in</option>
        </select></label
      >
    </template>
    <template v-if="paper">
      <label class="small"
        >at
        <input v-model.number="perInch" class="number" type="number" min="10" max="2400" aria-label="Px an inch" /> px
        an inch</label
      >
      <label v-if="paper !== 'own'" class="small"><input v-model="isLying" type="checkbox" /> lying</label>
    </template>
    <v-btn color="primary" size="small" @click="cropping.settle()">Crop</v-btn>
    <v-btn variant="text" size="small" @click="cropping.discard()">Leave it</v-btn>
  </div>
</template>

<style scoped>
.number {
  width: 68px;
}
.number,
select {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 4px 6px;
  background: var(--paper);
  color: var(--ink);
}
.ratios {
  display: inline-flex;
  border: 1px solid var(--line);
  border-radius: 8px;
  overflow: hidden;
}
.choice {
  min-height: 36px;
  padding: 2px 10px;
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
</style>
