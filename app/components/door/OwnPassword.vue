<script setup lang="ts">
import { troubleOf } from '../../api/client'
import { api } from '../../api/routes'
import { useSession } from '../../stores/session'

/** A teacher takes a new password; elsewhere they are signed out by it. */
const emit = defineEmits<{ changed: [] }>()
const session = useSession()
const password = ref('')
const next = ref('')
const newPassword = useTemplateRef('newPassword')
const { say } = useNotices()
const isBusy = ref(false)
const trouble = ref<{ message: string; fix: string } | null>(null)

async function change(): Promise<void> {
  if (password.value === '' || !newPassword.value?.isGood) {
    trouble.value = { message: 'Something is still missing.', fix: 'Both, and a new one that holds.' }
    return
  }
  isBusy.value = true
  try {
    await api.changePassword(password.value, next.value)
    password.value = next.value = ''
    trouble.value = null
    say('You have a new password.', 'Elsewhere you are signed out.')
    emit('changed')
  } catch (error) {
    trouble.value = troubleOf(error)
  } finally {
    isBusy.value = false
  }
}
</script>

<template>
  <form class="card" novalidate @submit.prevent="change">
    <h2>Your password</h2>
    <v-text-field
      v-model="password"
      label="As it is now"
      type="password"
      autocomplete="current-password"
      maxlength="200"
    />
    <NewPassword ref="newPassword" v-model="next" label="The new one" :about="[session.person?.name ?? '']" />
    <p v-if="trouble" class="trouble" role="alert">
      <strong>{{ trouble.message }}</strong> {{ trouble.fix }}
    </p>
    <v-btn type="submit" variant="outlined" :loading="isBusy">Take the new one</v-btn>
  </form>
</template>

<style scoped>
h2 {
  margin: 0 0 14px;
}
.card {
  max-width: 720px;
}
.trouble {
  border-left: 4px solid var(--ochre);
  padding-left: 12px;
  margin: 0 0 14px;
}
</style>
