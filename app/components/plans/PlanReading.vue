<script setup lang="ts">
import { mdiContentCopy, mdiTrayArrowUp } from '@mdi/js'
import { richOf, stepsInWords } from '#core/plan'
import { api } from '../../api/routes'

/** A plan of another teacher's: it is read, tried, given and copied, not changed. */
defineProps<{ by: string }>()
const editor = usePlanEditor()
const { plan, pictures } = editor
const isClassesOpen = ref(false)
const { busy, trying } = useTrying<string>()
const tryIt = () => trying('try', async () => navigateTo(`/easel/${(await api.tryPlan(editor.id)).id}`))
const copy = () => trying('copy', async () => navigateTo(`/plans/${(await api.copyPlan(editor.id)).id}`))
</script>

<template>
  <div v-if="plan" class="page reading">
    <NuxtLink to="/plans" class="small">Plan book</NuxtLink>
    <header>
      <PageHeading :title="plan.title" />
      <v-btn variant="outlined" @click="isClassesOpen = true">Classes</v-btn>
      <v-btn variant="outlined" :prepend-icon="mdiTrayArrowUp" :loading="busy === 'try'" @click="tryIt"
        >Try it as a learner</v-btn
      >
      <v-btn color="primary" :prepend-icon="mdiContentCopy" :loading="busy === 'copy'" @click="copy"
        >Copy to my book</v-btn
      >
    </header>
    <p class="soft">by {{ by }} · {{ stepsInWords(plan.steps.length) }} · {{ plan.minutes }} minutes</p>
    <p>{{ plan.goal }}</p>
    <ol>
      <li v-for="(step, i) in plan.steps" :key="step.id" class="card" data-test="read-step">
        <img v-if="editor.pictureOf(step)" :src="editor.pictureOf(step)" :alt="`What step ${i + 1} comes to`" />
        <div>
          <h2>
            <span class="display">{{ i + 1 }}</span> {{ step.title }}
          </h2>
          <RichWords :words="step.rich ?? richOf(step.words)" :pictures="pictures" />
          <p class="small soft">
            What often happens: {{ step.slip.slip }} <br />
            What helps then: {{ step.slip.remedy }}
          </p>
          <p v-if="step.lookFors.length" class="small">
            Looked for: {{ step.lookFors.map(each => each.title).join(', ') }}
          </p>
        </div>
      </li>
    </ol>
    <PlanClasses v-model="isClassesOpen" />
  </div>
</template>

<style scoped>
.reading {
  padding: 24px;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
h1 {
  flex: 1;
  margin: 4px 0;
}
ol {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 14px;
}
li {
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr);
  gap: 20px;
}
li img {
  width: 220px;
  background: #fff;
  border: 1px solid var(--line);
  border-radius: 4px;
}
h2 {
  margin: 0 0 6px;
  font-size: 1.15rem;
}
@media (max-width: 760px) {
  li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
