<script setup lang="ts">
import { api } from '../../api/routes'

/**
 * A hand-in's picture as cards show it, loaded when it comes near the window; while it is still being made, a word
 * about it. `isWaiting`: it is known that it is not made yet: nobody asks for it.
 */
const props = defineProps<{ id: number; alt: string; isWaiting?: boolean }>()
const isThere = ref(false)
const isMissing = ref(false)
watch(
  () => props.isWaiting,
  () => {
    isMissing.value = false
  },
)
</script>

<template>
  <span class="frame">
    <img
      v-if="!isWaiting && !isMissing"
      :src="api.handInCardPicture(id)"
      :srcset="`${api.handInCardPicture(id)} 420w, ${api.handInPicture(id)} 1600w`"
      sizes="210px"
      :alt="alt"
      :class="{ away: !isThere }"
      loading="lazy"
      decoding="async"
      @load="isThere = true"
      @error="isMissing = true"
    />
    <span v-else class="small soft">being laid out …</span>
  </span>
</template>

<style scoped>
.frame {
  position: relative;
  display: grid;
  place-items: center;
  aspect-ratio: 4 / 3;
  background: #fff;
  border: 1px solid var(--line);
  border-radius: 4px;
  overflow: hidden;
  width: 100%;
}
img {
  width: 100%;
  height: 100%;
  object-fit: contain;
}
.away {
  opacity: 0;
}
.frame .small {
  color: #635e55;
  padding: 4px;
  text-align: center;
}
</style>
