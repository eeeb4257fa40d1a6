<script setup lang="ts">
/** A picture is being read, before it is in hand. */
const { reading, share, nth, stop, fromPaper } = useBringIn()
const { parts } = useInHand()
const isShown = computed(() => reading.value !== null && parts.picture.value === null && !fromPaper.isOpen.value)
</script>

<template>
  <div v-if="isShown" class="strip card lies-below small" role="status" @pointerdown.stop>
    <span
      >Reading “{{ reading }}” … <span v-if="nth" class="soft numbers">{{ nth.at }} of {{ nth.of }}</span></span
    >
    <v-progress-linear
      :indeterminate="share === null"
      :model-value="100 * (share ?? 0)"
      color="primary"
      height="6"
      class="share"
      aria-label="Reading the picture"
    />
    <v-btn v-if="nth && nth.at < nth.of" variant="text" size="small" @click="stop">Leave the others out</v-btn>
  </div>
</template>

<style scoped>
.strip {
  gap: 4px 12px;
}
.share {
  width: 140px;
}
</style>
