<script setup lang="ts">
import { labOf, type Rgb8 } from '#core/colour'

/** A ladder of greys between two ends, each rung set by a slider. */
const { from, to, count } = defineProps<{ from: number; to: number; count: number }>()
const rungs = defineModel<number[]>({ required: true })

/** Greys by their L*, as near as eight bits come. */
const GREYS = Array.from({ length: 256 }, (_, value) => labOf([value, value, value] as Rgb8)[0])
function grey(lightness: number): string {
  const value = GREYS.reduce(
    (best, each, i) => (Math.abs(each - lightness) < Math.abs(GREYS[best]! - lightness) ? i : best),
    0,
  )
  return `rgb(${value} ${value} ${value})`
}
const set = (i: number, value: number) => {
  rungs.value = rungs.value.with(i, value)
}
// All begin in the middle: nothing is given away.
onMounted(() => {
  rungs.value = Array.from({ length: count }, () => (from + to) / 2)
})
</script>

<template>
  <div class="ladder">
    <div class="rungs">
      <span :style="{ background: grey(from) }" /><span
        v-for="(value, i) in rungs"
        :key="i"
        :style="{ background: grey(value) }"
      /><span :style="{ background: grey(to) }" />
    </div>
    <div class="sliders">
      <label v-for="(value, i) in rungs" :key="i" class="small"
        >rung {{ i + 1
        }}<input
          type="range"
          min="0"
          max="100"
          step="0.5"
          :value="value"
          :aria-label="`Lightness of rung ${i + 1}`"
          @input="set(i, Number(($event.target as HTMLInputElement).value))"
      /></label>
    </div>
  </div>
</template>

<style scoped>
.ladder {
  display: grid;
  gap: 18px;
  max-width: 820px;
  width: 100%;
  margin: auto;
  padding: 20px;
}
.rungs {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: 1fr;
  height: min(38vh, 300px);
  border-radius: var(--radius);
  overflow: hidden;
}
.sliders {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: 1fr;
  gap: 12px;
  padding: 0 calc(100% / 7);
}
label {
  display: grid;
  gap: 4px;
  justify-items: center;
}
input {
  width: 100%;
  min-height: 34px;
}
</style>
