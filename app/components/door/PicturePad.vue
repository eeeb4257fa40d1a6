<script setup lang="ts">
import { mdiBackspaceOutline } from '@mdi/js'
import { PIN_PICTURES } from '#core/roster'
import { PIN_PATHS } from '../../roster/pin-pictures'

/** A PIN of pictures, touched in their order. What was touched is not shown, only how many. */
const pin = defineModel<string>({ required: true })
const MOST = 8
function touch(digit: number): void {
  if (pin.value.length < MOST) pin.value += digit
}
</script>

<template>
  <div class="pad" role="group" aria-label="Your pictures">
    <p class="count" role="status">
      <span v-for="i in Math.max(4, pin.length)" :key="i" class="dot" :class="{ on: i <= pin.length }" />
      <span class="unseen">{{ pin.length }} touched</span>
    </p>
    <div class="pictures">
      <button
        v-for="(picture, digit) in PIN_PICTURES"
        :key="picture"
        type="button"
        :aria-label="picture"
        @click="touch(digit)"
      >
        <svg viewBox="0 0 24 24" width="38" height="38" aria-hidden="true"><path :d="PIN_PATHS[picture]" /></svg>
      </button>
    </div>
    <v-btn
      variant="text"
      size="small"
      :prepend-icon="mdiBackspaceOutline"
      :disabled="pin === ''"
      @click="pin = pin.slice(0, -1)"
      >The last one again</v-btn
    >
  </div>
</template>

<style scoped>
.pad {
  display: grid;
  gap: 8px;
  justify-items: center;
  margin-bottom: 14px;
}
.pictures {
  display: grid;
  grid-template-columns: repeat(5, minmax(48px, 1fr));
  gap: 8px;
  width: 100%;
}
.pictures button {
  display: grid;
  place-items: center;
  min-height: 58px;
  border: 1px solid var(--line);
  border-radius: 10px;
  background: var(--paper-shade);
}
.pictures button:focus-visible {
  outline: 3px solid var(--blue);
}
path {
  fill: var(--ink);
}
.count {
  display: flex;
  gap: 10px;
  margin: 0;
}
.dot {
  width: 14px;
  height: 14px;
  border-radius: 50%;
  border: 2px solid var(--ink-soft);
}
.dot.on {
  background: var(--blue);
  border-color: var(--blue);
}
.unseen {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
</style>
