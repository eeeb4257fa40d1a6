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
  <v-dialog v-if="news && front" :model-value="true" fullscreen persistent>
    <div class="front">
      <header role="status">
        <strong class="display">Eyes to the front</strong>
        <span class="small soft">Your teacher draws. Your own sheet waits as it is.</span>
        <span class="grow" />
        <v-btn v-if="isLong" size="small" variant="outlined" @click="news.isFrontLeft.value = true"
          >Nothing happens: back to my sheet</v-btn
        >
      </header>
      <LiveSheet
        :key="front.drawing"
        :drawing="front.drawing"
        :position="front.position"
        label="Your teacher’s sheet, as it is drawn"
      />
    </div>
  </v-dialog>
</template>

<style scoped>
.front {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  height: 100%;
  background: var(--paper);
}
header {
  display: flex;
  gap: 14px;
  align-items: center;
  padding: 6px 18px;
  border-bottom: 1px solid var(--line);
  border-top: 4px solid var(--ochre);
  min-height: 52px;
}
header .display {
  font-size: 1.2rem;
}
.grow {
  flex: 1;
}
</style>
