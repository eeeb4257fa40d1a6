<script setup lang="ts">
import type { Person } from '#shared/views'
import { api } from '../../api/routes'

/** A learner joins: class code, name, PIN. */
const props = defineProps<{ code?: string; name?: string }>()
const emit = defineEmits<{ entered: [person: Person] }>()
const code = ref(props.code ?? '')
const name = ref(props.name ?? '')
const pin = ref('')

const { isBusy, trouble, enter } = useDoor(
  () =>
    code.value.trim().length >= 4 && name.value.trim() !== '' && /^\d{4,8}$/.test(pin.value)
      ? null
      : 'Fill in the class code, your name and the PIN of four digits or more.',
  () => api.signInLearner(code.value, name.value, pin.value),
  () => {
    pin.value = ''
  },
  person => emit('entered', person),
)
</script>

<template>
  <form novalidate @submit.prevent="enter">
    <v-text-field
      v-model="code"
      label="Class code"
      autocapitalize="characters"
      autocomplete="off"
      spellcheck="false"
      class="code"
    />
    <v-text-field v-model="name" label="Your name" autocomplete="name" />
    <v-text-field v-model="pin" label="PIN" type="password" inputmode="numeric" autocomplete="off" maxlength="8" />
    <p v-if="trouble" class="trouble" role="alert">
      <strong>{{ trouble.message }}</strong> {{ trouble.fix }}
    </p>
    <v-btn type="submit" color="primary" size="large" block :loading="isBusy">Come in</v-btn>
  </form>
</template>

<style scoped>
.code :deep(input) {
  text-transform: uppercase;
  letter-spacing: 0.12em;
}
.trouble {
  border-left: 4px solid var(--ochre);
  padding-left: 12px;
  margin: 0 0 14px;
}
</style>
