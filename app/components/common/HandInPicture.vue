<script setup lang="ts">
import { api } from '../../api/routes'

/** A hand-in's picture; while it is still being made, a word about it and another look in a moment. */
const props = defineProps<{ id: number; alt: string }>()
const RETRY_MS = 2500
const MOST_TRIES = 12
const tries = ref(0)
const isThere = ref(false)
const isMissing = ref(false)
const source = computed(() => `${api.handInPicture(props.id)}?look=${tries.value}`)

function missing(): void {
  isMissing.value = true
  if (tries.value < MOST_TRIES)
    setTimeout(() => {
      tries.value++
    }, RETRY_MS)
}
function arrived(): void {
  isThere.value = true
  isMissing.value = false
}
</script>

<template>
  <span class="frame">
    <img :src="source" :alt="alt" :class="{ away: !isThere }" @load="arrived" @error="missing" />
    <span v-if="isMissing" class="small soft">being laid out …</span>
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
  visibility: hidden;
  position: absolute;
}
.frame .small {
  color: #635e55;
  padding: 4px;
  text-align: center;
}
</style>
