<script setup lang="ts">
import { api } from '../api/routes'
import { useSession } from '../stores/session'

/** Where a link leads: a teacher comes in for the first time, or with a new password. */
const session = useSession()
const { say } = useNotices()
const route = useRoute()
const token = route.hash.slice(1)
const { data: view, trouble: linkTrouble, load } = usePageData(() => api.invited(token))
const name = ref('')
const password = ref('')
const newPassword = useTemplateRef<{ isGood: boolean }>('newPassword')
watch(view, found => (name.value ||= found?.name ?? ''))

const { isBusy, trouble, enter } = useDoor(
  () => (name.value.trim() !== '' && newPassword.value?.isGood ? null : 'Read what stands below the password.'),
  () => api.accept({ token, name: name.value.trim(), password: password.value }),
  () => {},
  ({ person }) => {
    if (!person) {
      say('Your password is set.', 'Sign in with it and your code.')
      return navigateTo('/?teach=1')
    }
    session.enter(person)
    return navigateTo('/desk')
  },
)
</script>

<template>
  <div class="page narrow">
    <LoadingOrTrouble v-if="!view" :trouble="linkTrouble" @again="load" />
    <form v-else novalidate class="card" @submit.prevent="enter">
      <PageHeading :title="view.isReset ? 'A new password' : `Teach at ${view.placeName}`" />
      <p class="soft">
        {{
          view.isReset
            ? `For ${view.name}. Wherever you are signed in, you are signed out.`
            : 'You are invited. Take a password of your own; you sign in with it and your e-mail.'
        }}
      </p>
      <v-text-field v-if="!view.isReset" v-model="name" label="Your name" autocomplete="name" maxlength="80" />
      <v-text-field :model-value="view.email" label="E-mail" type="email" autocomplete="username" readonly />
      <NewPassword ref="newPassword" v-model="password" :about="[name, view.email, view.placeName]" />
      <TroubleLine :trouble="trouble" />
      <v-btn type="submit" color="primary" size="large" block :loading="isBusy">Come in</v-btn>
    </form>
  </div>
</template>

<style scoped>
h1 {
  margin: 4px 0 10px;
}
p.soft {
  margin-bottom: 18px;
}
.narrow {
  max-width: 560px;
}
</style>
