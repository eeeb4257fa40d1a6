<script setup lang="ts">
/** A sheet that is laid out: how far that is. */
const { progress } = useDrawing()
const percent = computed(() => (progress.value ? (100 * progress.value.done) / progress.value.of : 0))
</script>

<template>
  <div class="page opening" role="status">
    <EaselMark :size="64" />
    <p>Laying out your sheet{{ progress ? ` · ${Math.round(percent)} %` : ' …' }}</p>
    <v-progress-linear
      aria-label="The sheet is laid out"
      :model-value="percent"
      :indeterminate="!progress"
      color="primary"
      rounded
      class="bar"
    />
  </div>
</template>

<style scoped>
.opening {
  display: grid;
  justify-items: center;
  gap: 14px;
  padding-top: 22vh;
}
.opening .bar {
  width: 280px;
}
</style>
