<script setup lang="ts">
/** Sheets that were begun on this device without a network: the server does not know of them yet. */
defineProps<{ sheets: readonly { drawing: number; title: string }[] }>()
</script>

<template>
  <article v-for="sheet in sheets" :key="sheet.drawing" class="card sheet" data-test="begun-away">
    <NuxtLink :to="`/easel/${sheet.drawing}`"
      ><strong>{{ sheet.title }}</strong></NuxtLink
    >
    <span class="soft small">begun here without a network: it is sent when that is back</span>
  </article>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 4px;
  margin-top: 10px;
  padding: 14px 20px;
}
</style>
