<script setup lang="ts">
import { useOutbox } from '../../stores/outbox'
import { useSession } from '../../stores/session'

/** Signs out; what has not reached the server is sent first, or it is said what waits. */
const session = useSession()
const outbox = useOutbox()
const { trying } = useTrying()
const { say } = useNotices()
const isBusy = ref(false)
const isAsking = ref(false)

async function leave(): Promise<void> {
  isBusy.value = true
  await outbox.send()
  isBusy.value = false
  if (outbox.waiting.length) isAsking.value = true
  else await go()
}

const go = () =>
  trying(true, async () => {
    isAsking.value = false
    const owner = session.logOwner
    await session.leave()
    if (owner !== null) await outbox.forget(owner)
    await navigateTo('/')
    say(
      'You are signed out.',
      outbox.waiting.length
        ? 'What waits to be sent stays on this device; the rest of your drawings is off it.'
        : 'Your drawings are off this device: the server has them all.',
    )
  })
async function wait(): Promise<void> {
  isAsking.value = false
  await outbox.send()
}
</script>

<template>
  <v-btn variant="outlined" size="small" :loading="isBusy" @click="leave">Sign out</v-btn>
  <CardDialog v-model="isAsking" title="Something waits to be sent" :width="480">
    <ul>
      <li v-for="each in outbox.waiting" :key="each.drawing">
        <strong>{{ each.title }}</strong>: {{ each.acts }} {{ each.acts === 1 ? 'act' : 'acts' }}.
        <span v-if="each.trouble" class="soft">{{ each.trouble.message }}</span>
      </li>
    </ul>
    <p>
      If you sign out now, it stays on this device. It is sent when you sign in here again, whatever page you open then.
    </p>
    <template #actions>
      <v-btn color="primary" @click="wait">Stay, and try again</v-btn>
      <v-btn variant="outlined" @click="go">Sign out all the same</v-btn>
    </template>
  </CardDialog>
</template>

<style scoped>
ul {
  padding-left: 1.2em;
}
</style>
