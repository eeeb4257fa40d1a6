<script setup lang="ts">
/** A card that asks or tells something over the page: its title, what it holds, and its buttons. */
defineProps<{ title: string; width?: number }>()
const isOpen = defineModel<boolean>({ default: false })
</script>

<template>
  <v-dialog v-model="isOpen" :max-width="width ?? 460">
    <div class="card dialog">
      <h2>{{ title }}</h2>
      <slot />
      <div class="row">
        <slot name="actions" /><v-btn variant="text" @click="isOpen = false"><slot name="leave">Close</slot></v-btn>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.dialog {
  display: grid;
  gap: 12px;
  max-height: 88vh;
  overflow: auto;
}
.row {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
}
</style>
