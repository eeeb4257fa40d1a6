<script setup lang="ts">
/**
 * Filters for looking at a sheet in greys. Values: each colour's relative luminance (ITU-R BT.709
 * weights on linear light), so that equal greys are equally light. Squint: the same, blurred.
 */
const GREYS = '0.2126 0.7152 0.0722 0 0  0.2126 0.7152 0.0722 0 0  0.2126 0.7152 0.0722 0 0  0 0 0 1 0'
</script>

<template>
  <svg class="tones" width="0" height="0" aria-hidden="true">
    <filter id="tone-values" color-interpolation-filters="linearRGB" x="0" y="0" width="100%" height="100%">
      <feColorMatrix type="matrix" :values="GREYS" />
    </filter>
    <filter id="tone-squint" color-interpolation-filters="linearRGB" x="0" y="0" width="100%" height="100%">
      <feGaussianBlur stdDeviation="9" edgeMode="duplicate" />
      <feColorMatrix type="matrix" :values="GREYS" />
    </filter>
  </svg>
</template>

<style scoped>
.tones {
  position: absolute;
}
</style>
