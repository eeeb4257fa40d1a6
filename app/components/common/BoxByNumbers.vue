<script setup lang="ts">
import type { Rect } from '#core/base'

/** A box of the sheet by figures; the middle of the sheet, until something is typed. */
const { sheet } = defineProps<{
  title: string
  /** What is done with it. */
  act: string
  sheet: { readonly width: number; readonly height: number }
}>()
const emit = defineEmits<{ choose: [box: Rect] }>()
const box = ref({ left: 0, top: 0, width: 0, height: 0 })
watch(
  () => sheet,
  ({ width, height }) => {
    box.value = { left: width >> 2, top: height >> 2, width: width >> 1, height: height >> 1 }
  },
  { immediate: true },
)
const figures = computed(() => [
  { key: 'left', label: 'From the left', unit: 'px', value: box.value.left },
  { key: 'top', label: 'From the top', unit: 'px', value: box.value.top },
  { key: 'width', label: 'Wide', unit: 'px', value: box.value.width, min: 1 },
  { key: 'height', label: 'High', unit: 'px', value: box.value.height, min: 1 },
])
function choose(close: () => void): void {
  const { left, top, width, height } = box.value
  emit('choose', { x0: left, y0: top, x1: left + width, y1: top + height })
  close()
}
</script>

<template>
  <NumbersMenu
    v-slot="{ close }"
    :title="title"
    :figures="figures"
    @set="(key, value) => (box = { ...box, [key]: Math.round(value) })"
    ><v-btn size="small" color="primary" @click="choose(close)">{{ act }}</v-btn></NumbersMenu
  >
</template>
