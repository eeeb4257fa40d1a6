<script setup lang="ts">
import type { DrawingRecord } from '#core/drawing'
import { troubleOf } from '../../api/client'
import { api } from '../../api/routes'
import SheetWindow from './SheetWindow.vue'

/** A sheet that is being drawn on elsewhere, stroke by stroke: what is new is played as it comes. */
const props = defineProps<{
  drawing: number
  /** How far its record is on the server. */
  position: number
  label: string
  canDraw?: boolean
}>()
const emit = defineEmits<{
  sheet: [sheet: DrawingRecord['sheet']]
  begin: [samples: number[]]
  extend: [samples: number[]]
  end: []
  drop: []
}>()

/** What came at once is shown within this time, ms. */
const CATCH_UP_MS = 1400
const playback = usePlayer()
const { player, isReady, loading, sheet } = playback
const trouble = ref<{ message: string; fix: string } | null>(null)
let have = 0
let isAsking = false

async function begin(): Promise<void> {
  try {
    trouble.value = null
    const { sheet: paper, entries, position } = await api.entriesSince(props.drawing, 0)
    emit('sheet', paper)
    await playback.load({ version: 1, sheet: paper, entries }, false)
    have = position
    void goOn()
  } catch (error) {
    trouble.value = troubleOf(error)
  }
}

async function goOn(): Promise<void> {
  if (isAsking || !isReady.value) return
  isAsking = true
  try {
    while (props.position > have) {
      const { entries } = await api.entriesSince(props.drawing, have)
      if (entries.length === 0) break
      have += entries.length
      await playback.append(entries, CATCH_UP_MS)
    }
  } catch {
    // The server is away: asked again with the next stroke.
  } finally {
    isAsking = false
  }
}

onMounted(begin)
watch(() => props.position, goOn)
const window = ref<InstanceType<typeof SheetWindow>>()
defineExpose({ fit: () => window.value?.fit() })
</script>

<template>
  <div class="live-sheet">
    <SheetWindow
      v-if="isReady"
      ref="window"
      :sheet="sheet"
      :label="label"
      :can-draw="canDraw ?? false"
      @canvas="playback.show($event)"
      @resize="(w: number, h: number) => player.resize(w, h)"
      @look="player.look($event)"
      @begin="emit('begin', $event)"
      @extend="emit('extend', $event)"
      @end="emit('end')"
      @drop="emit('drop')"
    >
      <template #default="slot"><slot v-bind="slot" /></template>
    </SheetWindow>
    <div v-else-if="trouble" class="card trouble" role="alert">
      <p>
        <strong>{{ trouble.message }}</strong> {{ trouble.fix }}
      </p>
      <v-btn size="small" variant="outlined" @click="begin">Try again</v-btn>
    </div>
    <p v-else class="soft waiting" role="status">
      Laying out the sheet{{ loading ? ` · ${Math.round((100 * loading.done) / loading.of)} %` : ' …' }}
    </p>
  </div>
</template>

<style scoped>
.live-sheet {
  position: relative;
  height: 100%;
  min-height: 0;
  background: var(--round-sheet);
}
.waiting,
.trouble {
  position: absolute;
  left: 50%;
  top: 40%;
  transform: translate(-50%, -50%);
}
.trouble {
  max-width: 420px;
}
</style>
