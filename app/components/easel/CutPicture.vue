<script setup lang="ts">
import type { PictureName } from '#core/drawing'
import { broughtPicture } from '../../sheet/plan-files'

/** A mask, as ink on what lies under it. */
const { picture } = defineProps<{ picture: PictureName }>()
const url = ref<string | null>(null)
function drop(): void {
  if (url.value) URL.revokeObjectURL(url.value)
  url.value = null
}
watch(
  () => picture.hash,
  async hash => {
    drop()
    const bytes = await broughtPicture(hash)
    if (bytes && hash === picture.hash) url.value = URL.createObjectURL(new Blob([new Uint8Array(bytes)]))
  },
  { immediate: true },
)
onBeforeUnmount(drop)
</script>

<template>
  <span class="mask" aria-hidden="true" :style="url ? { maskImage: `url(${url})` } : {}" :class="{ empty: !url }" />
</template>

<style scoped>
.mask {
  display: inline-block;
  width: 26px;
  height: 26px;
  background: currentColor;
  mask-size: contain;
  mask-repeat: no-repeat;
  mask-position: center;
}
.mask.empty {
  background: none;
}
@media (forced-colors: active) {
  .mask {
    forced-color-adjust: none;
    background: CanvasText;
  }
}
</style>
