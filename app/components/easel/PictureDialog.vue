<script setup lang="ts">
import { proxy, transfer } from 'comlink'
import { OPENRASTER_NAME, OPENRASTER_TYPE, SVG_NAME, SVG_TYPE } from '#core/layered'
import { withPackers } from '../../sheet/layered-files'
import { fileName, savedFile } from '../../sheet/save-file'
import { PICTURE_GROUNDS, type LayeredKind, type PictureGround } from '../../sheet/picture-grounds'

/** Saving a picture of the sheet on this device. */
const isOpen = defineModel<boolean>({ default: false })
const { host, sheet, plan } = useDrawing()
const { settleAll, needsWord } = useInHand()
const ground = ref<PictureGround>('paper')
const isBusy = ref(false)
const { say } = useNotices()
/** All its layers, or one picture. */
const kind = ref<'png' | LayeredKind>('png')
const KINDS: [typeof kind.value, string, string][] = [
  ['png', 'One picture', 'PNG'],
  ['openraster', 'All its layers', 'OpenRaster: opens here again as it is, and in other programs'],
  ['svg', 'All its layers, for a page', 'SVG: an image a layer, as browsers draw it'],
]
const FILES = {
  openraster: { ending: OPENRASTER_NAME, type: OPENRASTER_TYPE, here: 'Here the file opens with everything as it is.' },
  svg: { ending: SVG_NAME, type: SVG_TYPE, here: 'Save it as OpenRaster to have them as they are.' },
} as const
/** How far it is, 0 … 1. */
const share = ref<number | null>(null)
const GROUND_WORDS: Record<PictureGround, readonly [string, string]> = {
  paper: ['On its paper', 'as you see it here, texture and all'],
  plain: ['On plain paper', 'the paper’s colour without its texture'],
  clear: ['On nothing', 'only the paint; see-through where there is none'],
}
const grounds = computed(() => PICTURE_GROUNDS.filter(each => each !== 'plain' || sheet.value.texture))

const name = () => fileName(plan.value?.title ?? '', 'drawing')

async function save(): Promise<void> {
  isBusy.value = true
  try {
    await settleAll()
    if (kind.value === 'png' ? await savePicture() : await saveLayers(kind.value)) isOpen.value = false
  } finally {
    isBusy.value = false
    share.value = null
  }
}
async function savePicture(): Promise<boolean> {
  const bytes = await host.picture(ground.value)
  if (bytes) savedFile(bytes, `${name()}.png`, 'image/png')
  return bytes !== null
}
async function saveLayers(as: LayeredKind): Promise<boolean> {
  share.value = 0
  const onShare = proxy((now: number) => {
    share.value = now
  })
  const file = await withPackers(ports => host.layered(as, transfer([...ports], [...ports]), onShare))
  if (!file) return false
  const { ending, type, here } = FILES[as]
  savedFile(file.bytes, `${name()}${ending}`, type)
  if (file.flat.length > 0)
    say(`Other programs get ${file.flat.map(each => `“${each}”`).join(', ')} as px: they know no masks or clips.`, here)
  return true
}
</script>

<template>
  <CardDialog v-model="isOpen" title="Save a picture">
    <div role="radiogroup" aria-label="What is saved">
      <label v-for="[key, what, means] in KINDS" :key="key"
        ><input v-model="kind" type="radio" :value="key" /><span
          ><strong>{{ what }}</strong
          ><br /><span class="small soft">{{ means }}</span></span
        ></label
      >
      <p class="small soft numbers">{{ sheet.width }} × {{ sheet.height }} px</p>
    </div>
    <UnsettledNote />
    <v-progress-linear
      v-if="share !== null"
      :model-value="100 * share"
      height="5"
      color="primary"
      aria-label="How far the file is"
    />
    <div v-if="kind === 'png'" role="radiogroup" aria-label="What it lies on">
      <label v-for="each in grounds" :key="each"
        ><input v-model="ground" type="radio" :value="each" /><span
          ><strong>{{ GROUND_WORDS[each][0] }}</strong
          ><br /><span class="small soft">{{ GROUND_WORDS[each][1] }}</span></span
        ></label
      >
    </div>
    <template #actions
      ><v-btn color="primary" :loading="isBusy" :disabled="needsWord" @click="save">Save it</v-btn></template
    >
    <template #leave>Not now</template>
  </CardDialog>
</template>

<style scoped>
label {
  display: flex;
  gap: 10px;
  align-items: flex-start;
  min-height: 44px;
  padding: 4px 0;
  line-height: 1.3;
}
input {
  margin-top: 4px;
  width: 18px;
  height: 18px;
}
p {
  margin: 0;
}
</style>
