<script setup lang="ts">
import type { Verdict } from '#core/lookfor'

/** The sign of a verdict: told by shape first, by colour second. */
defineProps<{ verdict: Verdict; size?: number }>()
</script>

<template>
  <svg :width="size ?? 22" :height="size ?? 22" viewBox="0 0 24 24" aria-hidden="true" class="sign" :class="verdict">
    <circle cx="12" cy="12" r="9.500" :stroke-dasharray="verdict === 'cant-tell' ? '3 3.600' : undefined" />
    <path v-if="verdict === 'met'" d="M7.500 12.500 11 16l6-8" class="stroke" />
    <path v-else-if="verdict === 'nearly'" d="M12 2.500a9.500 9.500 0 0 0 0 19z" class="fill" />
    <path v-else-if="verdict === 'not-yet'" d="M7.500 12h9" class="stroke" />
    <path v-else d="M9.500 9.500c0-3.500 5.500-3.500 5.500 0 0 2-3 2-3 4.500M12 17v.4" class="stroke" />
  </svg>
</template>

<style scoped>
.sign {
  flex: none;
  fill: none;
}
.sign circle {
  stroke: currentcolor;
  stroke-width: 1.8;
}
.stroke {
  stroke: currentcolor;
  stroke-width: 2.2;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.fill {
  fill: currentcolor;
}
.met {
  color: var(--blue);
}
.nearly,
.not-yet {
  color: var(--ochre);
}
.cant-tell {
  color: var(--ink-soft);
}
</style>
