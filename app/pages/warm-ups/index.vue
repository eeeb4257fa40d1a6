<script setup lang="ts">
import { DRILL_NAMES, GREATEST_SEED } from '#core/drill'
import type { WarmUpsView } from '#shared/views'
import { Unreachable } from '../../api/client'
import { api } from '../../api/routes'
import { DRILL_FAMILIES } from '../../sheet/drill-families'
import { useSession } from '../../stores/session'

definePageMeta({ who: 'signed-in' })
const session = useSession()
const NOTHING: WarmUpsView = { tries: [], sets: [] }
/** Without a network they are done all the same; one's own line is shown when it is back. */
function unlessAway(error: unknown): WarmUpsView {
  if (error instanceof Unreachable) return NOTHING
  throw error
}
/** A teacher tries them without being counted. */
const { data, trouble, load } = usePageData(async () =>
  session.person?.kind === 'learner' ? api.warmUps().catch(unlessAway) : NOTHING,
)
/** Those of a day to come are not shown yet. */
const sets = computed(() => data.value?.sets.filter(each => each.day <= dayToday()) ?? [])
const SETS_SHOWN = 3
const scoresOf = (name: string) => data.value?.tries.filter(each => each.drill === name).map(each => each.score) ?? []
const seeds = Object.fromEntries(DRILL_NAMES.map(name => [name, Math.floor(Math.random() * GREATEST_SEED)]))
</script>

<template>
  <div class="page">
    <LoadingOrTrouble v-if="!data" :trouble="trouble" @again="load" />
    <template v-else>
      <PageHeading title="Warm-ups" />
      <p class="soft">A few minutes for hand and eye. Each try is new; what counts is your own line going up.</p>
      <section v-if="sets.length" aria-labelledby="sets">
        <h2 id="sets">From your teacher</h2>
        <SetCard v-for="each in sets.slice(0, SETS_SHOWN)" :key="each.id" :set="each" class="set" />
        <details v-if="sets.length > SETS_SHOWN" class="small">
          <summary>Earlier ones</summary>
          <SetCard v-for="each in sets.slice(SETS_SHOWN)" :key="each.id" :set="each" class="set" />
        </details>
      </section>
      <section v-for="group in DRILL_FAMILIES" :key="group.family" :aria-labelledby="group.family">
        <h2 :id="group.family">{{ group.title }}</h2>
        <div class="drills">
          <NuxtLink
            v-for="[name, drill] in group.drills"
            :key="name"
            :to="{ path: `/warm-ups/${name}`, query: { seed: seeds[name] } }"
            class="card drill"
          >
            <strong>{{ drill.title }}</strong>
            <span class="small soft">{{ drill.trains }}</span>
            <template v-if="scoresOf(name).length">
              <TrendChart :scores="scoresOf(name)" :title="drill.title" is-small />
              <span class="small numbers"
                >best <strong>{{ Math.max(...scoresOf(name)) }}</strong> · last {{ scoresOf(name).at(-1) }}</span
              >
            </template>
            <span v-else class="small soft">not tried yet · about {{ drill.seconds }} s</span>
          </NuxtLink>
        </div>
      </section>
    </template>
  </div>
</template>

<style scoped>
.set {
  margin-bottom: 10px;
}
summary {
  cursor: pointer;
  min-height: 30px;
}
section h2 {
  margin: 20px 0 10px;
}
.drills {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(224px, 1fr));
  gap: 14px;
}
.drill {
  display: grid;
  gap: 5px;
  align-content: start;
  padding: 13px 16px;
  color: inherit;
  text-decoration: none;
}
.drill:hover {
  border-color: var(--blue);
}
</style>
