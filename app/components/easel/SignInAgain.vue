<script setup lang="ts">
import type { Person } from '#shared/views'
import { useSession } from '../../stores/session'

/** The session ran out while drawing: sign in without leaving the sheet. */
const session = useSession()
const drawing = useDrawing()
const isOpen = ref(false)
const isSignedOut = computed(() => drawing.sending.value.state === 'signed-out')
const { say } = useNotices()

async function entered(person: Person): Promise<void> {
  if (session.person && (person.kind !== 'learner' || person.id !== session.person.id)) {
    say(
      'This sheet belongs to someone else.',
      `Sign in as ${session.person.name}, or go back to the folio.`,
      'attention',
    )
    return
  }
  session.enter(person)
  isOpen.value = false
  await drawing.wake()
}
</script>

<template>
  <div v-if="isSignedOut" class="again" role="alert">
    <span
      ><strong>You are signed out.</strong> Go on drawing: your strokes are kept here. They are sent once you are signed
      in.</span
    >
    <v-btn size="small" color="primary" @click="isOpen = true">Sign in</v-btn>
    <CardDialog v-model="isOpen" title="Sign in, and go on" :width="420">
      <p class="small soft">Your sheet stays as it is.</p>
      <LearnerDoor :name="session.person?.name" @entered="entered" />
    </CardDialog>
  </div>
</template>

<style scoped>
.again {
  display: flex;
  align-items: center;
  gap: 14px;
  justify-content: center;
  padding: 6px 14px;
  background: var(--paper-shade);
  border-bottom: 2px solid var(--ochre);
  font-size: 0.93rem;
}
</style>
