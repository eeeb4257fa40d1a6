<script setup lang="ts">
import type { AtRound } from '../../composables/round/useRound'
import { spanInWords } from '../../sheet/standing-words'

/** One learner's sheet in the Round: what it looks like just now, and how they get on. */
const props = defineProps<{ at: AtRound }>()
const emit = defineEmits<{ watch: []; seen: []; slip: [] }>()
const card = computed(() => props.at.card)
const drawing = computed(() => card.value.drawing)
/** What the learner was told to do next. */
const next = computed(
  () => drawing.value?.found?.find(each => each.verdict === 'not-yet' || each.verdict === 'nearly') ?? null,
)
</script>

<template>
  <article class="sheet card" :class="at.standing">
    <button
      class="picture"
      :disabled="!drawing"
      :aria-label="drawing ? `Watch ${card.name}’s sheet` : `${card.name} has no sheet yet`"
      @click="emit('watch')"
    >
      <img v-if="at.picture" :src="at.picture" :alt="`${card.name}’s sheet`" decoding="async" />
      <span v-else class="soft small">{{ drawing?.position ? 'no picture since it was opened' : 'empty sheet' }}</span>
    </button>
    <div class="row">
      <strong class="who"><PersonName :name="card.name" /></strong><StandingSign :standing="at.standing" />
    </div>
    <div class="row small numbers">
      <span v-if="drawing?.step" class="step"
        >{{ drawing.step.number }} of {{ drawing.plan.steps }} · {{ drawing.step.title }}</span
      >
      <span v-else class="soft">{{ drawing ? drawing.plan.title : 'has drawn nothing yet' }}</span>
      <span v-if="at.inStepMs !== null" class="soft span" title="in this step">{{ spanInWords(at.inStepMs) }}</span>
    </div>
    <p v-if="card.asks" class="asks small">
      {{ card.asks.words || 'Hand up' }} <button class="link" @click="emit('seen')">I have seen it</button>
    </p>
    <p v-else-if="at.judged" class="small found">
      <span class="numbers">{{ at.met }} of {{ at.judged }}</span> met<template v-if="next">
        · <span class="soft">{{ next.sentence }}</span></template
      >
    </p>
    <p v-if="at.sinceStrokeMs !== null" class="small soft numbers last">
      last stroke {{ spanInWords(at.sinceStrokeMs) }} ago
    </p>
    <!-- Whoever is at work has come in: a new PIN would put them out. -->
    <p v-if="at.standing === 'away' || at.standing === 'not-begun'" class="small last">
      <button class="link" :aria-label="`A new slip for ${card.name}`" @click="emit('slip')">
        Forgot the PIN? A new slip
      </button>
    </p>
  </article>
</template>

<style scoped>
.sheet {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 4px;
  align-content: start;
  padding: 10px 12px 12px;
}
.sheet.asking,
.sheet.stuck {
  border-left: 4px solid var(--ochre);
  padding-left: 9px;
}
.picture {
  display: grid;
  place-items: center;
  height: 150px;
  background: var(--round-sheet);
  border-radius: 6px;
  overflow: hidden;
}
.picture img {
  max-width: 100%;
  max-height: 150px;
  display: block;
  box-shadow: 0 1px 3px rgb(0 0 0 / 30%);
}
.picture span {
  background: var(--paper);
  padding: 4px 10px;
  border-radius: 6px;
}
.row {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  align-items: baseline;
}
.row strong,
.step {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  min-width: 0;
}
.span {
  white-space: nowrap;
  flex: none;
}
.asks {
  margin: 2px 0 0;
  font-style: italic;
}
.found {
  margin: 0;
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
  overflow: hidden;
}
.last {
  margin: 0;
}
.link {
  color: var(--blue);
  text-decoration: underline;
  font-style: normal;
  min-height: 28px;
}
</style>
