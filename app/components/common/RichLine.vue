<script setup lang="ts">
import type { RichParagraph } from '#core/plan'

/** A run of words with its emphasis. */
defineProps<{ content: NonNullable<RichParagraph['content']> }>()
const has = (each: { marks?: readonly { type: string }[] | undefined }, mark: string) =>
  each.marks?.some(one => one.type === mark) ?? false
</script>

<template>
  <template v-for="(each, i) in content" :key="i">
    <br v-if="each.type === 'hardBreak'" />
    <strong v-else-if="has(each, 'bold')"
      ><em v-if="has(each, 'italic')">{{ each.text }}</em
      ><template v-else>{{ each.text }}</template></strong
    >
    <em v-else-if="has(each, 'italic')">{{ each.text }}</em>
    <template v-else>{{ each.text }}</template>
  </template>
</template>
