<script setup lang="ts">
import { useResizeObserver } from '@vueuse/core'

/**
 * A card that asks or tells something over the page: its title, what it holds, and its buttons. Its title and its
 * buttons stay in sight, what it holds scrolls between them.
 */
defineProps<{ title: string; width?: number }>()
const isOpen = defineModel<boolean>({ default: false })
const card = useTemplateRef<HTMLElement>('card')
const heading = useId()
/** What is longer than the card can be scrolled by keys as well. */
const inside = useTemplateRef<HTMLElement>('inside')
const isLong = ref(false)
useResizeObserver([inside, card], () => {
  isLong.value = (inside.value?.scrollHeight ?? 0) > (inside.value?.clientHeight ?? 0) + 1
})
useDialogFocus(() => isOpen.value, card)
</script>

<template>
  <v-dialog v-model="isOpen" :max-width="width ?? 460" :aria-labelledby="heading">
    <div ref="card" class="card dialog">
      <h2 :id="heading" tabindex="-1" data-heading>{{ title }}</h2>
      <div ref="inside" class="inside" :tabindex="isLong ? 0 : undefined"><slot /></div>
      <div class="row">
        <slot name="actions" /><v-btn variant="text" @click="isOpen = false"><slot name="leave">Close</slot></v-btn>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.dialog {
  display: grid;
  grid-template: auto minmax(0, 1fr) auto / minmax(0, 1fr);
  gap: 12px;
  min-height: 0;
  max-height: 88vh;
  max-height: 88dvh;
}
.inside {
  display: grid;
  gap: 12px;
  align-content: start;
  overflow: auto;
  /* Rings round what has the focus, and edges of fields, are not cut off. */
  margin: 0 -6px;
  padding: 4px 6px;
}
.row {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
}
/* Little room, or large letters: the card scrolls as a whole. */
@media (max-height: 520px) {
  .dialog {
    display: block;
    overflow: auto;
  }
  .inside {
    overflow: visible;
  }
  .row {
    margin-top: 12px;
  }
}
</style>
