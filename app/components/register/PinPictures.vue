<script setup lang="ts">
import { picturesOf } from '#core/roster'
import { PIN_PATHS } from '../../roster/pin-pictures'

/** A PIN as its pictures, in their order. */
defineProps<{ pin: string }>()
</script>

<template>
  <span class="pictures" role="img" :aria-label="picturesOf(pin).join(', ')">
    <svg v-for="(picture, i) in picturesOf(pin)" :key="i" viewBox="0 0 24 24" width="26" height="26">
      <path :d="PIN_PATHS[picture]" />
    </svg>
  </span>
</template>

<style scoped>
.pictures {
  display: inline-flex;
  gap: 4px;
  vertical-align: middle;
}
path {
  fill: var(--ink);
}
</style>
