<script setup lang="ts">
import type { Person } from '#shared/views'
import { ApiRefusal } from '../../api/client'
import { api } from '../../api/routes'

/** A teacher signs in: e-mail and password. */
/** `school`: what the school's own accounts are called; `isMailing`: a new password can be asked for by mail. */
defineProps<{ school: string | null; isMailing: boolean }>()
const emit = defineEmits<{ entered: [person: Person] }>()
const isForgotten = ref(false)
const email = ref('')
const password = ref('')
/** Of those who have a second factor: asked for once the password was right. */
const code = ref('')
const isCodeAsked = ref(false)

const { isBusy, trouble, enter } = useDoor(
  () => (email.value.includes('@') && password.value ? null : 'Fill in your e-mail and your password.'),
  async () => {
    try {
      return await api.signInTeacher(email.value.trim(), password.value, code.value.trim() || undefined)
    } catch (error) {
      isCodeAsked.value ||= error instanceof ApiRefusal && error.code === 'code-wanted'
      throw error
    }
  },
  () => {
    code.value = ''
    if (!isCodeAsked.value) password.value = ''
  },
  person => emit('entered', person),
)
</script>

<template>
  <form novalidate @submit.prevent="enter">
    <v-text-field v-model="email" label="E-mail" type="email" autocomplete="username" />
    <v-text-field v-model="password" label="Password" type="password" autocomplete="current-password" />
    <v-text-field
      v-if="isCodeAsked"
      v-model="code"
      v-focus
      label="Code"
      autocomplete="one-time-code"
      autocapitalize="characters"
      spellcheck="false"
      maxlength="40"
    />
    <LazyTroubleLine v-if="trouble" :trouble="trouble" />
    <v-btn type="submit" color="primary" block size="large" :loading="isBusy">Sign in</v-btn>
    <v-btn v-if="school" class="school" variant="outlined" block size="large" href="/api/session/school"
      >Come in with {{ school }}</v-btn
    >
    <p class="small forgotten"><button type="button" @click="isForgotten = true">I forgot my password</button></p>
    <LazyForgottenPassword v-if="isForgotten" :email="email" :is-mailing="isMailing" @close="isForgotten = false" />
  </form>
</template>

<style scoped>
.school {
  margin-top: 10px;
}
.forgotten {
  margin: 12px 0 0;
}
.forgotten button {
  text-decoration: underline;
  min-height: 32px;
}
</style>
