<script setup lang="ts">
import type { HandInView } from '#shared/views'
import type { AnswerBody, MarkLevel } from '#shared/schemas'
import { troubleOf } from '../../api/client'
import { api } from '../../api/routes'
import { MARK_WORDS, SUGGESTED_MARK } from '../../sheet/mark-words'
import { meantIn } from '#core/drawing'
import { VERDICT_WORDS } from '../../sheet/verdict-words'

/** Look-fors with what was measured and the teacher's mark, words, and a next thing to try. */
const props = defineProps<{ handIn: HandInView }>()
const emit = defineEmits<{ point: [lookFor: string | null], show: [lookFor: string], answered: [] }>()
const marks = ref<Record<string, MarkLevel>>({ ...props.handIn.answer?.marks })
const words = ref(props.handIn.answer?.words ?? '')
const next = ref(props.handIn.answer?.next ?? '')
const busy = ref<AnswerBody['outcome'] | null>(null)
const trouble = ref<{ message: string, fix: string } | null>(null)

/** What the learner said to be so on purpose. */
const meant = computed(() => new Set(meantIn(props.handIn.record.entries).map(each => each.lookFor)))

const groups = computed(() => props.handIn.plan.steps.flatMap((step, i) => {
  const found = props.handIn.findings.find(each => each.step === step.id)?.findings
  return found ? [{ title: `${i + 1} · ${step.title}`, lines: found.map(finding => ({ finding, title: step.lookFors.find(each => each.id === finding.lookFor)?.title ?? finding.lookFor })) }] : []
}))

function mark(lookFor: string, level: MarkLevel): void {
  const { [lookFor]: old, ...rest } = marks.value
  marks.value = old === level ? rest : { ...rest, [lookFor]: level }
}

function takeOver(): void {
  const suggested = groups.value.flatMap(group => group.lines).flatMap(({ finding }) => {
    const level = meant.value.has(finding.lookFor) ? undefined : SUGGESTED_MARK[finding.verdict]
    return level ? [[finding.lookFor, level] as const] : []
  })
  marks.value = { ...Object.fromEntries(suggested), ...marks.value }
}

async function give(outcome: AnswerBody['outcome']): Promise<void> {
  if (!words.value.trim()) {
    trouble.value = { message: 'A few words are missing.', fix: 'Write what you see first; then return it.' }
    return
  }
  busy.value = outcome
  try {
    await api.answer(props.handIn.id, { marks: marks.value, words: words.value, next: next.value, outcome })
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
    <div class="scroll">
      <p v-if="groups.length === 0" class="soft">The look-fors are being measured …</p>
      <template v-else>
        <div class="head"><h3>Look-fors</h3><v-btn size="small" variant="text" color="primary" @click="takeOver">Mark as measured</v-btn></div>
        <section v-for="group in groups" :key="group.title">
          <h4>{{ group.title }}</h4>
          <div v-for="{ finding, title } in group.lines" :key="finding.lookFor" class="line" @mouseenter="emit('point', finding.lookFor)" @mouseleave="emit('point', null)">
            <VerdictSign :verdict="finding.verdict" />
            <div>
              <button class="title" :disabled="finding.marks.length === 0" @click="emit('show', finding.lookFor)" @focus="emit('point', finding.lookFor)" @blur="emit('point', null)">{{ title }}</button>
              <span class="visually-hidden">{{ VERDICT_WORDS[finding.verdict] }}</span>
              <p class="small">{{ finding.sentence }}</p>
              <p v-if="meant.has(finding.lookFor)" class="small meant">“I meant it so.”</p>
              <div class="marks" role="group" :aria-label="`Your mark for ${title}`">
                <button v-for="(word, level) in MARK_WORDS" :key="level" :aria-pressed="marks[finding.lookFor] === level" @click="mark(finding.lookFor, level)">{{ word }}</button>
              </div>
            </div>
          </div>
        </section>
      </template>
      <v-textarea v-model="words" label="Your words" rows="4" maxlength="4000" auto-grow max-rows="9" class="words" />
      <v-textarea v-model="next" label="A next thing to try" rows="2" maxlength="1000" auto-grow max-rows="5" />
    </div>
    <footer>
      <p v-if="trouble" class="trouble small" role="alert"><strong>{{ trouble.message }}</strong> {{ trouble.fix }}</p>
      <div class="row">
        <v-btn variant="outlined" color="primary" :loading="busy === 'again'" @click="give('again')">Return to draw on</v-btn>
        <v-btn color="primary" :loading="busy === 'accepted'" @click="give('accepted')">Accept</v-btn>
      </div>
    </footer>
  </div>
</template>

<style scoped>
.meant { border-left: 3px solid var(--ochre); padding-left: 8px; margin-top: 2px; }
.form { display: flex; flex-direction: column; min-height: 0; height: 100%; }
.scroll { overflow-y: auto; padding: 10px 16px; flex: 1; min-height: 0; }
.head { display: flex; align-items: center; justify-content: space-between; }
h4 { font-size: 0.87rem; font-weight: 520; color: var(--ink-soft); margin: 12px 0 2px; }
.line { display: grid; grid-template-columns: 22px 1fr; gap: 9px; padding: 7px 4px; border-radius: 8px; }
.line:hover { background: var(--paper-shade); }
.title { font-weight: 560; font-size: 0.95rem; text-align: left; }
.title:not(:disabled) { text-decoration: underline; text-decoration-color: var(--ochre); text-underline-offset: 3px; }
.line p { margin: 0 0 5px; }
.marks { display: inline-flex; border: 1px solid var(--line); border-radius: 8px; overflow: hidden; }
.marks button { padding: 3px 13px; font-size: 0.85rem; min-height: 30px; border-right: 1px solid var(--line); }
.marks button:last-child { border-right: 0; }
.marks [aria-pressed='true'] { background: var(--blue); color: rgb(var(--v-theme-on-primary)); font-weight: 520; }
.words { margin-top: 18px; }
footer { padding: 10px 16px; border-top: 1px solid var(--line); }
.row { display: flex; gap: 10px; justify-content: flex-end; }
.trouble { border-left: 4px solid var(--ochre); padding-left: 10px; }
@media (pointer: coarse) { .marks button { min-height: 44px; } }
</style>
