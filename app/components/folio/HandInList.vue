<script setup lang="ts">
import type { FolioHandIn } from '#shared/views'
import { STATE_WORDS } from '../../sheet/state-words'

/** What was handed in of a drawing, and what was answered. */
defineProps<{ handIns: readonly FolioHandIn[] }>()
</script>

<template>
  <section v-if="handIns.length" class="handed">
    <h3>Handed in</h3>
    <NuxtLink v-for="handIn in handIns" :key="handIn.id" :to="`/answer/${handIn.id}`" class="hand-in">
      <HandInPicture
        :id="handIn.id"
        :alt="`Your drawing, hand-in ${handIn.attempt}`"
        :is-waiting="handIn.met === null && handIn.state === 'waiting'"
      />
      <span>
        <strong>Hand-in {{ handIn.attempt }}</strong>
        {{ ' ' }}
        <span class="soft small">{{ timeInWords(handIn.handedInAt) }}</span><br />
        <span class="state small" :class="handIn.state">{{ STATE_WORDS.learner[handIn.state] }}</span><br />
        <span v-if="handIn.answer" class="small quote"
          >“{{ handIn.answer.words }}” <span class="soft">{{ handIn.answer.teacher }}</span></span
        >
      </span>
    </NuxtLink>
  </section>
</template>

<style scoped>
.handed {
  margin-top: 22px;
  border-top: 1px dashed var(--line);
  padding-top: 12px;
}
.hand-in {
  display: grid;
  grid-template-columns: 108px 1fr;
  gap: 16px;
  align-items: center;
  color: inherit;
  text-decoration: none;
  padding: 8px;
  border-radius: 8px;
}
.hand-in:hover {
  background: var(--paper-shade);
}
.state {
  color: var(--ink-soft);
}
.state.again {
  color: var(--ochre);
  font-weight: 560;
}
.state.accepted {
  color: var(--blue);
  font-weight: 560;
}
.quote {
  font-style: italic;
}
</style>
