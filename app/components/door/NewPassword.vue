<script setup lang="ts">
import { LEAST_PASSWORD, MOST_PASSWORD } from '#shared/place'
import { LEAST_STRENGTH, strengthOf, type Strength } from '#shared/strength'

/** A new password, with how well it holds against guessing. `about`: what is easily guessed of this person. */
const { about = [], label = 'Password' } = defineProps<{ about?: readonly string[]; label?: string }>()
const password = defineModel<string>({ default: '' })
const isShown = ref(false)
const found = shallowRef<Strength | null>(null)

const WORDS = ['guessed at once', 'guessed soon', 'guessed in a while', 'holds', 'holds well']
let asked = 0
watch(
  () => [password.value, ...about],
  async () => {
    const own = ++asked
    const strength = password.value === '' ? null : await strengthOf(password.value, about).catch(() => null)
    if (own === asked) found.value = strength
  },
)
const isShort = computed(() => password.value.length < LEAST_PASSWORD)
const isGood = computed(() => !isShort.value && (found.value?.score ?? 0) >= LEAST_STRENGTH)
const words = computed(() => {
  if (password.value === '') return `At least ${LEAST_PASSWORD} characters: a few words that do not belong together.`
  if (isShort.value) return `${LEAST_PASSWORD - password.value.length} more characters.`
  if (!found.value) return ''
  return `${WORDS[found.value.score]!.replace(/^./, first => first.toUpperCase())}. ${found.value.why}`
})
defineExpose({ isGood })
</script>

<template>
  <div class="new-password">
    <v-text-field
      v-model="password"
      :label="label"
      :type="isShown ? 'text' : 'password'"
      autocomplete="new-password"
      :maxlength="MOST_PASSWORD"
      hide-details
    />
    <div class="below">
      <!-- A ladder of values: one more dab for each step. -->
      <span class="ladder" aria-hidden="true">
        <i v-for="step in 4" :key="step" :class="{ on: !isShort && (found?.score ?? 0) >= step }" />
      </span>
      <span class="small words" role="status" :class="{ soft: password === '' }">{{ words }}</span>
      <button type="button" class="small show" :aria-pressed="isShown" @click="isShown = !isShown">
        {{ isShown ? 'Hide it' : 'Show it' }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.new-password {
  margin-bottom: 14px;
}
.below {
  display: flex;
  align-items: flex-start;
  gap: 10px;
  padding: 6px 2px 0;
  min-height: 2.6em;
}
.ladder {
  display: flex;
  gap: 3px;
  padding-top: 5px;
}
.ladder i {
  width: 13px;
  height: 13px;
  border: 1px solid var(--ink-soft);
  border-radius: 50% 46% 52% 48%;
}
.ladder i.on {
  background: var(--ink-soft);
}
.ladder i.on:nth-child(n + 3) {
  background: var(--ink);
}
.words {
  flex: 1;
}
.show {
  color: var(--blue);
  white-space: nowrap;
  min-height: 24px;
}
</style>
