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

const keys = useLetterKeys('talk')
function onKey(event: KeyboardEvent): void {
  const actions: Record<string, () => void> = {
    ArrowRight: () => go(1),
    next: () => go(1),
    ArrowLeft: () => go(-1),
    before: () => go(-1),
    values: () => setTone('values'),
    squint: () => setTone('squint'),
    together: () => {
      isTogether.value = !isTogether.value
    },
    Escape: () => emit('close'),
  }
  const action = actions[keys.meant(event) ?? event.key]
  if (!action || event.ctrlKey || event.metaKey) return
  event.preventDefault()
  action()
}
onMounted(() => window.addEventListener('keydown', onKey))
onBeforeUnmount(() => window.removeEventListener('keydown', onKey))
</script>

<template>
  <WholeDialog :title="title" is-persistent>
    <template #header>
      <span class="grow" />
      <button
        class="mode"
        :title="keys.withKey('Values: in greys', 'values')"
        :aria-pressed="tone === 'values'"
        @click="setTone('values')"
      >
        Values
      </button>
      <button
        class="mode"
        :title="keys.withKey('Squint: blurred greys', 'squint')"
        :aria-pressed="tone === 'squint'"
        @click="setTone('squint')"
      >
        Squint
      </button>
      <button
        class="mode"
        :title="keys.withKey('All of them together', 'together')"
        :aria-pressed="isTogether"
        @click="isTogether = !isTogether"
      >
        Together
      </button>
      <v-btn :icon="mdiClose" size="small" variant="text" aria-label="End the talk" @click="emit('close')" />
    </template>
    <div class="talk">
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
  </WholeDialog>
</template>

<style scoped>
.talk {
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  min-height: 0;
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
