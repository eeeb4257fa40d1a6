<script setup lang="ts">
import { LETTER_SIZES, type Comfort } from '#shared/comfort'
import { useComfort } from '../stores/comfort'

/** How somebody likes the program. Of a learner it goes along to every device. */
definePageMeta({ who: 'signed-in' })
const store = useComfort()
const { trying } = useTrying()
const LETTERS: Record<Comfort['letters'], string> = { 100: 'usual', 115: 'larger', 130: 'large', 150: 'very large' }
const CHOICES = [
  ['isLeftHanded', 'I draw with my left hand', 'The step sheet goes to the right, the colours to the left.'],
  ['hasLessMotion', 'Nothing moves by itself', 'What slides, fades or marches stands still.'],
  ['isDim', 'Lamplight', 'A dark room round the sheet; the paper stays as light as it is.'],
  ['tellsColours', 'Colours say their names', 'And each has a pattern, for eyes that mix them up.'],
  [
    'hasSimplerWords',
    'Simpler words',
    'Steps are shorter, where your teacher wrote them so, and only what is to be done is there.',
  ],
  [
    'hasNoLetterKeys',
    'No keys of one letter',
    'A letter pressed by itself does nothing; those with Ctrl go on as they do.',
  ],
] as const
const set = (changes: Partial<Comfort>) => trying(true, () => store.set(changes))
</script>

<template>
  <div class="page narrow">
    <PageHeading title="As I like it" />
    <p class="soft">It is so wherever you come in.</p>
    <fieldset class="card">
      <legend>Letters</legend>
      <label v-for="size in LETTER_SIZES" :key="size" class="letters"
        ><input
          type="radio"
          name="letters"
          :value="size"
          :checked="store.comfort.letters === size"
          @change="set({ letters: size })"
        />
        <span :style="{ fontSize: `${size / store.comfort.letters}rem` }">{{ LETTERS[size] }}</span></label
      >
    </fieldset>
    <div class="card">
      <label v-for="[name, words, more] in CHOICES" :key="name" class="choice"
        ><input type="checkbox" :checked="store.comfort[name]" @change="set({ [name]: !store.comfort[name] })" />
        <span
          ><strong>{{ words }}</strong
          ><br /><span class="small soft">{{ more }}</span></span
        ></label
      >
    </div>
    <OwnKeys v-if="!store.comfort.hasNoLetterKeys" />
  </div>
</template>

<style scoped>
.narrow {
  max-width: 640px;
}
fieldset {
  border: 1px solid var(--line);
  margin-bottom: 16px;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 22px;
  align-items: center;
}
legend {
  padding: 0 6px;
  font-weight: 560;
}
.letters {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 44px;
}
.choice {
  display: grid;
  grid-template-columns: 24px 1fr;
  gap: 12px;
  padding: 10px 0;
  border-top: 1px solid var(--line);
}
.choice:first-child {
  border-top: 0;
}
input {
  width: 20px;
  height: 20px;
  accent-color: var(--blue);
}
</style>
