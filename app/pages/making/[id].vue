<script setup lang="ts">
import { timelineOf } from '#core/drawing'
import { api } from '../../api/routes'
import { makingOf } from '../../sheet/making'

/** How a drawing of one's own was made, without handing it in. */
definePageMeta({ layout: 'default', who: 'signed-in' })
const route = useRoute()
const { data: drawing, trouble, load } = usePageData(() => api.drawing(Number(route.params.id)))
const playback = usePlayer()
const { player, time, loading, isReady, sheet } = playback
const speed = ref(8)
const making = computed(
  () => drawing.value && makingOf(drawing.value.entries, timelineOf(drawing.value.entries), drawing.value.plan.steps),
)

watch(drawing, async found => {
  if (!found) return
  await playback.load({ version: 1, sheet: found.plan.sheet, entries: found.entries }, false)
  await player.seek(0)
  await player.play(speed.value)
})
function setSpeed(next: number): void {
  speed.value = next
  if (time.value.isPlaying) void player.play(next)
}
const { busy, trying } = useTrying()
/** What stands at the moment shown is laid out on another sheet. */
const beginHere = () =>
  trying(true, async () => {
    await player.pause()
    const { id, title, plan } = drawing.value!
    const another = await api.duplicateDrawing(id, {
      key: crypto.randomUUID(),
      title: `${title ?? plan.title}, from a moment`.slice(0, 80),
      from: time.value.position,
    })
    await navigateTo(`/easel/${another.id}`)
  })
async function play(): Promise<void> {
  if (time.value.time >= time.value.length) await player.seek(0)
  await player.play(speed.value)
}
</script>

<template>
  <div v-if="!drawing || !making" class="page"><LoadingOrTrouble :trouble="trouble" @again="load" /></div>
  <div v-else class="making">
    <header>
      <PageHeading :title="drawing.title ?? drawing.plan.title" />
      <v-btn size="small" color="primary" :to="`/easel/${drawing.id}`">Draw on</v-btn
      ><v-btn
        v-if="drawing.entries.length"
        size="small"
        variant="outlined"
        :disabled="time.position < 1"
        :loading="busy !== null"
        title="Another sheet that begins with what lies here at this moment; this one stays as it is"
        @click="beginHere"
        >Begin another from this moment</v-btn
      >
    </header>
    <p v-if="drawing.entries.length === 0" class="page soft">Nothing is drawn on it yet: there is nothing to watch.</p>
    <template v-else>
      <div class="sheet">
        <SheetWindow
          v-if="isReady"
          :sheet="sheet"
          :label="`How ${drawing.title ?? drawing.plan.title} was made`"
          @canvas="playback.show($event)"
          @resize="(w: number, h: number) => player.resize(w, h)"
          @look="player.look($event)"
        />
        <p v-if="loading" class="again small" role="status">
          Drawing it again · {{ Math.round((100 * loading.done) / loading.of) }} %
        </p>
      </div>
      <MakingStrip
        :making="making"
        :time="time.time"
        :length="time.length"
        :is-playing="time.isPlaying"
        :speed="speed"
        @seek="player.seek($event)"
        @play="play"
        @pause="player.pause()"
        @speed="setSpeed"
        @next="player.pause().then(() => player.seekEntry(time.position + $event))"
      />
    </template>
  </div>
</template>

<style scoped>
.making {
  display: flex;
  flex-direction: column;
  height: calc(100dvh - 57px);
  min-height: 460px;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
  align-items: center;
  padding: 8px 24px;
}
h1 {
  font-size: 1.3rem;
}
.sheet {
  position: relative;
  flex: 1;
  min-height: 0;
  background: var(--round-sheet);
}
.again {
  position: absolute;
  left: 12px;
  bottom: 12px;
  margin: 0;
  padding: 4px 12px;
  border-radius: 8px;
  background: var(--paper);
}
</style>
