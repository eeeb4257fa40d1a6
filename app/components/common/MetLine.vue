<script setup lang="ts">
/** How many look-fors are met, as a short row of pegs and in words. */
defineProps<{ met: number | null; judged: number | null }>()
</script>

<template>
  <span v-if="met === null || judged === null" class="soft">is being looked at …</span>
  <span v-else class="met">
    <span class="pegs" aria-hidden="true"><i v-for="i in judged" :key="i" :class="{ on: i <= met }" /></span>
    {{ met }} of {{ judged }} look-fors there
  </span>
</template>

<style scoped>
.met {
  display: inline-grid;
  gap: 2px;
}
.pegs {
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
}
.pegs i {
  width: 6px;
  height: 12px;
  border: 1.2px solid var(--blue);
  border-radius: 2px;
}
.pegs i.on {
  background: var(--blue);
}
</style>
