<script setup lang="ts">
import type { Finding } from '#core/lookfor'
import { VERDICT_WORDS } from '../../sheet/verdict-words'

/** One finding in a list: its sign, its title, its sentence. Pointing at it points at its marks on the sheet. */
defineProps<{ title: string, finding: Finding, isPointedAt: boolean }>()
defineEmits<{ point: [isOn: boolean], show: [] }>()
</script>

<template>
  <li class="finding" :class="{ pointed: isPointedAt }" @mouseenter="$emit('point', true)" @mouseleave="$emit('point', false)">
    <button :disabled="finding.marks.length === 0" @click="$emit('show')" @focus="$emit('point', true)" @blur="$emit('point', false)">
      <VerdictSign :verdict="finding.verdict" />
      <span>
        <strong>{{ title }}</strong> <span class="soft small">· {{ VERDICT_WORDS[finding.verdict] }}</span><br>
        <span class="sentence">{{ finding.sentence }}</span>
        <span v-if="finding.marks.length" class="show small">Show me</span>
      </span>
    </button>
  </li>
</template>

<style scoped>
.finding { list-style: none; border-radius: 8px; }
.finding.pointed { background: var(--paper-shade); }
.finding button { display: grid; grid-template-columns: 24px 1fr; gap: 8px; text-align: left; padding: 7px 6px; width: 100%; color: inherit; }
.sentence { font-size: 0.92rem; }
.show { color: var(--blue); text-decoration: underline; margin-left: 6px; white-space: nowrap; }
</style>
