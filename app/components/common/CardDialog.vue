<script setup lang="ts">
/**
 * A card that asks or tells something over the page: its title, what it holds, and its buttons. Its title and its
 * buttons stay in sight, what it holds scrolls between them.
 */
defineProps<{ title: string; width?: number }>()
const isOpen = defineModel<boolean>({ default: false })
const card = useTemplateRef<HTMLElement>('card')
const heading = useId()
useDialogFocus(() => isOpen.value, card)
</script>

<template>
  <v-dialog v-model="isOpen" :max-width="width ?? 460" :aria-labelledby="heading">
    <div ref="card" class="card dialog">
      <h2 :id="heading" tabindex="-1" data-heading>{{ title }}</h2>
      <div class="inside"><slot /></div>
      <div class="row">
        <slot name="actions" /><v-btn variant="text" @click="isOpen = false"><slot name="leave">Close</slot></v-btn>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.dialog {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  gap: 12px;
  max-height: 88vh;
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
