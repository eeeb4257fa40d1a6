<script setup lang="ts">
import { mdiChevronLeft, mdiChevronRight, mdiClose } from '@mdi/js'
import { api } from '../../api/routes'
import type { Tone } from '../../composables/sheet/useLooking'

/** Hand-ins for a talk in front of all: big, without names. */
const props = defineProps<{ handIns: readonly number[]; title: string }>()
const emit = defineEmits<{ close: [] }>()
const at = ref(0)
const tone = ref<Tone>('colours')
const isTogether = ref(false)
const go = (by: number) => {
  at.value = (at.value + by + props.handIns.length) % props.handIns.length
}
const setTone = (next: Tone) => {
  tone.value = tone.value === next ? 'colours' : next
}

function onKey(event: KeyboardEvent): void {
  const actions: Record<string, () => void> = {
    arrowright: () => go(1),
    '.': () => go(1),
    arrowleft: () => go(-1),
    ',': () => go(-1),
    x: () => setTone('values'),
    c: () => setTone('squint'),
    t: () => {
      isTogether.value = !isTogether.value
    },
    escape: () => emit('close'),
  }
  const action = actions[event.key.toLowerCase()]
  if (!action || event.ctrlKey || event.metaKey) return
  event.preventDefault()
  action()
}
onMounted(() => window.addEventListener('keydown', onKey))
onBeforeUnmount(() => window.removeEventListener('keydown', onKey))
</script>

<template>
  <v-dialog :model-value="true" fullscreen>
    <div class="talk">
      <header>
        <strong class="display">{{ title }}</strong><span class="grow" />
        <button class="mode" title="Values: in greys (X)" :aria-pressed="tone === 'values'" @click="setTone('values')">
          Values
        </button>
        <button
          class="mode"
          title="Squint: blurred greys (C)"
          :aria-pressed="tone === 'squint'"
          @click="setTone('squint')"
        >
          Squint
        </button>
        <button
          class="mode"
          title="All of them together (T)"
          :aria-pressed="isTogether"
          @click="isTogether = !isTogether"
        >
          Together
        </button>
        <v-btn :icon="mdiClose" size="small" variant="text" aria-label="End the talk" @click="emit('close')" />
      </header>
      <div v-if="isTogether" class="together">
        <img
          v-for="(id, i) in handIns"
          :key="id"
          :src="api.handInPicture(id)"
          :alt="`Work ${i + 1}`"
          :style="{ filter: tone === 'colours' ? undefined : `url(#tone-${tone})` }"
        />
      </div>
      <div v-else class="one">
        <v-btn
          :icon="mdiChevronLeft"
          variant="text"
          aria-label="The one before"
          :disabled="handIns.length < 2"
          @click="go(-1)"
        />
        <img
          :src="api.handInPicture(handIns[at]!)"
          :alt="`Work ${at + 1} of ${handIns.length}`"
          :style="{ filter: tone === 'colours' ? undefined : `url(#tone-${tone})` }"
        />
        <v-btn
          :icon="mdiChevronRight"
          variant="text"
          aria-label="The next"
          :disabled="handIns.length < 2"
          @click="go(1)"
        />
      </div>
      <p class="small soft numbers" role="status">
        {{ isTogether ? `${handIns.length} works` : `${at + 1} of ${handIns.length}` }}
      </p>
    </div>
  </v-dialog>
</template>

<style scoped>
.talk {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  height: 100%;
  background: var(--paper);
}
header {
  display: flex;
  gap: 6px;
  align-items: center;
  padding: 4px 10px 4px 18px;
  border-bottom: 1px solid var(--line);
}
.grow {
  flex: 1;
}
.mode {
  padding: 4px 10px;
  border-radius: 8px;
  min-height: 36px;
  font-size: 0.9rem;
}
.mode[aria-pressed='true'] {
  background: var(--blue);
  color: rgb(var(--v-theme-on-primary));
}
.one {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  background: var(--round-sheet);
  padding: 18px 8px;
  min-height: 0;
}
.one img {
  width: 100%;
  height: 100%;
  object-fit: contain;
  min-height: 0;
}
.one .v-btn {
  background: var(--paper);
}
.together {
  background: var(--round-sheet);
  padding: 18px;
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  gap: 18px;
  overflow: auto;
  align-content: center;
}
.together img {
  width: 100%;
  background: #fff;
}
p {
  margin: 0;
  padding: 4px 18px;
  text-align: center;
}
</style>
