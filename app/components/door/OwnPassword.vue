<script setup lang="ts">
import { api } from '../../api/routes'
import { useSession } from '../../stores/session'

/** A teacher takes a new password; elsewhere they are signed out by it. */
const emit = defineEmits<{ changed: [] }>()
const session = useSession()
const password = ref('')
const next = ref('')
const newPassword = useTemplateRef<{ isGood: boolean }>('newPassword')
const { say } = useNotices()
const { isBusy, trouble, enter } = useDoor(
  () => (password.value !== '' && newPassword.value?.isGood ? null : 'Both, and a new one that holds.'),
  () => api.changePassword(password.value, next.value),
  () => {
    password.value = ''
  },
  () => {
    password.value = next.value = ''
    say('You have a new password.', 'Elsewhere you are signed out.')
    emit('changed')
  },
)
</script>

<template>
  <form class="card" novalidate @submit.prevent="enter">
    <h2>Your password</h2>
    <v-text-field
      v-model="password"
      label="As it is now"
      type="password"
      autocomplete="current-password"
      maxlength="200"
    />
    <NewPassword ref="newPassword" v-model="next" label="The new one" :about="[session.person?.name ?? '']" />
    <TroubleLine :trouble="trouble" />
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
</style>
