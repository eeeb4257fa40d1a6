<script setup lang="ts">
import { DRILLS, GREATEST_SEED } from '#core/drill'
import type { Proposal } from '#core/review'
import type { ProgressView } from '#shared/views'
import { api } from '../../api/routes'
import { MEASURE_WORDS } from '../../sheet/measure-words'

/** What to practise next, each with a plan or a warm-up that can be begun from here. */
const props = defineProps<{ proposals: readonly Proposal[], plans: ProgressView['plans'], isTeacher: boolean }>()
const { busy, trying } = useTrying<number>()
const titleOf = (id: number) => props.plans.find(each => each.id === id)?.title ?? ''
const seed = Math.floor(Math.random() * GREATEST_SEED)
const draw = (plan: number) => trying(plan, async () => navigateTo(props.isTeacher ? `/plans/${plan}` : `/easel/${(await api.openDrawing(plan, false)).id}`))
</script>

<template>
  <section class="card" aria-labelledby="next-title" data-test="next-things">
    <h2 id="next-title">What to practise next</h2>
    <p v-if="proposals.length === 0" class="small soft">Nothing stands out: what was looked for is met, or too little was handed in to tell.</p>
    <ol>
      <li v-for="each in proposals" :key="each.measure">
        <span><strong>{{ MEASURE_WORDS[each.measure] }}</strong> <span class="small soft">{{ Math.round(100 * each.now) }} % met lately</span></span>
        <span class="row">
          <v-btn v-for="drill in each.drills.slice(0, 2)" :key="drill" size="small" variant="outlined" :to="{ path: `/warm-ups/${drill}`, query: { seed } }">{{ DRILLS[drill].title }}</v-btn>
          <v-btn v-for="plan in each.plans.slice(0, 1)" :key="plan" size="small" variant="outlined" :loading="busy === plan" @click="draw(plan)">{{ isTeacher ? 'Plan' : 'Draw' }}: {{ titleOf(plan) }}</v-btn>
        </span>
      </li>
    </ol>
  </section>
</template>

<style scoped>
h2 { margin: 0 0 8px; }
ol { margin: 0; padding-left: 22px; display: grid; gap: 12px; }
li > span { display: flex; gap: 10px; flex-wrap: wrap; align-items: baseline; }
.row { margin-top: 4px; gap: 8px; align-items: center; }
</style>
