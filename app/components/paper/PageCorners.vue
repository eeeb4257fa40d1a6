<script setup lang="ts">
import { wholeCorners, type Corners } from '#core/paper'
import type { PageOnPaper, Pages } from '../../composables/paper/usePages'
import type { ShownPage } from '../../workers/pictures/paper'

/** The corners of a photographed page, pulled by hand. */
const { page, pages } = defineProps<{ page: PageOnPaper; pages: Pages }>()
const emit = defineEmits<{ close: [] }>()
const shown = shallowRef<ShownPage | null>(null)
const corners = shallowRef<Corners>(page.corners!)
const { busy, trying } = useTrying()
onMounted(() =>
  trying(true, async () => {
    shown.value = await pages.look(page)
  }),
)
function drag(key: string, { x, y }: { x: number; y: number }): void {
  corners.value = corners.value.map((each, i) => (key === `corner ${i}` ? { x, y } : each)) as unknown as Corners
}
function done(): void {
  void pages.setCorners(page, corners.value)
  emit('close')
}
</script>

<template>
  <CardDialog :model-value="true" title="The corners of the page" :width="860" @update:model-value="emit('close')">
    <p class="small">Pull each corner to where the drawing’s frame, or else the paper, ends.</p>
    <PaperCorners
      v-if="shown"
      class="large"
      :table="{ ...shown, title: page.file.name }"
      :corners="corners"
      @drag="drag"
    />
    <p v-else class="large soft" role="status">{{ busy ? 'The photograph is read …' : '' }}</p>
    <template #actions>
      <v-btn color="primary" :disabled="!shown" @click="done">Straighten it</v-btn>
      <v-btn variant="outlined" :disabled="!shown" @click="corners = shown!.corners">As found</v-btn>
      <v-btn variant="outlined" :disabled="!shown" @click="corners = wholeCorners(shown!.size)"
        >All of the picture</v-btn
      >
    </template>
    <template #leave>Leave them</template>
  </CardDialog>
</template>

<style scoped>
.large {
  height: min(58vh, 600px);
}
</style>
