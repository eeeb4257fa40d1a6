<script setup lang="ts">
/**
 * A person's name as it stands on cards, in grids and headings: in its own direction, and never out of its box; what is
 * cut has its whole in a title.
 */
defineProps<{ name: string }>()
</script>

<template>
  <span class="person-name" :title="name"
    ><bdi>{{ name }}</bdi></span
  >
</template>

<style scoped>
.person-name {
  display: inline-block;
  min-width: 0;
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  vertical-align: bottom;
}
</style>
