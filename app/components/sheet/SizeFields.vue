<script setup lang="ts">
import {
  checkSheet,
  fromPx,
  layerBudget,
  LAYER_MEMORY,
  PRINT_PER_INCH,
  SCREEN_PER_INCH,
  SHEET_SIZES,
  toPx,
  UNITS,
  type Unit,
} from '#core/drawing'

/** A sheet's size in px, mm or inches, with what it costs in layers, before the sheet exists. */
const width = defineModel<number>('width', { required: true })
const height = defineModel<number>('height', { required: true })
const perInch = defineModel<number>('perInch', { required: true })
const props = defineProps<{
  /** Keeps the ratio of the two sides. */
  ratio?: number | null
  /** Without the list of sizes. */
  isPlain?: boolean
}>()

const unit = ref<Unit>('px')
const chosen = ref('')
const trouble = computed(() => checkSheet(width.value, height.value))
const budget = computed(() => layerBudget(width.value, height.value))
const megabytes = (bytes: number) => (bytes / 1e6 < 10 ? (bytes / 1e6).toFixed(1) : Math.round(bytes / 1e6))
const shownIn = (px: number) => {
  const value = fromPx(px, unit.value, perInch.value)
  return unit.value === 'px' ? value : Number(value.toFixed(unit.value === 'mm' ? 1 : 2))
}
/** How full of one layer the memory is. */
const share = computed(() => Math.min((100 * budget.value.bytes) / LAYER_MEMORY, 100))

// What is set comes back only with the next round: values that hang on each other are found before.
function set(w: number, h: number, next = perInch.value): void {
  width.value = w
  height.value = h
  perInch.value = next
}
function setWidth(value: number): void {
  chosen.value = ''
  const w = toPx(value, unit.value, perInch.value)
  set(w, props.ratio ? Math.round(w / props.ratio) : height.value)
}
function setHeight(value: number): void {
  chosen.value = ''
  const h = toPx(value, unit.value, perInch.value)
  set(props.ratio ? Math.round(h * props.ratio) : width.value, h)
}
/** Another resolution: lengths on paper stay, px on a screen do. */
function setPerInch(value: number): void {
  const next = Math.min(Math.max(Math.round(value) || PRINT_PER_INCH, 10), 2400)
  const other = (px: number) => (unit.value === 'px' ? px : toPx(fromPx(px, 'in', perInch.value), 'in', next))
  set(other(width.value), other(height.value), next)
}
function choose(key: string): void {
  chosen.value = key
  if (key === 'screen') {
    const ratio = window.devicePixelRatio || 1
    unit.value = 'px'
    return set(Math.round(window.screen.width * ratio), Math.round(window.screen.height * ratio), SCREEN_PER_INCH)
  }
  const size = SHEET_SIZES.find(each => each.key === key)!
  unit.value = size.unit
  const next = size.unit === 'px' ? SCREEN_PER_INCH : PRINT_PER_INCH
  set(toPx(size.width, size.unit, next), toPx(size.height, size.unit, next), next)
}
function turn(): void {
  set(height.value, width.value)
}
const number = (event: Event) => Number((event.target as HTMLInputElement).value)
</script>

<template>
  <div class="size">
    <div v-if="!isPlain" class="sizes" role="radiogroup" aria-label="Usual sizes">
      <button class="choice small" role="radio" :aria-checked="chosen === 'screen'" @click="choose('screen')">
        This screen
      </button>
      <button
        v-for="each in SHEET_SIZES"
        :key="each.key"
        class="choice small"
        role="radio"
        :aria-checked="chosen === each.key"
        @click="choose(each.key)"
      >
        {{ each.name }}
      </button>
    </div>
    <div class="line">
      <label
        >Width <input type="number" min="0" step="any" :value="shownIn(width)" @change="setWidth(number($event))"
      /></label>
      <label
        >Height <input type="number" min="0" step="any" :value="shownIn(height)" @change="setHeight(number($event))"
      /></label>
      <label
        >in
        <select v-model="unit" aria-label="Unit">
          <option v-for="each in UNITS" :key="each">{{ each }}</option>
        </select></label
      >
      <label
        >at
        <input
          class="short"
          type="number"
          min="10"
          max="2400"
          :value="perInch"
          aria-label="Px an inch"
          @change="setPerInch(number($event))"
        />
        px an inch</label
      >
      <v-btn v-if="!ratio" variant="text" size="small" @click="turn">Turn it</v-btn>
    </div>
    <TroubleLine :trouble="trouble" />
    <div v-if="!trouble" class="budget small">
      <svg class="scale" viewBox="0 0 100 6" preserveAspectRatio="none" aria-hidden="true">
        <rect width="100" height="6" class="all" />
        <rect :width="share" height="6" class="one" />
      </svg>
      <span class="numbers"
        >{{ width }} × {{ height }} px · a full layer fills {{ megabytes(budget.bytes) }} MB of
        {{ megabytes(LAYER_MEMORY) }} MB: room for {{ Math.min(budget.layers, 100) }} full layers</span
      >
    </div>
  </div>
</template>

<style scoped>
.size {
  display: grid;
  gap: 10px;
}
.sizes {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.choice {
  min-height: 40px;
  padding: 2px 12px;
  border: 1px solid var(--line);
  border-radius: 8px;
}
.choice[aria-checked='true'] {
  border-color: var(--blue);
  box-shadow: inset 0 -3px 0 var(--blue);
  font-weight: 560;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
}
label {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  min-height: 40px;
}
input,
select {
  width: 92px;
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 5px 8px;
  background: var(--paper);
  color: var(--ink);
}
select,
.short {
  width: 68px;
}
.budget {
  display: grid;
  gap: 4px;
  color: var(--ink-soft);
}
.scale {
  width: 100%;
  height: 8px;
  border-radius: 4px;
}
.all {
  fill: var(--line);
}
.one {
  fill: var(--blue);
}
</style>
