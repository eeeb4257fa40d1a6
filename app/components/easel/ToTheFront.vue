<script setup lang="ts">
/** All look at the teacher's sheet: one's own waits. */
const news = useClassNews()
const front = computed(() => (news && !news.isFrontLeft.value ? news.front.value : null))

/** Nothing came for so long: the teacher may have gone without ending it, ms. */
const PATIENCE_MS = 60_000
const isLong = ref(false)
let timer: ReturnType<typeof setTimeout> | null = null
watch(
  () => [front.value?.drawing, front.value?.position],
  () => {
    if (timer) clearTimeout(timer)
    isLong.value = false
    if (front.value)
      timer = setTimeout(() => {
        isLong.value = true
      }, PATIENCE_MS)
  },
  { immediate: true },
)
onBeforeUnmount(() => timer && clearTimeout(timer))
</script>

<template>
  <WholeDialog v-if="news && front" title="Eyes to the front" is-persistent class="front">
    <template #header>
      <span class="small soft">Your teacher draws. Your own sheet waits as it is.</span>
      <span class="grow" />
      <v-btn v-if="isLong" size="small" variant="outlined" @click="news.isFrontLeft.value = true"
        >Nothing happens: back to my sheet</v-btn
      >
    </template>
    <LiveSheet
      :key="front.drawing"
      :drawing="front.drawing"
      :position="front.position"
      label="Your teacher’s sheet, as it is drawn"
    />
  </WholeDialog>
</template>

<style scoped>
.grow {
  flex: 1;
}
</style>

<style>
/* It lies over the page, outside this component's own part of it. */
.front header {
  border-top: 4px solid var(--ochre);
}
</style>
