<script setup lang="ts">
import { DRILLS, GREATEST_SEED } from '#core/drill'
import type { Proposal } from '#core/review'
import type { ProgressView } from '#shared/views'
import { api } from '../../api/routes'
import { MEASURE_WORDS } from '../../sheet/measure-words'

/** What to practise next, each with a plan or a warm-up that can be begun from here. */
const props = defineProps<{
  proposals: readonly Proposal[]
  view: ProgressView
  isTeacher: boolean
  learner?: { id: number; name: string }
}>()
const emit = defineEmits<{ changed: [] }>()
const { busy, trying } = useTrying<number>()
const { say } = useNotices()
const isTheirs = ({ learners }: ProgressView['plans'][number]) =>
  !props.learner || learners === null || learners.includes(props.learner.id)
/**
 * The first of these that they have; and the first that they could be given, be it that others of the class have it.
 */
const rows = computed(() => {
  const { plans, book } = props.view
  const theirs = plans.filter(isTheirs)
  const others = [...plans.filter(each => !isTheirs(each)), ...book]
  return props.proposals.map(each => {
    const first = (from: ProgressView['plans']) =>
      from.find(one => one.id === each.plans.find(id => from.some(two => two.id === id)))
    return { ...each, own: first(theirs), other: first(others) }
  })
})
const seed = Math.floor(Math.random() * GREATEST_SEED)
const draw = (plan: number) =>
  trying(plan, async () =>
    navigateTo(props.isTeacher ? `/plans/${plan}` : `/easel/${(await api.openDrawing(plan, false)).id}`),
  )

/** To the class, or to the one learner that is looked at. */
const give = ({ id, title }: { id: number; title: string }) =>
  trying(id, async () => {
    const { classId, className } = props.view
    const to = { classId, ...(props.learner && { learners: [props.learner.id] }) }
    await api.givePlan(id, { ...to, isGiven: true })
    say(
      `“${title}” is given to ${props.learner?.name ?? className}.`,
      'When it starts and is due you set in the Register.',
      'plain',
      [
        {
          label: 'Take it back',
          run: () =>
            trying(id, async () => {
              await api.givePlan(id, { ...to, isGiven: false })
              emit('changed')
            }),
        },
      ],
    )
    emit('changed')
  })
</script>

<template>
  <section class="card" aria-labelledby="next-title" data-test="next-things">
    <h2 id="next-title">What to practise next</h2>
    <p v-if="proposals.length === 0" class="small soft">
      Nothing stands out: what was looked for is met, or too little was handed in to tell.
    </p>
    <ol>
      <li v-for="each in rows" :key="each.measure">
        <span
          ><strong>{{ MEASURE_WORDS[each.measure] }}</strong>
          {{ ' ' }}
          <span class="small soft">{{ Math.round(100 * each.now) }} % met lately</span></span
        >
        <span class="row">
          <v-btn
            v-for="drill in each.drills.slice(0, 2)"
            :key="drill"
            size="small"
            variant="outlined"
            :to="{ path: `/warm-ups/${drill}`, query: { seed } }"
            >{{ DRILLS[drill].title }}</v-btn
          >
          <v-btn
            v-if="each.own"
            size="small"
            variant="outlined"
            :loading="busy === each.own.id"
            @click="draw(each.own.id)"
            >{{ isTeacher ? 'Plan' : 'Draw' }}: {{ each.own.title }}</v-btn
          >
          <v-btn
            v-if="each.other"
            size="small"
            variant="outlined"
            :loading="busy === each.other.id"
            @click="give(each.other)"
            >Give {{ learner ? 'them' : 'the class' }}: {{ each.other.title }}</v-btn
          >
        </span>
      </li>
    </ol>
  </section>
</template>

<style scoped>
h2 {
  margin: 0 0 8px;
}
ol {
  margin: 0;
  padding-left: 22px;
  display: grid;
  gap: 12px;
}
li > span {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
  align-items: baseline;
}
.row {
  margin-top: 4px;
  gap: 8px;
  align-items: center;
}
</style>
