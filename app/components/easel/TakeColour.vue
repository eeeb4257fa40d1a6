<script setup lang="ts">
import { mdiEyedropper } from '@mdi/js'
import { SAMPLE_SIDES } from '../../workers/sheet/sampling'

/** Takes a colour from the sheet with the next touch, and how. */
const { isOn, side, isLayerOnly } = useInHand().sampling
const keys = useLetterKeys('easel')
</script>

<template>
  <v-menu
    location="top"
    :close-on-content-click="false"
    :offset="10"
    open-on-hover
    :open-on-click="false"
    :open-delay="350"
  >
    <template #activator="{ props: opens }">
      <button
        v-bind="opens"
        aria-haspopup="dialog"
        class="take"
        :aria-pressed="isOn"
        aria-label="Take a colour from the sheet"
        :title="keys.withKey('Take a colour from the sheet with the next touch', 'sample')"
        @click="isOn = !isOn"
      >
        <v-icon :icon="mdiEyedropper" size="21" />
      </button>
    </template>
    <div class="card taking" role="dialog" aria-label="Take a colour">
      <strong class="small">Take a colour</strong>
      <label class="small"
        >mean of
        <select v-model.number="side">
          <option v-for="each in SAMPLE_SIDES" :key="each" :value="each">{{ each }} × {{ each }} px</option>
        </select></label
      >
      <label class="small"><input v-model="isLayerOnly" type="checkbox" /> of this layer only</label>
    </div>
  </v-menu>
</template>

<style scoped>
.take {
  width: 34px;
  height: 44px;
  border-radius: 8px;
  color: var(--on-ledge);
  border: 1.5px solid transparent;
}
.take[aria-pressed='true'] {
  border-color: var(--blue);
  background: rgb(255 255 255 / 55%);
  color: #2b4c8c;
}
.taking {
  display: grid;
  gap: 6px;
  padding: 10px 14px;
}
.taking label {
  display: flex;
  align-items: center;
  gap: 7px;
  min-height: 28px;
}
.taking select {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 2px 6px;
  background: var(--paper);
  color: var(--ink);
}
</style>
