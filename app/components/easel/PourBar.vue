<script setup lang="ts">
/** What is asked before a pour, or found about the gaps of a line. */
const { pouring } = useInHand()
const { gaps, waiting } = pouring
const words = computed(() => {
  const count = gaps.value.length
  if (waiting.value?.kind === 'whole') return 'The sheet is empty: shall all of it have this colour?'
  if (waiting.value?.kind === 'leaks')
    return count === 1
      ? `It would run out through a gap of ${gaps.value[0]!.width} px.`
      : `It would run out through ${count} gaps.`
  return count === 1 ? 'The line has one gap.' : `The line has ${count} gaps.`
})
</script>

<template>
  <div v-if="waiting || gaps.length" class="bar card lies-above" role="status" @pointerdown.stop>
    <strong>{{ words }}</strong>
    <template v-if="waiting?.kind === 'whole'">
      <v-btn color="primary" size="small" @click="pouring.pourAnyway()">Fill the whole sheet</v-btn>
    </template>
    <template v-else>
      <v-btn color="primary" size="small" @click="pouring.closeAll()"
        >{{ gaps.length === 1 ? 'Close it' : 'Close them all' }}{{ waiting ? ' and pour' : '' }}</v-btn
      >
      <v-btn v-if="waiting" variant="text" size="small" @click="pouring.pourAnyway()">Pour anyway</v-btn>
    </template>
    <v-btn variant="text" size="small" @click="pouring.clear()">Leave it</v-btn>
  </div>
</template>

<style scoped>
.bar {
  border-left: 5px solid var(--ochre);
}
</style>
