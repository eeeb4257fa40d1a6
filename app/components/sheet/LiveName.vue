<script setup lang="ts">
/** The name of the layer that became live, for a moment at the pointer, or over the sheet. */
const props = defineProps<{
  name: string
  pointer: { x: number; y: number } | null
  size: { width: number; height: number }
}>()
const SHOWN_MS = 1800
const isShown = ref(false)
let timer: ReturnType<typeof setTimeout> | null = null

watch(
  () => props.name,
  (now, before) => {
    if (!now || !before) return
    isShown.value = true
    if (timer) clearTimeout(timer)
    timer = setTimeout(() => {
      isShown.value = false
    }, SHOWN_MS)
  },
)
onBeforeUnmount(() => timer && clearTimeout(timer))
const place = computed(() => {
  const at = props.pointer ?? { x: props.size.width / 2 - 20, y: 44 }
  return {
    left: `${Math.min(at.x + 20, props.size.width - 160)}px`,
    top: `${Math.min(at.y + 18, props.size.height - 40)}px`,
  }
})
</script>

<template>
  <span v-if="isShown" class="name" role="status" :style="place"
    >on <strong>{{ name }}</strong></span
  >
</template>

<style scoped>
.name {
  position: absolute;
  padding: 3px 11px;
  border-radius: 4px 12px 12px 12px;
  background: var(--paper);
  color: var(--ink);
  border: 2px solid var(--blue);
  box-shadow: 0 3px 10px rgb(0 0 0 / 25%);
  pointer-events: none;
  font-size: 0.9rem;
  max-width: 220px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
</style>
