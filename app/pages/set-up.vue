<script setup lang="ts">
import type { DemoFate } from '#shared/place'
import { api } from '../api/routes'
import { useSession } from '../stores/session'
import { writeDatesBy } from '../composables/common/useTimes'
import { placeHere } from '../sheet/places'

/** Makes this Little Easel somebody's own: the place, its first teacher, and what becomes of the demo. */
const session = useSession()
const { data: door, trouble: doorTrouble, load } = usePageData(() => api.door())
const code = ref('')
const place = ref({ name: '', ...placeHere() })
const teacher = ref({ name: '', email: '', password: '' })
const demo = ref<DemoFate>('stays')
const newPassword = useTemplateRef<{ isGood: boolean }>('newPassword')

const FATES: readonly { value: DemoFate; title: string; words: string }[] = [
  { value: 'stays', title: 'It stays', words: 'To try things out, on this machine only: its passwords are published.' },
  { value: 'put-away', title: 'It is put away', words: 'Its classes go to the archive and its account is locked.' },
  { value: 'goes', title: 'It goes', words: 'Erased for good, with all that was drawn in it.' },
]

const missing = () => {
  if (code.value.trim() === '') return 'Fill in the code from where Little Easel was started.'
  if (place.value.name.trim() === '') return 'Write what the place is called.'
  if (teacher.value.name.trim() === '' || !teacher.value.email.includes('@')) return 'Fill in your name and e-mail.'
  return newPassword.value?.isGood ? null : 'The password is easily guessed: read what stands below it.'
}
const { isBusy, trouble, enter } = useDoor(
  missing,
  () =>
    api.setUp({
      code: code.value.trim(),
      place: { ...place.value, name: place.value.name.trim() },
      teacher: { ...teacher.value, name: teacher.value.name.trim(), email: teacher.value.email.trim() },
      demo: demo.value,
    }),
  () => {},
  person => {
    writeDatesBy(place.value)
    session.enter(person)
    return navigateTo('/desk')
  },
)
</script>

<template>
  <div class="page narrow">
    <LoadingOrTrouble v-if="!door" :trouble="doorTrouble" @again="load" />
    <template v-else-if="door.place">
      <PageHeading :title="door.place.name" />
      <p>This place is set up already. Ask whoever keeps it for an invitation, or sign in.</p>
      <v-btn color="primary" to="/">To the front door</v-btn>
    </template>
    <form v-else novalidate @submit.prevent="enter">
      <PageHeading title="A place of your own" />
      <p class="soft">Done once. You will keep it: invite other teachers, see what is kept, hand it on one day.</p>
      <section class="card">
        <h2>The code</h2>
        <p class="small soft">
          It stands in the window where Little Easel was started, so that nobody but you can do this.
        </p>
        <v-text-field
          v-model="code"
          v-focus
          label="Code"
          placeholder="ABCD-EFGH-JKMN"
          autocomplete="off"
          autocapitalize="characters"
          spellcheck="false"
          maxlength="40"
          class="code"
          hide-details
        />
      </section>
      <section class="card">
        <h2>The place</h2>
        <PlaceFields v-model="place" />
      </section>
      <section class="card">
        <h2>You</h2>
        <v-text-field v-model="teacher.name" label="Your name" autocomplete="name" maxlength="80" />
        <v-text-field v-model="teacher.email" label="E-mail" type="email" autocomplete="username" maxlength="200" />
        <NewPassword ref="newPassword" v-model="teacher.password" :about="[teacher.name, teacher.email, place.name]" />
      </section>
      <fieldset v-if="door.isDemoOpen" class="card">
        <legend class="display">The demo</legend>
        <label v-for="each in FATES" :key="each.value" class="fate">
          <input v-model="demo" type="radio" name="demo" :value="each.value" />
          <span>
            <strong>{{ each.title }}</strong><br />
            <span class="small soft">{{ each.words }}</span>
          </span>
        </label>
      </fieldset>
      <TroubleLine :trouble="trouble" />
      <v-btn type="submit" color="primary" size="large" :loading="isBusy">Set it up</v-btn>
    </form>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 720px;
}
.card {
  margin: 0 0 16px;
}
.card h2 {
  margin: 0 0 12px;
}
.card p.small {
  margin-bottom: 16px;
}
.code :deep(input) {
  text-transform: uppercase;
  letter-spacing: 0.12em;
}
legend {
  float: left;
  width: 100%;
  font-size: 1.3rem;
  margin-bottom: 8px;
}
.fate {
  clear: both;
  display: flex;
  gap: 12px;
  align-items: flex-start;
  padding: 8px 0;
  min-height: 44px;
}
.fate input {
  width: 18px;
  height: 18px;
  margin-top: 4px;
}
</style>
