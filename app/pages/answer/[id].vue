<script setup lang="ts">
import { VERDICT_OF_MARK } from '#shared/marks'
import { api } from '../../api/routes'
import { MARK_WORDS } from '../../sheet/mark-words'

definePageMeta({ layout: 'default', who: 'learner' })
const route = useRoute()
const { data: handIn, trouble, load } = usePageData(() => api.handInView(Number(route.params.id)))
const { marks, pointedAt } = useFindingMarks(() => handIn.value?.findings ?? [])
const lines = computed(
  () =>
    handIn.value?.plan.steps.flatMap(step => {
      const found = handIn.value!.findings.find(each => each.step === step.id)?.findings ?? []
      return step.lookFors.flatMap(lookFor => {
        const level = handIn.value!.answer?.marks[lookFor.id]
        const finding = found.find(each => each.lookFor === lookFor.id)
        return level ? [{ ...lookFor, level, finding }] : []
      })
    }) ?? [],
)
const isSketchShown = ref(true)
</script>

<template>
  <div v-if="!handIn" class="page"><LoadingOrTrouble :trouble="trouble" @again="load" /></div>
  <div v-else class="answer">
    <article class="words">
      <NuxtLink to="/folio" class="small">Back to my folio</NuxtLink>
      <PageHeading :title="handIn.plan.title" />
      <p class="soft small">
        Hand-in {{ handIn.attempt }}, {{ timeInWords(handIn.handedInAt) }} ·
        <RecordSeal :verification="handIn.verification" :on-paper="handIn.onPaper" />
      </p>
      <template v-if="handIn.answer">
        <blockquote>
          {{ handIn.answer.words }}
          <footer class="small soft">{{ handIn.answer.teacher }}, {{ timeInWords(handIn.answer.answeredAt) }}</footer>
        </blockquote>
        <section v-if="handIn.answer.next" class="next">
          <h2 class="sub">Try next</h2>
          <p>{{ handIn.answer.next }}</p>
        </section>
        <label v-if="handIn.answer.sketch" class="small over"
          ><input v-model="isSketchShown" type="checkbox" /> what your teacher drew over it</label
        >
        <section v-if="handIn.answer.pins.length">
          <h2 class="sub">At places of your drawing</h2>
          <ol class="pins small">
            <li v-for="(pin, i) in handIn.answer.pins" :key="i">{{ pin.words }}</li>
          </ol>
        </section>
        <section v-if="handIn.answer.criteria.length">
          <h2 class="sub">Your teacher’s marks</h2>
          <dl class="small">
            <template v-for="each in handIn.answer.criteria" :key="each.title"
              ><dt>{{ each.title }}</dt>
              <dd>
                <strong>{{ each.levels[each.level] }}</strong>
                {{ ' ' }}
                <span class="soft">of {{ each.levels.join(' · ') }}</span>
              </dd></template
            >
          </dl>
        </section>
        <section v-if="lines.length">
          <h2 class="sub">Looked for</h2>
          <ul>
            <li v-for="line in lines" :key="line.id" @mouseenter="pointedAt = line.id" @mouseleave="pointedAt = null">
              <VerdictSign :verdict="VERDICT_OF_MARK[line.level]" />
              <span
                ><strong>{{ line.title }}</strong>
                {{ ' ' }}
                <span class="soft small">· {{ MARK_WORDS[line.level].toLowerCase() }}</span
                ><br /><span v-if="line.finding" class="small">{{ line.finding.sentence }}</span></span
              >
            </li>
          </ul>
        </section>
        <p class="outcome">
          <strong>{{
            handIn.answer.outcome === 'accepted' ? 'Accepted.' : 'Draw on, and hand in again when you like.'
          }}</strong>
        </p>
      </template>
      <p v-else class="waits">It waits for a look. The answer will be here.</p>
      <OfferForWall :hand-in="handIn.id" :plan="handIn.plan.title" />
      <v-btn color="primary" block :to="`/easel/${handIn.drawingId}`">{{
        handIn.answer?.outcome === 'accepted' ? 'Open the drawing' : 'Go on drawing'
      }}</v-btn>
    </article>
    <div class="drawing">
      <CritSheet
        :hand-in="handIn"
        :marks="marks"
        :pins="handIn.answer?.pins ?? []"
        :sketch="isSketchShown ? (handIn.answer?.sketch ?? null) : null"
      />
    </div>
  </div>
</template>

<style scoped>
.answer {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 360px;
  height: calc(100dvh - 57px);
}
/* Read first; the drawing with all its tools lies at its left. */
.words {
  grid-area: 1 / 2;
}
.drawing {
  grid-area: 1 / 1;
  min-height: 0;
  min-width: 0;
}
/* Without room for both beside each other, the drawing lies below the words. */
@media (max-width: 820px), (max-height: 520px) {
  .answer {
    display: block;
    height: auto;
  }
  .drawing {
    height: max(560px, 100vh);
  }
}
.words {
  padding: 20px 24px;
  overflow-y: auto;
  background: var(--paper);
  border-left: 1px solid var(--line);
}
h1 {
  font-size: 1.5rem;
  margin-top: 8px;
}
blockquote {
  margin: 14px 0;
  padding: 0;
  font-family: var(--font-display);
  font-size: 1.12rem;
  line-height: 1.45;
}
blockquote footer {
  margin-top: 8px;
  font-family: var(--font-text);
}
.next {
  border-left: 4px solid var(--blue);
  padding-left: 14px;
  margin-bottom: 18px;
}
.next p {
  margin: 2px 0 0;
}
.over {
  display: flex;
  gap: 7px;
  align-items: center;
  min-height: 30px;
}
.pins {
  padding-left: 22px;
}
.pins li {
  display: list-item;
}
dl {
  margin: 6px 0 16px;
}
dd {
  margin: 0 0 6px;
}
ul {
  list-style: none;
  padding: 0;
  margin: 8px 0 16px;
}
li {
  display: grid;
  grid-template-columns: 24px 1fr;
  gap: 8px;
  padding: 6px 4px;
  border-radius: 8px;
}
li:hover {
  background: var(--paper-shade);
}
.waits {
  border-left: 4px solid var(--line);
  padding-left: 14px;
  margin: 18px 0;
}
</style>
