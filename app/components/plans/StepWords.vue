<script setup lang="ts">
import { plainWords, richOf, type Rich } from '#core/plan'

/** What the learner reads at a step. */
const editor = usePlanEditor()
const { step, pictures } = editor

const words = computed({
  get: () => step.value!.rich ?? richOf(step.value!.words),
  set(rich: Rich) {
    const plain = plainWords(rich)
    editor.setStep({ rich, words: plain.length ? plain : ['…'] }, 'words')
  },
})
const setSlip = (part: Partial<{ slip: string; remedy: string }>) =>
  editor.setStep({ slip: { ...step.value!.slip, ...part } }, 'slip')
/** A line each; none: the usual words count for all. */
function setSimple(text: string): void {
  const lines = text
    .split('\n')
    .filter(each => each.trim() !== '')
    .slice(0, MOST_SIMPLE)
  editor.setStep({ simple: lines.length ? lines : undefined }, 'simple')
}
const MOST_SIMPLE = 12
const valueOf = (event: Event) => (event.target as HTMLInputElement).value

async function take(file: File, put: (id: string) => void): Promise<void> {
  const picture = await editor.takePicture(file)
  await nextTick()
  if (picture) put(picture.id)
}
</script>

<template>
  <div v-if="step" class="words">
    <label
      >Title
      <input
        :value="step.title"
        maxlength="80"
        required
        @input="valueOf($event).trim() && editor.setStep({ title: valueOf($event) }, 'title')"
    /></label>
    <div class="field">
      <span>What to do</span
      ><RichField :key="step.id" v-model="words" label="What to do" :pictures="pictures" @picture="take" />
    </div>
    <label
      >In simpler words, if you like
      <textarea
        :value="step.simple?.join('\n') ?? ''"
        rows="2"
        maxlength="2000"
        placeholder="For learners who asked for them: short sentences, one thing each"
        @input="setSimple(valueOf($event))"
      />
    </label>
    <label
      >What often happens
      <textarea
        :value="step.slip.slip"
        rows="2"
        maxlength="2000"
        @input="valueOf($event).trim() && setSlip({ slip: valueOf($event) })"
      />
    </label>
    <label
      >… and what helps then
      <textarea
        :value="step.slip.remedy"
        rows="2"
        maxlength="2000"
        @input="valueOf($event).trim() && setSlip({ remedy: valueOf($event) })"
      />
    </label>
    <label
      >A tip, if you like
      <textarea
        :value="step.tip ?? ''"
        rows="2"
        maxlength="2000"
        @input="editor.setStep({ tip: valueOf($event).trim() ? valueOf($event) : undefined }, 'tip')"
      />
    </label>
  </div>
</template>

<style scoped>
.words {
  display: grid;
  gap: 14px;
}
label,
.field {
  display: grid;
  gap: 4px;
  font-size: 0.9rem;
  color: var(--ink-soft);
}
input,
textarea {
  border: 1px solid var(--line);
  border-radius: 8px;
  padding: 8px 12px;
  background: var(--paper);
  color: var(--ink);
  font-size: 0.96rem;
  resize: vertical;
}
</style>
