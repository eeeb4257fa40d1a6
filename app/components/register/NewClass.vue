<script setup lang="ts">
import { api } from '../../api/routes'

/** A class of one's own; its code is drawn by lot. */
const isOpen = defineModel<boolean>({ default: false })
const name = ref('')
const when = ref('')
const { busy, trying } = useTrying()

const open = () =>
  trying(true, async () => {
    const { id } = await api.openClass({ name: name.value.trim(), when: when.value.trim() })
    await navigateTo(`/register/${id}`)
  })
</script>

<template>
  <CardDialog v-model="isOpen" title="A new class">
    <form id="new-class" class="fields" @submit.prevent="open">
      <label>Its name <input v-model="name" maxlength="80" placeholder="Saturday beginners" required /></label>
      <label>When it meets <input v-model="when" maxlength="120" placeholder="Saturdays at ten" /></label>
      <p class="small soft">A class code is drawn by lot: learners come in with it, their name and their PIN.</p>
    </form>
    <template #actions>
      <v-btn color="primary" type="submit" form="new-class" :disabled="name.trim() === ''" :loading="busy !== null"
        >Open the class</v-btn
      >
    </template>
  </CardDialog>
</template>

<style scoped>
.fields,
label {
  display: grid;
  gap: 12px;
}
label {
  gap: 4px;
}
input {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 8px 10px;
  background: var(--paper);
  color: var(--ink);
  font: inherit;
}
</style>
