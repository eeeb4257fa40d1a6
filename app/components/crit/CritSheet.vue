<script setup lang="ts">
import { timelineOf } from '#core/drawing'
import type { HandInView } from '#shared/views'
import { makingOf } from '../../sheet/making'
import type SheetWindow from '../sheet/SheetWindow.vue'
import type { ShownMark } from '../sheet/SheetMarks.vue'

/** A hand-in, big, with its replay beneath and its layers on and off. */
const props = defineProps<{ handIn: HandInView, marks: readonly ShownMark[] }>()
const playback = usePlayer()
const { player, time, loading, isReady, sheet, layers, thumbnails } = playback
const window = ref<InstanceType<typeof SheetWindow>>()
const hidden = ref<string[]>([])
const speed = ref(4)
const making = computed(() => makingOf(props.handIn.record.entries, timelineOf(props.handIn.record.entries), props.handIn.plan.steps))
const isAtEnd = computed(() => time.value.time >= time.value.length && !time.value.isPlaying)

onMounted(() => playback.load(toRaw(props.handIn.record), false))

function setSpeed(next: number): void {
  speed.value = next
  if (time.value.isPlaying) void player.play(next)
}

function toggle(id: string): void {
  hidden.value = hidden.value.includes(id) ? hidden.value.filter(each => each !== id) : [...hidden.value, id]
  void player.hide([...hidden.value])
}

function only(id: string): void {
  const others = layers.value.filter(layer => layer.id !== id).map(layer => layer.id)
  hidden.value = hidden.value.length === others.length && !hidden.value.includes(id) ? [] : others
  void player.hide([...hidden.value])
}

defineExpose({
  showPlace(x: number, y: number) {
    window.value?.zoom(Math.max(window.value.view.scale, 1.1))
    window.value?.bringToMiddle(x, y)
  },
  fit: () => window.value?.fit(),
})
</script>

<template>
  <div class="crit-sheet">
    <div class="upper">
      <aside class="leaves" aria-label="Layers">
        <h3>Layers</h3>
        <ul>
          <li v-for="layer in [...layers].reverse()" :key="layer.id" :class="{ off: hidden.includes(layer.id) }">
            <button class="leaf" :aria-label="`Only ${layer.name}`" @click="only(layer.id)"><LayerThumbnail :thumbnail="thumbnails.get(layer.id)" /></button>
            <label class="small"><input type="checkbox" :checked="!hidden.includes(layer.id)" @change="toggle(layer.id)"> <span class="words">{{ layer.name }}<span v-if="!layer.visible" class="soft"><br>put away</span><span v-else-if="layer.opacity < 100" class="soft numbers"><br>{{ layer.opacity }} %</span></span></label>
          </li>
        </ul>
        <p class="small soft">Touch a leaf to see it alone, again to see all.</p>
      </aside>
      <div class="sheet">
        <SheetWindow
          v-if="isReady" ref="window" :sheet="sheet" :label="`${handIn.plan.title} by ${handIn.learner}`"
          @canvas="playback.show($event)" @resize="(w: number, h: number) => player.resize(w, h)" @look="player.look($event)"
        >
          <template #default="{ view, size }"><SheetMarks v-if="isAtEnd" :marks="marks" :view="view" :size="size" /></template>
        </SheetWindow>
        <p v-if="loading" class="soft">Drawing it again · {{ Math.round((100 * loading.done) / loading.of) }} %</p>
      </div>
    </div>
    <MakingStrip
      :making="making" :time="time.time" :length="time.length" :is-playing="time.isPlaying" :speed="speed"
      @seek="player.seek($event)" @play="player.play(speed)" @pause="player.pause()" @speed="setSpeed"
      @next="player.pause().then(() => player.seekEntry(time.position + $event))"
    />
  </div>
</template>

<style scoped>
.crit-sheet { display: flex; flex-direction: column; height: 100%; min-height: 0; }
.upper { flex: 1; min-height: 0; display: grid; grid-template-columns: 132px minmax(0, 1fr); }
.leaves { background: var(--paper); border-right: 1px solid var(--line); padding: 12px; overflow-y: auto; }
.leaves ul { list-style: none; padding: 0; margin: 10px 0; display: grid; gap: 12px; }
.leaf { background: #fffefb; border: 1px solid #b9b2a4; box-shadow: 1px 2px 0 #cfc8ba; line-height: 0; }
.off .leaf { opacity: 0.35; }
.leaves label { display: flex; gap: 6px; align-items: center; min-height: 28px; }
.words { line-height: 1.2; overflow-wrap: anywhere; }
.leaves input { flex: none; accent-color: var(--blue); width: 17px; height: 17px; }
.sheet { min-height: 0; min-width: 0; background: var(--round-sheet); }
</style>
