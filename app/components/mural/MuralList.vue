<script setup lang="ts">
import type { MuralCard } from '#shared/mural'

/** The murals of a class, as the teacher finds them in the Register. `classId` null: no more are laid out. */
const props = defineProps<{ murals: readonly MuralCard[]; classId: number | null }>()
const open = computed(() => props.murals.filter(each => !each.isArchived))
const away = computed(() => props.murals.filter(each => each.isArchived))
</script>

<template>
  <section aria-labelledby="murals-title">
    <div class="head">
      <h2 id="murals-title">Murals</h2>
      <v-btn v-if="classId !== null" size="small" variant="outlined" :to="`/murals/new?class=${classId}`"
        >A new mural</v-btn
      >
    </div>
    <p v-if="open.length === 0" class="soft small">
      None yet. Cut a picture or a bare grid into panels, and the class draws it together.
    </p>
    <ul>
      <li v-for="mural in open" :key="mural.id" class="card">
        <NuxtLink :to="`/murals/${mural.id}`"
          ><strong>{{ mural.title }}</strong></NuxtLink
        >
        <span class="small soft numbers">{{ mural.taken }} of {{ mural.panels }} panels taken</span>
      </li>
    </ul>
    <details v-if="away.length" class="small">
      <summary>{{ away.length === 1 ? 'One is' : `${away.length} are` }} put away</summary>
      <p v-for="mural in away" :key="mural.id">
        <NuxtLink :to="`/murals/${mural.id}`">{{ mural.title }}</NuxtLink>
      </p>
    </details>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  gap: 14px;
  align-items: center;
  margin: 22px 0 8px;
}
h2 {
  margin: 0;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
  grid-template-columns: repeat(auto-fill, minmax(260px, 1fr));
}
li {
  display: grid;
  gap: 2px;
  padding: 10px 16px;
}
summary {
  cursor: pointer;
  min-height: 30px;
}
</style>
