<script setup lang="ts">
import { stepsInWords } from '#core/plan'
import type { LibraryCard } from '#shared/views'
import { api } from '../../api/routes'

/** What other teachers of the place share: to be read, copied and given. */
defineProps<{ plans: readonly LibraryCard[] }>()
const emit = defineEmits<{ copied: [] }>()
const { say } = useNotices()
const { busy, trying } = useTrying<number>()
const copy = ({ id, title, by }: LibraryCard) =>
  trying(id, async () => {
    await api.copyPlan(id)
    emit('copied')
    say(`“${title}” is in your Plan book.`, `It says that it is ${by}’s first; what you change is yours.`)
  })
</script>

<template>
  <section v-if="plans.length" aria-labelledby="library">
    <h2 id="library">From other teachers here</h2>
    <ul>
      <li v-for="plan in plans" :key="plan.id" class="card" data-test="library-plan">
        <NuxtLink :to="`/plans/${plan.id}`" :aria-label="`Read ${plan.title}`"
          ><img
            :src="`${api.planCardPicture(plan.id)}&of=${plan.changedAt ?? ''}`"
            alt=""
            loading="lazy"
            decoding="async"
        /></NuxtLink>
        <div class="about">
          <NuxtLink :to="`/plans/${plan.id}`"
            ><strong>{{ plan.title }}</strong></NuxtLink
          >
          <span class="small soft">by {{ plan.by }} · {{ stepsInWords(plan.steps) }} · {{ plan.minutes }} minutes</span>
          <span>
            <v-btn size="small" variant="outlined" :to="`/plans/${plan.id}`">Read it</v-btn>
            <v-btn
              size="small"
              variant="text"
              :loading="busy === plan.id"
              :aria-label="`Copy ${plan.title} to my Plan book`"
              @click="copy(plan)"
              >Copy to my book</v-btn
            >
          </span>
        </div>
      </li>
    </ul>
  </section>
</template>

<style scoped>
h2 {
  margin: 26px 0 12px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(310px, 1fr));
  gap: 12px;
}
li {
  display: flex;
  gap: 14px;
  padding: 10px;
}
img {
  width: 104px;
  aspect-ratio: 4 / 3;
  object-fit: contain;
  background: #fff;
  border: 1px solid var(--line);
  border-radius: 4px;
  display: block;
}
.about {
  display: grid;
  gap: 2px;
  align-content: start;
  min-width: 0;
}
a {
  color: inherit;
}
</style>
