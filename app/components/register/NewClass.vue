<script setup lang="ts">
import { api } from '../../api/routes'

/** A class of one's own; its code is drawn by lot. */
const isOpen = defineModel<boolean>({ default: false })
const name = ref('')
const when = ref('')
const { busy, trying } = useTrying()

const open = () => trying(true, async () => {
  const { id } = await api.openClass({ name: name.value.trim(), when: when.value.trim() })
  await navigateTo(`/register/${id}`)
})
</script>

<template>
  <v-dialog v-model="isOpen" max-width="460">
    <form class="card dialog" @submit.prevent="open">
      <h2>A new class</h2>
      <label>Its name <input v-model="name" maxlength="80" placeholder="Saturday beginners" required></label>
      <label>When it meets <input v-model="when" maxlength="120" placeholder="Saturdays at ten"></label>
      <p class="small soft">A class code is drawn by lot: learners come in with it, their name and their PIN.</p>
      <div class="row">
        <v-btn color="primary" type="submit" :disabled="name.trim() === ''" :loading="busy !== null">Open the class</v-btn>
        <v-btn variant="text" @click="isOpen = false">Close</v-btn>
      </div>
    </form>
  </v-dialog>
</template>

<style scoped>
.dialog, label { display: grid; gap: 12px; }
label { gap: 4px; }
input { border: 1px solid var(--line); border-radius: 6px; padding: 8px 10px; background: var(--paper); color: var(--ink); font: inherit; }
.row { display: flex; gap: 10px; }
</style>
