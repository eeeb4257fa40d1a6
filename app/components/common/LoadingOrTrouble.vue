<script setup lang="ts">
/** While a page waits for its data, and when it does not come. */
defineProps<{ trouble: { message: string; fix: string } | null }>()
defineEmits<{ again: [] }>()
</script>

<template>
  <div v-if="trouble" class="card trouble" role="alert">
    <h2>{{ trouble.message }}</h2>
    <p>{{ trouble.fix }}</p>
    <v-btn color="primary" @click="$emit('again')">Try again</v-btn>
  </div>
  <div v-else class="loading" role="status">
    <v-progress-circular aria-label="Loading" indeterminate color="primary" size="34" width="3" />
    <span>Just a moment …</span>
  </div>
</template>

<style scoped>
.loading {
  display: flex;
  gap: 14px;
  align-items: center;
  padding: 60px 0;
  justify-content: center;
}
.trouble {
  max-width: 560px;
  margin: 60px auto;
  border-left: 5px solid var(--ochre);
}
</style>
