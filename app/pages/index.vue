<script setup lang="ts">
import type { DoorView } from '#shared/place'
import type { Person } from '#shared/views'
import { api } from '../api/routes'
import { useSession } from '../stores/session'

definePageMeta({ layout: 'default' })
const session = useSession()
const route = useRoute()
const door = ref<'learner' | 'teacher'>(route.query.teach ? 'teacher' : 'learner')
/** Whose place it is; not being able to tell keeps nobody out. */
const place = shallowRef<DoorView | null>(null)
onMounted(async () => {
  place.value = await api.door().catch(() => null)
})
/** Why somebody came back from the school's accounts without being let in. */
const schoolTrouble = computed(() => {
  const { not } = route.query
  if (typeof not !== 'string') return null
  return SCHOOL_TROUBLES[not] ?? SCHOOL_TROUBLES.unexpected
})
const SCHOOL_TROUBLES: Record<string, string> = {
  'not-yours':
    'Nobody with the address of that school account may teach here. Ask whoever keeps the place to invite you by it.',
  'wrong-sign-in': 'The school’s accounts did not say who you are. Begin once more.',
  unexpected: 'The school’s accounts do not answer just now. Come in with your password, or try again in a while.',
}
/** What a slip's link says: the PIN is on the slip alone. */
const slip = computed(() => {
  const { class: code, name } = route.query
  return typeof code === 'string' && typeof name === 'string' ? { code, name } : null
})

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
      <p v-if="place?.place" class="whose display" data-test="whose">{{ place.place.name }}</p>
      <PageHeading title="The front door">Draw a thing step by step, and see what your hand has learned.</PageHeading>
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
        <p v-if="slip" class="soft small">You come by a slip: your PIN is on it.</p>
        <p v-else class="soft small">The code, your name and your PIN are on the slip from your teacher.</p>
        <LearnerDoor
          :code="slip?.code"
          :name="slip?.name"
          :has-pictures="route.query.pictures === '1'"
          @entered="entered"
        />
      </template>
      <template v-else>
        <h2>To your desk</h2>
        <p class="soft small">Your plans, your classes, and what waits for a look.</p>
        <p v-if="schoolTrouble" class="small again" role="alert">{{ schoolTrouble }}</p>
        <TeacherDoor :school="place?.school ?? null" :is-mailing="place?.isMailing ?? false" @entered="entered" />
      </template>
      <p class="kept small"><NuxtLink to="/what-is-kept" :prefetch="false">What is kept, and how long</NuxtLink></p>
      <p v-if="place && !place.place" class="own small">
        {{
          place.isDemoOpen
            ? 'This is the demo: an evening class that nobody has to be careful with.'
            : 'Nobody has made this place their own yet.'
        }}
        <!-- Once in the life of a place: nobody else loads it. -->
        <NuxtLink to="/set-up" :prefetch="false">Set up your own</NuxtLink>
      </p>
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
.entry p.soft {
  margin-bottom: 16px;
}
.kept {
  margin: 16px 0 0;
}
.own {
  margin: 22px 0 0;
  padding-top: 14px;
  border-top: 1px solid var(--line);
}
.whose {
  margin: 18px 0 -14px;
  color: var(--ink-soft);
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
