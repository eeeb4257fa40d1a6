<script setup lang="ts">
import { mdiClose, mdiPlus } from '@mdi/js'
import type { CritKit } from '#shared/schemas'
import { api } from '../../api/routes'

/** What a teacher keeps for answering: phrases, and criteria with their levels. */
const props = defineProps<{ kit: CritKit }>()
const emit = defineEmits<{ kept: [kit: CritKit] }>()
const isOpen = defineModel<boolean>({ default: false })
const { busy, trying } = useTrying()
const phrases = ref('')
const criteria = ref<{ title: string; levels: string }[]>([])
watch(
  isOpen,
  open => {
    if (!open) return
    phrases.value = props.kit.phrases.join('\n')
    criteria.value = props.kit.criteria.map(each => ({ title: each.title, levels: each.levels.join(', ') }))
  },
  { immediate: true },
)
const levelsOf = (text: string) =>
  text
    .split(',')
    .map(each => each.trim())
    .filter(Boolean)
const isWhole = computed(() =>
  criteria.value.every(
    each => each.title.trim() !== '' && levelsOf(each.levels).length >= 2 && levelsOf(each.levels).length <= 6,
  ),
)

const keep = () =>
  trying(true, async () => {
    const kit = await api.keepCritKit({
      phrases: phrases.value
        .split('\n')
        .map(each => each.trim())
        .filter(Boolean)
        .slice(0, 60),
      criteria: criteria.value.map(each => ({ title: each.title.trim(), levels: levelsOf(each.levels) })),
    })
    emit('kept', kit)
    isOpen.value = false
  })
</script>

<template>
  <CardDialog v-model="isOpen" title="Phrases and criteria" :width="620">
    <label class="field small"
      >Phrases, one a line: a touch puts one into your words <textarea v-model="phrases" rows="6" maxlength="24000" />
    </label>
    <fieldset>
      <legend class="small">Criteria of your own, each with two to six levels, the best last</legend>
      <div v-for="(each, i) in criteria" :key="i" class="criterion">
        <input v-model="each.title" maxlength="80" aria-label="What is looked at" placeholder="Care with edges" />
        <input
          v-model="each.levels"
          maxlength="260"
          aria-label="Its levels, with commas between"
          placeholder="not yet, on the way, sure"
        />
        <v-btn
          :icon="mdiClose"
          size="small"
          variant="text"
          :aria-label="`Take ${each.title || 'this one'} away`"
          @click="criteria.splice(i, 1)"
        />
      </div>
      <v-btn
        v-if="criteria.length < 12"
        size="small"
        variant="text"
        :prepend-icon="mdiPlus"
        @click="criteria.push({ title: '', levels: 'not yet, on the way, sure' })"
        >Another criterion</v-btn
      >
      <p v-if="!isWhole" class="small warn">Each needs a name and two to six levels with commas between.</p>
    </fieldset>
    <template #actions
      ><v-btn color="primary" :disabled="!isWhole" :loading="busy !== null" @click="keep">Keep</v-btn></template
    >
  </CardDialog>
</template>

<style scoped>
.field {
  display: grid;
  gap: 4px;
}
textarea,
input {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 7px 10px;
  background: var(--paper);
  color: var(--ink);
  font: inherit;
  min-width: 0;
}
fieldset {
  border: 1px solid var(--line);
  border-radius: 8px;
  padding: 8px 14px 10px;
  margin: 0;
  display: grid;
  gap: 8px;
  justify-items: start;
}
.criterion {
  display: grid;
  grid-template-columns: 1fr 1.3fr auto;
  gap: 8px;
  width: 100%;
  align-items: center;
}
.warn {
  color: var(--ochre);
  margin: 0;
}
</style>
