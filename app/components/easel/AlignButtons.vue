<script setup lang="ts">
import {
  mdiFormatHorizontalAlignCenter,
  mdiFormatHorizontalAlignLeft,
  mdiFormatHorizontalAlignRight,
  mdiFormatVerticalAlignBottom,
  mdiFormatVerticalAlignCenter,
  mdiFormatVerticalAlignTop,
} from '@mdi/js'
import { ALIGNMENTS, type Alignment } from '#core/parts'

/** Six ways to bring something into line. `within`: with what, as its words say. */
defineProps<{ within: string }>()
const emit = defineEmits<{ align: [how: Alignment] }>()
const ICONS: Record<Alignment, string> = {
  left: mdiFormatHorizontalAlignLeft,
  centre: mdiFormatHorizontalAlignCenter,
  right: mdiFormatHorizontalAlignRight,
  top: mdiFormatVerticalAlignTop,
  middle: mdiFormatVerticalAlignCenter,
  bottom: mdiFormatVerticalAlignBottom,
}
const WORDS: Record<Alignment, string> = {
  left: 'To the left',
  centre: 'To the middle across',
  right: 'To the right',
  top: 'To the top',
  middle: 'To the middle down',
  bottom: 'To the bottom',
}
</script>

<template>
  <div class="align" role="group" :aria-label="`Bring into line ${within}`">
    <v-btn
      v-for="how in ALIGNMENTS"
      :key="how"
      :icon="ICONS[how]"
      size="x-small"
      variant="text"
      :aria-label="`${WORDS[how]} ${within}`"
      :title="`${WORDS[how]} ${within}`"
      @click="emit('align', how)"
    />
  </div>
</template>

<style scoped>
.align {
  display: inline-flex;
  flex-wrap: wrap;
}
</style>
