<script setup lang="ts">
import { useEventListener, useIntervalFn } from '@vueuse/core'
import { FRONT_EVERY_MS } from '#shared/limits'
import { api } from '../../api/routes'

/**
 * The teacher's sheet is the one that the class looks at: what is drawn is sent at once, until everyone goes back to
 * work.
 */
const props = defineProps<{ classId: number }>()
const drawing = useDrawing()
const { trying, busy } = useTrying()
/** What is drawn waits no longer than this before it is sent, ms. */
const AT_ONCE_MS = 150

const end = () =>
  trying(true, async () => {
    await api.setFront(props.classId, null)
    await navigateTo(`/round/${props.classId}`)
  })
const isSeen = ref(false)
let showing: Promise<unknown> = Promise.resolve()
/**
 * The class looks here as soon as this page can also let it go on again: not before, or a page closed while it loads
 * would hold everyone.
 */
const show = () => {
  showing = trying(true, async () => {
    isSeen.value = (await api.setFront(props.classId, drawing.id)).isSeen
    staying.resume()
  })
}
/** Not heard of, as when it is switched off, this sheet would let the class go on. */
const staying = useIntervalFn(
  async () => {
    isSeen.value = await api.setFront(props.classId, drawing.id, true).then(
      answer => answer.isSeen,
      () => false,
    )
  },
  FRONT_EVERY_MS,
  { immediate: false },
)
/** Whoever leaves the sheet, or closes it, lets the class go on. */
const leave = () => {
  staying.pause()
  isSeen.value = false
  void api.setFront(props.classId, null).catch(() => {})
}

onMounted(() => {
  void drawing.host.gatherFor(AT_ONCE_MS)
  show()
})
useEventListener(window, 'pagehide', leave)
useEventListener(window, 'pageshow', ({ persisted }) => {
  if (persisted) show()
})
onBeforeUnmount(() => {
  void drawing.host.gatherFor()
  // After what is under way: the last word counts.
  void showing.then(leave)
})
</script>

<template>
  <div class="front-bar small" role="status">
    <span v-if="isSeen"><strong>The class sees this sheet.</strong> Theirs wait.</span>
    <template v-else>
      <strong>The class doesn’t see this sheet yet.</strong>
      <v-btn size="small" variant="outlined" :loading="busy !== null" @click="show">Show it to them</v-btn>
    </template>
    <v-btn size="small" color="primary" :loading="busy !== null" @click="end">Back to work</v-btn>
  </div>
</template>

<style scoped>
.front-bar {
  display: flex;
  gap: 14px;
  align-items: center;
  justify-content: center;
  padding: 4px 14px;
  background: var(--paper);
  border-bottom: 1px solid var(--line);
  border-top: 4px solid var(--ochre);
}
</style>

<style>
/* Notices leave this bar free: what they tell of may be mended by its buttons. */
:root:has(.front-bar) {
  --notices-top: 98px;
}
</style>
