<script setup lang="ts">
/** A photograph by the device's camera, seen before it is taken. */
const isOpen = defineModel<boolean>({ default: false })
const emit = defineEmits<{ taken: [file: File] }>()
const video = useTemplateRef<HTMLVideoElement>('video')
const stream = shallowRef<MediaStream | null>(null)
const cameras = shallowRef<readonly { readonly id: string; readonly name: string }[]>([])
const camera = ref('')
const trouble = ref<{ message: string; fix: string } | null>(null)
const isSeen = ref(false)

/** As large as the camera gives: what it can't is as near as it can. */
const WANTED = { width: { ideal: 4000 }, height: { ideal: 3000 } }

const TROUBLES: Record<string, { message: string; fix: string }> = {
  NotAllowedError: {
    message: 'The camera may not be used here.',
    fix: 'Allow it for this page, by the sign beside the address; or choose a file.',
  },
  NotFoundError: { message: 'There is no camera on this device.', fix: 'Choose a file instead.' },
  NotReadableError: { message: 'The camera is used by another program.', fix: 'Close that one, then try again.' },
}
const OTHER = { message: 'The camera can’t be used.', fix: 'Choose a file instead.' }

async function start(): Promise<void> {
  stop()
  trouble.value = null
  try {
    const wanted = camera.value ? { deviceId: { exact: camera.value } } : { facingMode: 'environment' }
    const opened = await navigator.mediaDevices.getUserMedia({ video: { ...WANTED, ...wanted }, audio: false })
    if (!isOpen.value) return opened.getTracks().forEach(each => each.stop())
    stream.value = opened
    const all = await navigator.mediaDevices.enumerateDevices()
    // Their names are told once one of them may be used.
    cameras.value = all
      .filter(each => each.kind === 'videoinput')
      .map((each, i) => ({ id: each.deviceId, name: each.label || `Camera ${i + 1}` }))
  } catch (error) {
    trouble.value = TROUBLES[error instanceof Error ? error.name : ''] ?? OTHER
  }
}
/** Its light goes out. */
function stop(): void {
  stream.value?.getTracks().forEach(each => each.stop())
  stream.value = null
  isSeen.value = false
}
watch(isOpen, open => (open ? void start() : stop()))
watch(camera, () => isOpen.value && void start())
watch([video, stream], ([shown, now]) => {
  if (shown) shown.srcObject = now
})
onBeforeUnmount(stop)

async function take(): Promise<void> {
  const { videoWidth, videoHeight } = video.value!
  const canvas = new OffscreenCanvas(videoWidth, videoHeight)
  canvas.getContext('2d')!.drawImage(video.value!, 0, 0)
  const blob = await canvas.convertToBlob({ type: 'image/png' })
  isOpen.value = false
  emit('taken', new File([blob], 'Photograph.png', { type: 'image/png' }))
}
</script>

<template>
  <CardDialog v-model="isOpen" title="Take a photograph" :width="640">
    <TroubleLine :trouble="trouble" />
    <label v-if="cameras.length > 1" class="small"
      >Camera
      <select v-model="camera" class="choice">
        <option value="">the one that is on</option>
        <option v-for="each in cameras" :key="each.id" :value="each.id">{{ each.name }}</option>
      </select></label
    >
    <video
      v-if="!trouble"
      ref="video"
      class="seen"
      autoplay
      muted
      playsinline
      aria-label="What the camera sees"
      @loadeddata="isSeen = true"
    />
    <template #actions>
      <v-btn v-if="trouble" color="primary" @click="start">Try again</v-btn>
      <v-btn v-else color="primary" :disabled="!isSeen" @click="take">Take it</v-btn>
    </template>
    <template #leave>Not now</template>
  </CardDialog>
</template>

<style scoped>
.seen {
  width: 100%;
  max-height: 52vh;
  background: #222;
  border-radius: 8px;
}
.choice {
  min-height: 40px;
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 3px 8px;
  background: var(--paper);
  color: var(--ink);
}
</style>
