<script setup lang="ts">
import { mdiCameraOutline, mdiFolderOpenOutline } from '@mdi/js'
import { bytesInWords } from '../../sheet/bytes-words'

/** What comes in from outside: chosen, dropped or pasted; onto the sheet as paint, or pinned up beside it. */
const bringing = useBringIn()
const { isOpen, offered } = bringing
const references = useReferences()
const input = useTemplateRef<HTMLInputElement>('input')
const camera = useTemplateRef<HTMLInputElement>('camera')
const isOver = ref(false)

function choose(event: Event): void {
  const field = event.target as HTMLInputElement
  const files = [...(field.files ?? [])]
  field.value = ''
  bringing.offer(files)
}
function drop(event: DragEvent): void {
  isOver.value = false
  bringing.offer([...(event.dataTransfer?.files ?? [])])
}
function pinUp(): void {
  const files = offered.value
  isOpen.value = false
  void references.add(files)
}
/** A telephone's own camera takes better ones than a page can; elsewhere the page asks for the camera. */
const isCameraOpen = ref(false)
function photograph(): void {
  const isHandheld = matchMedia('(pointer: coarse)').matches
  if (isHandheld || !('mediaDevices' in navigator)) camera.value?.click()
  else isCameraOpen.value = true
}
watch(isOpen, open => {
  if (!open) offered.value = []
})
</script>

<template>
  <CardDialog v-model="isOpen" title="Bring a picture in" :width="520">
    <section
      class="in"
      :class="{ over: isOver }"
      aria-label="Files"
      @dragover.prevent="isOver = true"
      @dragleave="isOver = false"
      @drop.prevent="drop"
    >
      <p v-if="offered.length === 0" class="small soft">
        A photograph, a scan, a drawing made elsewhere: PNG, JPEG, WebP, AVIF, GIF, SVG or TIFF. Choose it, drop it
        here, or paste it. A drawing on paper that was photographed is straightened and cleaned on its way. Of a layered
        file (OpenRaster) all layers come.
      </p>
      <ul v-else class="files" aria-label="Files that were chosen">
        <li v-for="(file, i) in offered" :key="i" class="small">
          <span class="name">{{ file.name }}</span> <span class="soft numbers">{{ bytesInWords(file.size) }}</span>
        </li>
      </ul>
      <div class="line">
        <v-btn variant="outlined" :prepend-icon="mdiFolderOpenOutline" @click="input?.click()">{{
          offered.length ? 'Other files …' : 'Choose files …'
        }}</v-btn>
        <v-btn variant="outlined" :prepend-icon="mdiCameraOutline" @click="photograph">Take a photograph</v-btn>
      </div>
      <input
        ref="input"
        class="visually-hidden"
        type="file"
        multiple
        accept="image/*,.tif,.tiff,.heic,.heif,.avif,.ora"
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
    </section>
    <template #actions>
      <v-btn color="primary" :disabled="offered.length === 0" @click="bringing.begin()">Onto the sheet</v-btn>
      <v-btn variant="outlined" :disabled="offered.length === 0" @click="bringing.begin(true)">From paper …</v-btn>
      <v-btn variant="outlined" :disabled="offered.length === 0" @click="pinUp">Pin up beside it</v-btn>
    </template>
    <template #leave>Not now</template>
  </CardDialog>
  <CameraDialog v-model="isCameraOpen" @taken="bringing.offer([$event])" />
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
.in p {
  margin: 0;
}
.files {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
.files li {
  display: flex;
  gap: 10px;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
</style>
