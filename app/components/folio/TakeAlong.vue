<script setup lang="ts">
import { wrap } from 'comlink'
import type { DrawingRecord } from '#core/drawing'
import type { FolioView, ProgressView } from '#shared/views'
import { api } from '../../api/routes'
import { fileName, savedFile } from '../../sheet/save-file'
import { whenLost } from '../../workers/lost'
import type { Redrawer } from '../../workers/redraw.worker'
import RedrawWorker from '../../workers/redraw.worker?worker'

/** A whole folio as one archive, packed here in the browser. `learner`: a teacher takes it along for them. */
const props = defineProps<{ folio: FolioView; learner?: number }>()
const emit = defineEmits<{ close: [] }>()
const { busy, trying } = useTrying()
const progress = ref<{ done: number; of: number } | null>(null)
let isStopped = false

const pack = () =>
  trying(true, async () => {
    isStopped = false
    const worker = new RedrawWorker()
    const redrawer = wrap<Redrawer>(worker)
    const lost = whenLost(worker)
    // What can't be drawn any more comes along as its record.
    const picture = (record: DrawingRecord) => Promise.race([redrawer.picture(record).catch(() => null), lost])
    const pictureWithOver = (record: DrawingRecord, over: DrawingRecord) =>
      Promise.race([redrawer.pictureWithOver(record, over).catch(() => null), lost])
    try {
      const { packFolio } = await import('../../sheet/folio-pack')
      const { broughtPicture } = await import('../../sheet/plan-files')
      const bytes = await packFolio(
        props.folio,
        await progressOf(),
        { drawing: api.drawing, handIn: api.handInView, picture, pictureWithOver, brought: broughtPicture },
        (done, of) => {
          progress.value = { done, of }
        },
        () => isStopped,
      )
      if (!bytes) return
      savedFile(bytes, `${fileName(props.folio.name, 'folio')}-folio.zip`, 'application/zip')
      emit('close')
    } finally {
      worker.terminate()
      progress.value = null
    }
  })
const progressOf = (): Promise<ProgressView> =>
  props.learner === undefined ? api.ownProgress() : api.learnersProgress(props.learner)
function stop(): void {
  isStopped = true
}
onBeforeUnmount(stop)
</script>

<template>
  <CardDialog
    :model-value="true"
    :title="learner === undefined ? 'Take it all along' : `All that ${folio.name} made`"
    @update:model-value="emit('close')"
  >
    <p>
      One archive (ZIP) with every drawing and hand-in: pictures in full size (PNG), the records from which each can be
      drawn again, the pictures that they were drawn with,
      {{ learner === undefined ? 'your teacher’s' : 'the' }} answers with their marks, comments and what was drawn over,
      panels of murals, and look-fors, warm-ups and time as tables (CSV).
    </p>
    <template v-if="progress">
      <v-progress-linear
        :model-value="progress.of ? (100 * progress.done) / progress.of : 100"
        color="primary"
        height="8"
        rounded
        aria-label="How much is packed"
      />
      <p class="small numbers" role="status">{{ progress.done }} of {{ progress.of }}</p>
    </template>
    <template #actions>
      <v-btn v-if="busy === null" color="primary" @click="pack">Pack it</v-btn>
      <v-btn v-else variant="outlined" @click="stop">Stop</v-btn>
    </template>
  </CardDialog>
</template>
