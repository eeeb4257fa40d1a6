<script setup lang="ts">
import {
  mdiAccountOffOutline,
  mdiBrush,
  mdiCheckBold,
  mdiCircleOutline,
  mdiHandBackRight,
  mdiPauseCircleOutline,
  mdiTimerSandComplete,
} from '@mdi/js'
import type { Standing } from '#core/round'
import { STANDING_WORDS } from '../../sheet/standing-words'

/** How someone at work stands: told by its shape and in words. */
defineProps<{ standing: Standing }>()
const ICONS: Record<Standing, string> = {
  asking: mdiHandBackRight,
  stuck: mdiTimerSandComplete,
  silent: mdiPauseCircleOutline,
  drawing: mdiBrush,
  done: mdiCheckBold,
  away: mdiAccountOffOutline,
  'not-begun': mdiCircleOutline,
}
</script>

<template>
  <span class="standing small" :class="standing"
    ><v-icon :icon="ICONS[standing]" size="16" /> {{ STANDING_WORDS[standing] }}</span
  >
</template>

<style scoped>
.standing {
  display: inline-flex;
  flex: none;
  gap: 5px;
  align-items: center;
  white-space: nowrap;
  color: var(--ink-soft);
}
.asking,
.stuck {
  color: var(--ochre);
  font-weight: 560;
}
.done {
  color: var(--blue);
}
</style>
