<script setup lang="ts">
import { mdiCameraOutline, mdiFolderOpenOutline } from '@mdi/js'

/** Pictures that are chosen, dropped here, or taken with the camera. The slot says which, or shows those that were. */
const {
  accept = 'image/*,.tif,.tiff,.heic,.heif,.avif',
  words = 'Choose files …',
  label = 'Files',
} = defineProps<{ accept?: string; words?: string; label?: string }>()
const emit = defineEmits<{ files: [files: File[]] }>()
const input = useTemplateRef<HTMLInputElement>('input')
const camera = useTemplateRef<HTMLInputElement>('camera')
const isOver = ref(false)

function choose(event: Event): void {
  const field = event.target as HTMLInputElement
  const files = [...(field.files ?? [])]
  field.value = ''
  emit('files', files)
}
function drop(event: DragEvent): void {
  isOver.value = false
  emit('files', [...(event.dataTransfer?.files ?? [])])
}
/** A telephone's own camera takes better ones than a page can; elsewhere the page asks for the camera. */
const isCameraOpen = ref(false)
function photograph(): void {
  const isHandheld = matchMedia('(pointer: coarse)').matches
  if (isHandheld || !('mediaDevices' in navigator)) camera.value?.click()
  else isCameraOpen.value = true
}
</script>

<template>
  <section
    class="in"
    :class="{ over: isOver }"
    :aria-label="label"
    @dragover.prevent="isOver = true"
    @dragleave="isOver = false"
    @drop.prevent="drop"
  >
    <slot />
    <div class="line">
      <v-btn variant="outlined" :prepend-icon="mdiFolderOpenOutline" @click="input?.click()">{{ words }}</v-btn>
      <v-btn variant="outlined" :prepend-icon="mdiCameraOutline" @click="photograph">Take a photograph</v-btn>
    </div>
    <input
      ref="input"
      class="visually-hidden"
      type="file"
      multiple
      :accept="accept"
      aria-label="Picture files"
      tabindex="-1"
      @change="choose"
    />
    <input
      ref="camera"
      class="visually-hidden"
      type="file"
      accept="image/*"
      capture="environment"
      aria-label="A photograph"
      tabindex="-1"
      @change="choose"
    />
    <CameraDialog v-model="isCameraOpen" @taken="emit('files', [$event])" />
  </section>
</template>

<style scoped>
.in {
  display: grid;
  gap: 12px;
  padding: 12px;
  border: 2px dashed var(--line);
  border-radius: 10px;
}
.in.over {
  border-color: var(--blue);
}
.in :deep(p) {
  margin: 0;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
</style>
