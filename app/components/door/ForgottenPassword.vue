<script setup lang="ts">
import { api } from '../../api/routes'

/** Asks for a link that sets a new password: by mail, or through whoever keeps the place. */
const { email } = defineProps<{ email: string; isMailing: boolean }>()
const emit = defineEmits<{ close: [] }>()
const address = ref(email)
const isAsked = ref(false)
const { busy, trying } = useTrying()
const ask = () =>
  trying(true, async () => {
    await api.forgotPassword(address.value.trim())
    isAsked.value = true
  })
</script>

<template>
  <CardDialog :model-value="true" title="A new password" @update:model-value="emit('close')">
    <p v-if="isAsked" role="status">
      {{
        isMailing
          ? 'If a teacher here has this address, a mail with a link is on its way. It is good for a day.'
          : 'If a teacher here has this address, a link lies ready. No mails leave this place: ask whoever keeps it to hand it over.'
      }}
    </p>
    <template v-else>
      <p>
        {{
          isMailing
            ? 'A link comes to your e-mail address.'
            : 'No mails leave this place. Whoever keeps it gets the link, and hands it over to you.'
        }}
      </p>
      <v-text-field
        v-model="address"
        label="Your e-mail"
        type="email"
        autocomplete="username"
        hide-details
        @keydown.enter.prevent="address.includes('@') && ask()"
      />
    </template>
    <template #actions>
      <v-btn v-if="!isAsked" color="primary" :disabled="!address.includes('@')" :loading="busy !== null" @click="ask"
        >Ask for it</v-btn
      >
    </template>
  </CardDialog>
</template>
