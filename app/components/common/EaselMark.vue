<script setup lang="ts">
/** The sign of the house: a small table easel with a sheet on it. */
withDefaults(defineProps<{ size?: number }>(), { size: 30 })
</script>

<template>
  <svg :width="size" :height="size" viewBox="0 0 40 40" aria-hidden="true">
    <path d="M9 37 19 5M31 37 21 5" stroke="var(--ledge-edge)" stroke-width="3" stroke-linecap="round" />
    <rect x="8" y="8" width="24" height="18" rx="1.5" fill="#fdfcf8" stroke="#2a2927" stroke-width="1.6" />
    <path d="M12 21c3-7 6-8 8-4s5 4 8-5" fill="none" stroke="#2b4c8c" stroke-width="2.2" stroke-linecap="round" />
    <path d="M5 29h30" stroke="var(--ledge-edge)" stroke-width="4" stroke-linecap="round" />
  </svg>
</template>
