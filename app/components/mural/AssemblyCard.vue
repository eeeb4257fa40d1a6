<script setup lang="ts">
import { PAPER_MM, posterOn } from '#core/print'
import type { MuralView } from '#shared/mural'
import { api } from '../../api/routes'

/** The mural as one picture: put together at full size, with what is missing, and taken along as PNG or as a poster. */
const props = defineProps<{ mural: MuralView; isTeacher: boolean }>()
const emit = defineEmits<{ changed: [] }>()
const { busy, trying } = useTrying<string>()
const paper = ref<'a4' | 'a3'>('a4')
/** How wide the poster is, cm. */
const widthCm = ref(100)

const run = computed(() => props.mural.assembly)
const isAtWork = computed(() => run.value.state === 'waiting' || run.value.state === 'running')
const size = computed(() => {
  const { columns, rows, width, height } = props.mural.facts.grid
  return { width: columns * width, height: rows * height }
})
const isGoodWidth = computed(() => Number.isFinite(widthCm.value) && widthCm.value >= 10 && widthCm.value <= 2000)
const poster = computed(() =>
  isGoodWidth.value
    ? posterOn(paper.value, widthCm.value * 10, (widthCm.value * 10 * size.value.height) / size.value.width, {
        marginMm: 10,
      })
    : null,
)
/** Px on an inch of paper: from about 100 on a poster looks sharp from a step away (common practice, no source). */
const dpi = computed(() => (isGoodWidth.value ? Math.round(size.value.width / (widthCm.value / 2.54)) : 0))
const WHY = {
  free: 'nobody has it',
  'not-drawn': 'nothing is drawn on it',
  'other-size': 'its sheet was cut or scaled: undo that, then put it together again',
  'too-heavy': 'drawing it again takes more than the server has: give it to somebody to draw anew',
} as const
const nameOf = (place: number) => {
  const panel = props.mural.panels[place]
  return panel ? `${panel.name}${panel.learner ? ` (${panel.learner.name})` : ''}` : ''
}
/** What is missing, by why. */
const missing = computed(() =>
  (['too-heavy', 'other-size', 'not-drawn', 'free'] as const)
    .map(why => ({
      why,
      names: run.value.whole?.missing.filter(each => each.why === why).map(each => nameOf(each.place)) ?? [],
    }))
    .filter(each => each.names.length),
)

const start = () =>
  trying('start', async () => {
    await api.assembleMural(props.mural.id)
    emit('changed')
  })
const stop = () =>
  trying('stop', async () => {
    await api.stopAssembly(props.mural.id)
    emit('changed')
  })
</script>

<template>
  <section class="card assembly" aria-labelledby="assembly-title" data-test="assembly">
    <h2 id="assembly-title">All in one picture</h2>
    <p class="small soft numbers">{{ size.width }} × {{ size.height }} px</p>
    <template v-if="isAtWork">
      <v-progress-linear
        :model-value="run.of ? (100 * run.done) / run.of : 0"
        :indeterminate="run.of === 0"
        color="primary"
        height="8"
        rounded
        :aria-label="`Put together: ${run.done} of ${run.of}`"
      />
      <p class="small numbers" role="status">
        {{
          run.of === 0
            ? 'It waits for its turn.'
            : run.done < mural.panels.length
              ? `Panel ${run.done + 1} of ${mural.panels.length} is drawn`
              : 'The panels are joined'
        }}
      </p>
      <v-btn v-if="isTeacher" size="small" variant="outlined" :loading="busy === 'stop'" @click="stop">Stop</v-btn>
    </template>
    <template v-else>
      <p v-if="run.state === 'failed'" role="alert" class="small">It could not be put together. Try once more.</p>
      <p v-if="run.state === 'stopped'" class="small">
        It was stopped.<template v-if="run.whole"> The one before it is still here.</template>
      </p>
      <p v-if="!run.whole && !isTeacher" class="small">Your teacher puts it together when it is drawn.</p>
      <v-btn
        v-if="isTeacher"
        size="small"
        :color="run.whole && !run.whole.isOld ? undefined : 'primary'"
        :variant="run.whole && !run.whole.isOld ? 'outlined' : 'flat'"
        :loading="busy === 'start'"
        @click="start"
        >{{ run.whole ? 'Put it together again' : 'Put it together' }}</v-btn
      >
    </template>
    <template v-if="run.whole">
      <p class="small">
        Put together {{ timeInWords(run.whole.at) }}.<template v-if="run.whole.isOld">
          Some have drawn on since.</template
        >
      </p>
      <p v-for="each in missing" :key="each.why" class="small missing">
        <strong>Missing: {{ each.names.join(', ') }}</strong> – {{ WHY[each.why] }}.
      </p>
      <v-btn size="small" variant="outlined" :href="api.muralWhole(mural.id)" download>Save as PNG</v-btn>
      <fieldset class="poster">
        <legend class="small">A poster to glue together</legend>
        <label class="small"
          >Paper
          <select v-model="paper" aria-label="Paper of the poster">
            <option value="a4">A4, {{ PAPER_MM.a4.width }} × {{ PAPER_MM.a4.height }} mm</option>
            <option value="a3">A3, {{ PAPER_MM.a3.width }} × {{ PAPER_MM.a3.height }} mm</option>
          </select></label
        >
        <label class="small"
          >Width <input v-model.number="widthCm" type="number" min="10" max="2000" step="5" /> cm</label
        >
        <p v-if="poster" class="small soft numbers">
          {{
            poster.pages.length === 1
              ? 'one page'
              : `${poster.columns} × ${poster.rows} = ${poster.pages.length} pages`
          }}, {{ Math.round((widthCm * size.height) / size.width) }} cm high, {{ dpi }} dpi<template v-if="dpi < 100"
            >: it may look coarse from near</template
          >. Neighbours overlap by 1 cm.
        </p>
        <p v-else class="small" role="alert">Choose a width from 10 to 2000 cm.</p>
        <v-btn
          size="small"
          variant="outlined"
          :disabled="!poster"
          :href="poster ? api.muralPoster(mural.id, paper, Math.round(widthCm * 10)) : undefined"
          download
          >Save as PDF</v-btn
        >
      </fieldset>
    </template>
  </section>
</template>

<style scoped>
.assembly {
  display: grid;
  gap: 8px;
  justify-items: start;
}
.assembly h2,
.assembly p {
  margin: 0;
}
.missing {
  border-left: 3px solid var(--ochre);
  padding-left: 10px;
}
.poster {
  border: 1px dashed var(--line);
  border-radius: 8px;
  padding: 8px 12px 12px;
  display: grid;
  gap: 8px;
  justify-items: start;
  width: 100%;
}
label {
  display: flex;
  gap: 8px;
  align-items: center;
}
select,
input {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 5px 8px;
  background: var(--paper);
  color: var(--ink);
}
input {
  width: 88px;
}
</style>
