<script setup lang="ts">
import type { Person } from '#shared/views'
import { useSession } from '../stores/session'

definePageMeta({ layout: 'default' })
const session = useSession()
const route = useRoute()
const door = ref<'learner' | 'teacher'>('learner')

async function entered(person: Person): Promise<void> {
  session.enter(person)
  const { then } = route.query
  // Only a path of our own: never to another site.
  const isOwn = typeof then === 'string' && /^\/(?![/\\])/.test(then)
  await navigateTo(isOwn ? then : session.home)
}
</script>

<template>
  <div class="door">
    <section class="picture">
      <HallWindow />
      <h1>Draw a thing step by step, and see what your hand has learned.</h1>
      <p class="soft">Sketch it, line it, colour it, shade it. It may wobble; undo is free; take your time.</p>
    </section>
    <section class="card entry">
      <div role="tablist" aria-label="Who is coming in" class="tabs">
        <button role="tab" :aria-selected="door === 'learner'" @click="door = 'learner'">I have a class code</button>
        <button role="tab" :aria-selected="door === 'teacher'" @click="door = 'teacher'">I teach</button>
      </div>
      <p v-if="route.query.again" class="small again">
        You were signed out after a while. Sign in to go on where you were.
      </p>
      <template v-if="door === 'learner'">
        <h2>Come to the table</h2>
        <p class="soft small">The code, your name and your PIN are on the slip from your teacher.</p>
        <LearnerDoor @entered="entered" />
      </template>
      <template v-else>
        <h2>To your desk</h2>
        <p class="soft small">Your plans, your classes, and what waits for a look.</p>
        <TeacherDoor @entered="entered" />
      </template>
    </section>
  </div>
</template>

<style scoped>
.door {
  max-width: 1120px;
  margin: 0 auto;
  padding: 40px 32px;
  display: grid;
  grid-template-columns: 1.15fr 1fr;
  gap: 56px;
  align-items: center;
  min-height: calc(100vh - 60px);
}
.picture h1 {
  margin: 22px 0 8px;
  max-width: 20ch;
  font-size: 2rem;
}
.entry {
  padding: 26px 30px 30px;
}
.tabs {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
  margin-bottom: 22px;
  border-bottom: 1px solid var(--line);
}
.tabs button {
  padding: 10px 6px;
  border-bottom: 3px solid transparent;
  color: var(--ink-soft);
  font-weight: 450;
  min-height: 44px;
}
.tabs button[aria-selected='true'] {
  color: var(--ink);
  border-bottom-color: var(--blue);
}
.again {
  border-left: 4px solid var(--ochre);
  padding-left: 12px;
}
@media (max-width: 820px) {
  .door {
    grid-template-columns: 1fr;
    gap: 24px;
  }
  .picture h1 {
    font-size: 1.5rem;
  }
}
</style>
