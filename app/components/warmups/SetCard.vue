<script setup lang="ts">
import { DRILLS } from '#core/drill'
import type { OwnWarmUpSet } from '#shared/views'

/** Warm-ups that the class was asked for, and how far one is with them. */
const { set } = defineProps<{ set: OwnWarmUpSet }>()
const done = computed(() => set.scores.filter(each => each !== null).length)
const at = computed(() => Math.max(set.scores.indexOf(null), 0))
const route = (place: number) => ({
  path: `/warm-ups/${set.warmUps[place]!.drill}`,
  query: { seed: set.warmUps[place]!.seed, set: set.id, at: place },
})
</script>

<template>
  <article class="card set">
    <div class="words">
      <strong>{{ set.title }}</strong>
      {{ ' ' }}
      <span class="small soft">{{ dateInWords(set.day) }} · {{ done }} of {{ set.warmUps.length }} done</span>
      <ul class="small">
        <li v-for="(each, i) in set.warmUps" :key="i">
          <NuxtLink :to="route(i)">{{ DRILLS[each.drill].title }}</NuxtLink><span
            v-if="set.scores[i]"
            class="numbers soft"
          >
            {{ set.scores[i].best }}</span
          >
        </li>
      </ul>
    </div>
    <v-btn
      :color="done < set.warmUps.length ? 'primary' : undefined"
      :variant="done < set.warmUps.length ? 'flat' : 'outlined'"
      size="small"
      :to="route(at)"
      >{{ done === 0 ? 'Begin' : done < set.warmUps.length ? 'Go on' : 'Once more' }}</v-btn
    >
  </article>
</template>

<style scoped>
.set {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  align-items: center;
  padding: 12px 16px;
}
.words {
  flex: 1;
  min-width: 220px;
}
ul {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
}
li {
  min-height: 26px;
}
</style>
