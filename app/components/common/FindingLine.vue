<script setup lang="ts">
import type { Finding } from '#core/lookfor'
import { VERDICT_WORDS } from '../../sheet/verdict-words'

/**
 * One finding in a list: its sign, its title, its sentence. Pointing at it points at its marks on the sheet; it can be
 * argued with.
 */
const { isMeant = false, canMean = false } = defineProps<{
  title: string
  finding: Finding
  isPointedAt: boolean
  isMeant?: boolean
  canMean?: boolean
}>()
defineEmits<{ point: [isOn: boolean]; show: []; mean: [isMeant: boolean] }>()
</script>

<template>
  <li
    class="finding"
    :class="{ pointed: isPointedAt }"
    @mouseenter="$emit('point', true)"
    @mouseleave="$emit('point', false)"
  >
    <button
      class="line"
      :disabled="finding.marks.length === 0"
      @click="$emit('show')"
      @focus="$emit('point', true)"
      @blur="$emit('point', false)"
    >
      <VerdictSign :verdict="finding.verdict" />
      <span>
        <strong>{{ title }}</strong>
        {{ ' ' }}
        <span class="soft small">· {{ isMeant ? 'meant so' : VERDICT_WORDS[finding.verdict] }}</span
        ><br />
        <span class="sentence">{{ finding.sentence }}</span>
        <span v-if="finding.marks.length" class="show small">Show me</span>
      </span>
    </button>
    <button
      v-if="canMean && (finding.verdict === 'nearly' || finding.verdict === 'not-yet')"
      class="mean small"
      :aria-pressed="isMeant"
      :aria-label="`${title}: I meant it so`"
      @click="$emit('mean', !isMeant)"
    >
      {{ isMeant ? 'You meant it so; your teacher sees that. Take it back' : 'I meant it so' }}
    </button>
  </li>
</template>

<style scoped>
.finding {
  list-style: none;
  border-radius: 8px;
}
.finding.pointed {
  background: var(--paper-shade);
}
.line {
  display: grid;
  grid-template-columns: 24px 1fr;
  gap: 8px;
  text-align: left;
  padding: 7px 6px;
  width: 100%;
  color: inherit;
}
.sentence {
  font-size: 0.92rem;
}
.show {
  color: var(--blue);
  text-decoration: underline;
  margin-left: 6px;
  white-space: nowrap;
}
.mean {
  margin: -4px 6px 4px 38px;
  color: var(--ink-soft);
  text-decoration: underline;
  text-align: left;
  min-height: 28px;
}
</style>
