<script setup lang="ts">
import { mdiRotateRight, mdiVectorSquareEdit } from '@mdi/js'
import type { PageOnPaper, Pages } from '../../composables/paper/usePages'

/** A photographed page as it will be handed in, with what may be put right about it. */
const { page, pages, name } = defineProps<{ page: PageOnPaper; pages: Pages; name: string }>()
const isPulling = ref(false)
const isOpen = computed(() => page.state === 'ready' || page.state === 'failed')
const words = computed(() => {
  if (page.state === 'waiting') return 'It waits to be read.'
  if (page.state === 'reading') return 'It is read …'
  return ''
})
</script>

<template>
  <div class="page-seen">
    <div class="picture">
      <PixelPicture v-if="page.preview" :picture="page.preview" role="img" :aria-label="`The page ${name}`" />
      <span v-else class="small soft">{{ words }}</span>
    </div>
    <div v-if="page.preview && page.state !== 'sent'" class="line">
      <v-btn
        size="small"
        variant="outlined"
        :prepend-icon="mdiRotateRight"
        :disabled="!isOpen"
        :aria-label="`Turn the page ${name}`"
        @click="pages.turn(page)"
        >Turn it</v-btn
      >
      <v-btn
        size="small"
        variant="outlined"
        :prepend-icon="mdiVectorSquareEdit"
        :disabled="!isOpen"
        :aria-label="`Corners of the page ${name}`"
        @click="isPulling = true"
        >Its corners …</v-btn
      >
    </div>
    <PageCorners v-if="isPulling" :page="page" :pages="pages" @close="isPulling = false" />
  </div>
</template>

<style scoped>
.page-seen {
  display: grid;
  gap: 8px;
  align-content: start;
}
.picture {
  display: grid;
  place-items: center;
  min-height: 120px;
  background: var(--paper-shade);
  border: 1px solid var(--line);
  border-radius: 6px;
  overflow: hidden;
}
.picture :deep(canvas) {
  max-width: 100%;
  height: auto;
  max-height: min(46vh, 420px);
  background: #fff;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
