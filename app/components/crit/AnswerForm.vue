<script setup lang="ts">
/* eslint-disable max-lines -- one form; what is kept of it lies in useAnswerDraft */
import type { HandInView } from '#shared/views'
import { mdiArrowULeftTop, mdiArrowURightTop } from '@mdi/js'
import type { AnswerBody, CritKit, MarkLevel } from '#shared/schemas'
import { troubleOf } from '../../api/client'
import { api } from '../../api/routes'
import type { AnswerInHand } from '../../composables/crit/useAnswerDraft'
import { MARK_WORDS, suggestedMark } from '../../sheet/mark-words'
import { meantIn } from '#core/drawing'
import { VERDICT_WORDS } from '../../sheet/verdict-words'

/** Look-fors with what was measured and the teacher's mark, words, and a next thing to try. */
const props = defineProps<{ handIn: HandInView; answer: AnswerInHand }>()
const emit = defineEmits<{ point: [lookFor: string | null]; show: [lookFor: string]; answered: [] }>()
const { draft, found, canUndo, canRedo, change, type, settle, undo, redo, beginAnew } = props.answer
const words = computed({ get: () => draft.value.words, set: text => type({ words: text ?? '' }) })
const next = computed({ get: () => draft.value.next, set: text => type({ next: text ?? '' }) })
const kit = shallowRef<CritKit>({ phrases: [], criteria: [] })
const isKitOpen = ref(false)
onMounted(async () => {
  // Without it an answer can be given all the same.
  kit.value = await api.critKit().catch(() => kit.value)
})
/** Those that are kept now, and those that this answer has from before. */
const criteria = computed(() => [
  ...kit.value.criteria,
  ...(props.handIn.answer?.criteria ?? []).filter(each => !kit.value.criteria.some(one => one.title === each.title)),
])
function setLevel(title: string, level: number): void {
  const { [title]: old, ...rest } = draft.value.levels
  change({ levels: old === level ? rest : { ...rest, [title]: level } })
}
function addPhrase(phrase: string): void {
  change({ words: words.value.trim() ? `${words.value.trimEnd()} ${phrase}` : phrase })
}
const keepPhrase = async () => {
  kit.value = await api.keepCritKit({
    ...kit.value,
    phrases: [...kit.value.phrases, words.value.trim().slice(0, 400)].slice(-60),
  })
}
const busy = ref<AnswerBody['outcome'] | null>(null)
const trouble = ref<{ message: string; fix: string } | null>(null)

/** What the learner said to be so on purpose. */
const meant = computed(() => new Set(meantIn(props.handIn.record.entries).map(each => each.lookFor)))

const groups = computed(() =>
  props.handIn.plan.steps.flatMap((step, i) => {
    const found = props.handIn.findings.find(each => each.step === step.id)?.findings
    return found
      ? [
          {
            title: `${i + 1} · ${step.title}`,
            lines: found.map(finding => ({
              finding,
              title: step.lookFors.find(each => each.id === finding.lookFor)?.title ?? finding.lookFor,
            })),
          },
        ]
      : []
  }),
)

/** Only what was argued can be said to be meant so. */
const marksFor = (lookFor: string): Partial<Record<MarkLevel, string>> => {
  const { meant: argued, ...usual } = MARK_WORDS
  return meant.value.has(lookFor) ? { ...usual, meant: argued } : usual
}
function mark(lookFor: string, level: MarkLevel): void {
  const { [lookFor]: old, ...rest } = draft.value.marks
  change({ marks: old === level ? rest : { ...rest, [lookFor]: level } })
}

function takeOver(): void {
  const suggested = groups.value
    .flatMap(group => group.lines)
    .flatMap(({ finding }) => {
      const level = suggestedMark(finding.verdict, meant.value.has(finding.lookFor))
      return level ? [[finding.lookFor, level] as const] : []
    })
  change({ marks: { ...Object.fromEntries(suggested), ...draft.value.marks } })
}

async function give(outcome: AnswerBody['outcome']): Promise<void> {
  if (!words.value.trim()) {
    trouble.value = { message: 'A few words are missing.', fix: 'Write what you see first; then return it.' }
    return
  }
  busy.value = outcome
  try {
    const { marks, levels, pins, sketch } = draft.value
    await api.answer(props.handIn.id, {
      marks,
      words: words.value,
      next: next.value,
      outcome,
      pins: [...pins],
      sketch,
      criteria: criteria.value.flatMap(each =>
        levels[each.title] !== undefined && levels[each.title]! < each.levels.length
          ? [{ title: each.title, levels: each.levels, level: levels[each.title]! }]
          : [],
      ),
      seen: props.handIn.answer?.answeredAt ?? null,
    })
    trouble.value = null
    emit('answered')
  } catch (error) {
    trouble.value = troubleOf(error)
  } finally {
    busy.value = null
  }
}
</script>

<template>
  <div class="form">
    <p v-if="found" class="found small" role="status">
      Not returned yet: what you began {{ timeInWords(new Date(found.at).toISOString()) }}.<template
        v-if="found.isOutrun"
      >
        Someone has answered since; your words are as you left them.</template
      >{{ ' '
      }}<button class="link small" @click="beginAnew">
        {{ handIn.answer ? 'Begin from the answer that was given' : 'Begin anew' }}
      </button>
    </p>
    <div class="scroll">
      <p v-if="groups.length === 0" class="soft">The look-fors are being measured …</p>
      <template v-else>
        <div class="head">
          <h3>Look-fors</h3>
          <v-btn size="small" variant="text" color="primary" @click="takeOver">Mark as measured</v-btn>
        </div>
        <section v-for="group in groups" :key="group.title">
          <h4>{{ group.title }}</h4>
          <div
            v-for="{ finding, title } in group.lines"
            :key="finding.lookFor"
            class="line"
            @mouseenter="emit('point', finding.lookFor)"
            @mouseleave="emit('point', null)"
          >
            <VerdictSign :verdict="finding.verdict" />
            <div>
              <button
                class="title"
                :disabled="finding.marks.length === 0"
                @click="emit('show', finding.lookFor)"
                @focus="emit('point', finding.lookFor)"
                @blur="emit('point', null)"
              >
                {{ title }}
              </button>
              <span class="visually-hidden">{{ VERDICT_WORDS[finding.verdict] }}</span>
              <p class="small">{{ finding.sentence }}</p>
              <p v-if="meant.has(finding.lookFor)" class="small meant">“I meant it so.”</p>
              <div class="marks" role="group" :aria-label="`Your mark for ${title}`">
                <button
                  v-for="(word, level) in marksFor(finding.lookFor)"
                  :key="level"
                  :aria-pressed="draft.marks[finding.lookFor] === level"
                  @click="mark(finding.lookFor, level)"
                >
                  {{ word }}
                </button>
              </div>
            </div>
          </div>
        </section>
      </template>
      <section v-if="criteria.length" class="criteria">
        <h4>Your criteria</h4>
        <div v-for="each in criteria" :key="each.title" class="criterion">
          <span class="small">{{ each.title }}</span>
          <div class="marks" role="group" :aria-label="`Your mark for ${each.title}`">
            <button
              v-for="(word, level) in each.levels"
              :key="level"
              :aria-pressed="draft.levels[each.title] === level"
              @click="setLevel(each.title, level)"
            >
              {{ word }}
            </button>
          </div>
        </div>
      </section>
      <p v-if="draft.pins.length || draft.sketch" class="small soft over">
        Goes with it:
        {{
          [
            draft.pins.length ? `${draft.pins.length} pinned ${draft.pins.length === 1 ? 'comment' : 'comments'}` : '',
            draft.sketch ? 'what you drew over it' : '',
          ]
            .filter(Boolean)
            .join(' and ')
        }}.
      </p>
      <v-textarea
        id="your-words"
        v-model="words"
        label="Your words"
        rows="4"
        maxlength="4000"
        auto-grow
        max-rows="9"
        class="words"
        @blur="settle"
      />
      <div class="phrases">
        <button
          v-for="phrase in kit.phrases"
          :key="phrase"
          class="phrase small"
          :title="phrase"
          @click="addPhrase(phrase)"
        >
          {{ phrase }}
        </button>
        <button class="link small" :disabled="!words.trim() || kit.phrases.includes(words.trim())" @click="keepPhrase">
          Keep these words
        </button>
        <button class="link small" @click="isKitOpen = true">Phrases and criteria …</button>
      </div>
      <CritKitDialog v-model="isKitOpen" :kit="kit" @kept="kit = $event" />
      <details v-if="handIn.measures" class="small measured">
        <summary>Charts</summary>
        <CritCharts :measures="handIn.measures" :spread="handIn.spread" :steps="handIn.plan.steps" />
      </details>
      <v-textarea
        v-model="next"
        label="A next thing to try"
        rows="2"
        maxlength="1000"
        auto-grow
        max-rows="5"
        @blur="settle"
      />
    </div>
    <footer>
      <TroubleLine :trouble="trouble" class="small" />
      <div class="row">
        <v-btn
          :icon="mdiArrowULeftTop"
          size="small"
          variant="text"
          :disabled="!canUndo"
          aria-label="Undo in the answer"
          title="Undo (Ctrl + Z)"
          @click="undo"
        />
        <v-btn
          :icon="mdiArrowURightTop"
          size="small"
          variant="text"
          :disabled="!canRedo"
          aria-label="Redo in the answer"
          title="Redo (Ctrl + Shift + Z)"
          @click="redo"
        />
        <span class="grow" />
        <v-btn variant="outlined" color="primary" :loading="busy === 'again'" @click="give('again')"
          >Return to draw on</v-btn
        >
        <v-btn color="primary" :loading="busy === 'accepted'" @click="give('accepted')">Accept</v-btn>
      </div>
    </footer>
  </div>
</template>

<style scoped>
.meant {
  border-left: 3px solid var(--ochre);
  padding-left: 8px;
  margin-top: 2px;
}
.form {
  display: flex;
  flex-direction: column;
  min-height: 0;
  height: 100%;
}
.scroll {
  overflow-y: auto;
  padding: 10px 16px;
  flex: 1;
  min-height: 0;
}
.head {
  display: flex;
  align-items: center;
  justify-content: space-between;
}
h4 {
  font-size: 0.87rem;
  font-weight: 520;
  color: var(--ink-soft);
  margin: 12px 0 2px;
}
.line {
  display: grid;
  grid-template-columns: 22px 1fr;
  gap: 9px;
  padding: 7px 4px;
  border-radius: 8px;
}
.line:hover {
  background: var(--paper-shade);
}
.title {
  font-weight: 560;
  font-size: 0.95rem;
  text-align: left;
}
.title:not(:disabled) {
  text-decoration: underline;
  text-decoration-color: var(--ochre);
  text-underline-offset: 3px;
}
.line p {
  margin: 0 0 5px;
}
.marks {
  display: inline-flex;
  border: 1px solid var(--line);
  border-radius: 8px;
  overflow: hidden;
}
.marks button {
  padding: 3px 13px;
  font-size: 0.85rem;
  min-height: 30px;
  border-right: 1px solid var(--line);
}
.marks button:last-child {
  border-right: 0;
}
.marks [aria-pressed='true'] {
  background: var(--blue);
  color: rgb(var(--v-theme-on-primary));
  font-weight: 520;
}

.criterion {
  display: grid;
  gap: 3px;
  padding: 5px 4px;
  justify-items: start;
}
.criteria .marks {
  flex-wrap: wrap;
}
.over {
  margin: 12px 0 0;
}
.phrases {
  display: flex;
  gap: 6px;
  flex-wrap: wrap;
  margin: -8px 0 12px;
}
.phrase {
  border: 1px solid var(--line);
  border-radius: 14px;
  padding: 2px 10px;
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  min-height: 28px;
}
.phrase:hover {
  border-color: var(--blue);
}
.link {
  color: var(--blue);
  text-decoration: underline;
  min-height: 28px;
}
.link:disabled {
  color: var(--ink-soft);
  text-decoration: none;
}
.measured {
  margin-bottom: 14px;
}
.measured summary {
  cursor: pointer;
  min-height: 30px;
  font-weight: 520;
}
.words {
  margin-top: 18px;
}
footer {
  padding: 10px 12px;
  border-top: 1px solid var(--line);
}
.row {
  display: flex;
  gap: 6px;
  align-items: center;
  flex-wrap: wrap;
}
.row .v-btn:not(.v-btn--icon) {
  padding-inline: 12px;
}
.grow {
  flex: 1;
}
.found {
  margin: 10px 16px 0;
  padding: 6px 12px;
  border-left: 3px solid var(--ochre);
  background: var(--paper-shade);
  border-radius: 0 6px 6px 0;
}
@media (pointer: coarse) {
  .marks button {
    min-height: 44px;
  }
}
</style>
