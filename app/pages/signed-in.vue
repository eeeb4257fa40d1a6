<script setup lang="ts">
import { api } from '../api/routes'

/** A teacher's own account: the password, and where they are signed in; each can be ended by itself, or all others. */
definePageMeta({ who: 'teacher' })
const { data: view, trouble, load } = usePageData(() => api.sessions())
const { busy, trying } = useTrying<number>()
const { say } = useNotices()
const others = computed(() => view.value?.sessions.filter(each => !each.isThis).length ?? 0)

const end = (id: number) =>
  trying(id, async () => {
    await api.endSession(id)
    await load()
  })
const endOthers = () =>
  trying(0, async () => {
    await api.endOtherSessions()
    await load()
    say('You are signed in here alone now.')
  })
</script>

<template>
  <div class="page">
    <PageHeading title="Your account" />
    <p>
      Letters, light, motion and keys: <NuxtLink to="/as-i-like-it">as I like it</NuxtLink>. It is so on this device.
    </p>
    <div class="own">
      <OwnPassword @changed="load" />
      <SecondFactor />
    </div>
    <h2 class="where">Where you are signed in</h2>
    <p class="soft">
      Each of these may open your classes. End what you don’t know, or what stands where others sit; what was drawn
      there is kept.
    </p>
    <LoadingOrTrouble v-if="!view" :trouble="trouble" @again="load" />
    <template v-else>
      <ul class="sessions">
        <li v-for="each in view.sessions" :key="each.id" class="card session" data-test="session">
          <div>
            <strong>{{ each.device || 'A device that does not say what it is' }}</strong>
            <span v-if="each.isThis" class="this small">this one</span>
            <br />
            <span class="small soft">
              <template v-if="each.address">from {{ each.address }} · </template>since {{ timeInWords(each.beganAt) }} ·
              last heard of {{ timeInWords(each.seenAt) }}
            </span>
          </div>
          <v-btn
            v-if="!each.isThis"
            variant="outlined"
            size="small"
            :loading="busy === each.id"
            :aria-label="`End ${each.device}, since ${timeInWords(each.beganAt)}`"
            @click="end(each.id)"
            >End</v-btn
          >
        </li>
      </ul>
      <v-btn v-if="others > 1" color="primary" :loading="busy === 0" @click="endOthers">End all but this one</v-btn>
    </template>
  </div>
</template>

<style scoped>
.own {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 380px), 1fr));
  gap: 16px;
  align-items: start;
}
.where {
  margin-top: 28px;
}
.sessions {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 10px;
  max-width: 720px;
}
.session {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 14px;
}
.this {
  margin-left: 8px;
  padding: 1px 8px;
  border-radius: 999px;
  background: var(--paper-shade);
}
</style>
