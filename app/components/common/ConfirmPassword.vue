<script setup lang="ts">
import { api } from '../../api/routes'
import { confirmBy, troubleOf } from '../../api/client'

/** Asks for the password once more before what can't be undone. */
const isOpen = ref(false)
const password = ref('')
const trouble = ref<{ message: string; fix: string } | null>(null)
const isBusy = ref(false)
let answer: (isGiven: boolean) => void = () => {}

function ask(): Promise<boolean> {
  password.value = ''
  trouble.value = null
  isOpen.value = true
  return new Promise(resolve => (answer = resolve))
}
async function give(): Promise<void> {
  isBusy.value = true
  try {
    await api.confirm(password.value)
    answer(true)
    isOpen.value = false
  } catch (error) {
    trouble.value = troubleOf(error)
  } finally {
    isBusy.value = false
    password.value = ''
  }
}
watch(isOpen, open => open || answer(false))
onMounted(() => confirmBy(ask))
onBeforeUnmount(() => confirmBy(null))
</script>

<template>
  <CardDialog v-model="isOpen" title="This can’t be undone">
    <form id="confirm" class="form" @submit.prevent="give">
      <p>Give your password once more, so that it is surely you.</p>
      <v-text-field
        v-model="password"
        v-focus
        label="Your password"
        type="password"
        autocomplete="current-password"
        maxlength="200"
      />
      <TroubleLine :trouble="trouble" />
    </form>
    <template #actions>
      <v-btn type="submit" form="confirm" color="primary" :loading="isBusy" :disabled="password === ''">Go on</v-btn>
    </template>
    <template #leave>Leave it</template>
  </CardDialog>
</template>

<style scoped>
.form {
  display: grid;
  gap: 10px;
}
</style>
