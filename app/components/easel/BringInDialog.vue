<script setup lang="ts">
import { bytesInWords } from '../../sheet/bytes-words'

/** What comes in from outside: chosen, dropped or pasted; onto the sheet as paint, or pinned up beside it. */
const bringing = useBringIn()
const { isOpen, offered } = bringing
const references = useReferences()

function pinUp(): void {
  const files = offered.value
  isOpen.value = false
  void references.add(files)
}
watch(isOpen, open => {
  if (!open) offered.value = []
})
</script>

<template>
  <CardDialog v-model="isOpen" title="Bring a picture in" :width="520">
    <PictureFiles
      accept="image/*,.tif,.tiff,.heic,.heif,.avif,.ora"
      :words="offered.length ? 'Other files …' : 'Choose files …'"
      @files="bringing.offer"
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
    </PictureFiles>
    <template #actions>
      <v-btn color="primary" :disabled="offered.length === 0" @click="bringing.begin()">Onto the sheet</v-btn>
      <v-btn variant="outlined" :disabled="offered.length === 0" @click="bringing.begin(true)">From paper …</v-btn>
      <v-btn variant="outlined" :disabled="offered.length === 0" @click="pinUp">Pin up beside it</v-btn>
    </template>
    <template #leave>Not now</template>
  </CardDialog>
</template>

<style scoped>
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
</style>
