<script setup lang="ts">
import type { Person } from '#shared/views'
import { api } from '../../api/routes'

/** A learner joins: class code, name, PIN. */
const props = defineProps<{ code?: string; name?: string; hasPictures?: boolean }>()
const emit = defineEmits<{ entered: [person: Person] }>()
const code = ref(props.code ?? '')
const name = ref(props.name ?? '')
const pin = ref('')
/** The PIN is of pictures: the slip says so, or whoever comes. */
const isOfPictures = ref(props.hasPictures ?? false)
const isGuest = ref(false)

const { isBusy, trouble, enter } = useDoor(
  () => {
    const isNamed = code.value.trim().length >= 4 && name.value.trim() !== ''
    if (isGuest.value) return isNamed ? null : 'Fill in the class code, and how we may call you.'
    if (isNamed && /^\d{4,8}$/.test(pin.value)) return null
    return isOfPictures.value
      ? 'Fill in the class code and your name, and touch your pictures.'
      : 'Fill in the class code, your name and the PIN of four digits or more.'
  },
  () =>
    isGuest.value ? api.comeAsGuest(code.value, name.value) : api.signInLearner(code.value, name.value, pin.value),
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
    <template v-if="!isGuest">
      <LazyPicturePad v-if="isOfPictures" v-model="pin" />
      <v-text-field
        v-else
        v-model="pin"
        label="PIN"
        type="password"
        inputmode="numeric"
        autocomplete="off"
        maxlength="8"
      />
    </template>
    <p v-else class="small soft">
      For this lesson only. What you draw is kept if your teacher takes you into the class.
    </p>
    <LazyTroubleLine v-if="trouble" :trouble="trouble" />
    <v-btn type="submit" color="primary" size="large" block :loading="isBusy">{{
      isGuest ? 'Come in as a guest' : 'Come in'
    }}</v-btn>
    <p class="small others">
      <button v-if="!isGuest" type="button" @click="isOfPictures = !isOfPictures">
        {{ isOfPictures ? 'My PIN is of digits' : 'My PIN is of pictures' }}
      </button>
      <button type="button" @click="isGuest = !isGuest">{{ isGuest ? 'I have a PIN' : 'I am a guest' }}</button>
    </p>
  </form>
</template>

<style scoped>
.code :deep(input) {
  text-transform: uppercase;
  letter-spacing: 0.12em;
}
.others {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
  margin: 12px 0 0;
}
.others button {
  text-decoration: underline;
  min-height: 32px;
}
</style>
