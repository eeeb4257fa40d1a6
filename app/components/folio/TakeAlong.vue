<script setup lang="ts">
import type { FolioView } from '#shared/views'
import { api } from '../../api/routes'
import { fileName, savedFile } from '../../sheet/save-file'

/** The whole folio as one archive, packed here in the browser. */
const props = defineProps<{ folio: FolioView }>()
const emit = defineEmits<{ close: [] }>()
const { busy, trying } = useTrying()
const progress = ref<{ done: number, of: number } | null>(null)
let isStopped = false

async function picture(id: number): Promise<Uint8Array | null> {
  const answer = await fetch(api.handInPicture(id))
  return answer.ok ? new Uint8Array(await answer.arrayBuffer()) : null
}
const pack = () => trying(true, async () => {
  isStopped = false
  try {
    const { packFolio } = await import('../../sheet/folio-pack')
    const bytes = await packFolio(props.folio, await api.ownProgress(), { drawing: api.drawing, handIn: api.handInView, picture }, (done, of) => { progress.value = { done, of } }, () => isStopped)
    if (!bytes) return
    savedFile(bytes, `${fileName(props.folio.name, 'folio')}-folio.zip`, 'application/zip')
    emit('close')
  } finally {
    progress.value = null
  }
})
function stop(): void {
  isStopped = true
}
onBeforeUnmount(stop)
</script>

<template>
  <CardDialog :model-value="true" title="Take it all along" @update:model-value="emit('close')">
    <p>One archive (ZIP) with every drawing and hand-in: pictures as PNG, the records from which each can be drawn again, your teacher’s answers, and your look-fors, warm-ups and time as tables (CSV).</p>
    <template v-if="progress">
      <v-progress-linear :model-value="progress.of ? (100 * progress.done) / progress.of : 100" color="primary" height="8" rounded aria-label="How much is packed" />
      <p class="small numbers" role="status">{{ progress.done }} of {{ progress.of }}</p>
    </template>
    <template #actions>
      <v-btn v-if="busy === null" color="primary" @click="pack">Pack it</v-btn>
      <v-btn v-else variant="outlined" @click="stop">Stop</v-btn>
    </template>
  </CardDialog>
</template>
