<script setup lang="ts">
import { useLocalStorage, watchDebounced } from '@vueuse/core'
import { proxy, transfer } from 'comlink'
import { OPENRASTER_NAME, OPENRASTER_TYPE, SVG_NAME, SVG_TYPE } from '#core/layered'
import { withPackers } from '../../sheet/layered-files'
import { fileName, savedFile } from '../../sheet/save-file'
import { bytesInWords } from '../../sheet/bytes-words'
import { latestOnly } from '../../sheet/latest-only'
import {
  PICTURE_FORMS,
  PICTURE_GROUNDS,
  possibleWay,
  readWay,
  USUAL_WAY,
  type LayeredKind,
  type PictureForm,
  type PictureGround,
  type PictureWay,
} from '../../sheet/picture-grounds'

/** Saving a picture of the sheet on this device. */
const isOpen = defineModel<boolean>({ default: false })
const { host, sheet, plan } = useDrawing()
const { settleAll, needsWord } = useInHand()
/** The last way is the next one's beginning. */
const way = useLocalStorage<PictureWay>('little-easel-picture', USUAL_WAY, {
  shallow: true,
  serializer: { read: readWay, write: value => JSON.stringify(value) },
})
const setWay = (change: Partial<PictureWay>) => (way.value = possibleWay({ ...way.value, ...change }))
const isBusy = ref(false)
const { say } = useNotices()
/** All its layers, or one picture. */
const kind = ref<'picture' | LayeredKind>('picture')
const KINDS: [typeof kind.value, string, string][] = [
  ['picture', 'One picture', 'PNG, JPEG or WebP'],
  ['openraster', 'All its layers', 'OpenRaster: opens here again as it is, and in other programs'],
  ['svg', 'All its layers, for a page', 'SVG: an image a layer, as browsers draw it'],
]
const FILES = {
  openraster: { ending: OPENRASTER_NAME, type: OPENRASTER_TYPE, here: 'Here the file opens with everything as it is.' },
  svg: { ending: SVG_NAME, type: SVG_TYPE, here: 'Save it as OpenRaster to have them as they are.' },
} as const
const ENDINGS: Record<PictureForm, string> = { png: 'png', jpeg: 'jpg', webp: 'webp' }
/** How far it is, 0 … 1. */
const share = ref<number | null>(null)
const GROUND_WORDS: Record<PictureGround, readonly [string, string]> = {
  paper: ['On its paper', 'as you see it here, texture and all'],
  plain: ['On plain paper', 'the paper’s colour without its texture'],
  clear: ['On nothing', 'only the paint; see-through where there is none'],
}
const FORM_WORDS: Record<PictureForm, string> = {
  png: 'PNG: every px as it is',
  jpeg: 'JPEG: small, for mails; never see-through',
  webp: 'WebP: smaller still, for pages of the web',
}
const grounds = computed(() =>
  PICTURE_GROUNDS.filter(each => {
    if (each === 'clear') return way.value.form !== 'jpeg'
    return each !== 'plain' || sheet.value.texture || way.value.ground === 'plain'
  }),
)

/** How large the file will be, as far as it is known. */
const bytes = ref<number | 'none' | null>(null)
const weigh = latestOnly(async () => {
  const asked = way.value
  const made = await host.picture({ ...asked })
  // Of a way that was left meanwhile nothing is said.
  if (asked === way.value) bytes.value = made ? made.length : 'none'
})
watch([isOpen, way, kind], () => (bytes.value = null))
watchDebounced([isOpen, way, kind], () => void (isOpen.value && kind.value === 'picture' && weigh()), { debounce: 350 })

const name = () => fileName(plan.value?.title ?? '', 'drawing')

async function save(): Promise<void> {
  isBusy.value = true
  try {
    await settleAll()
    if (kind.value === 'picture' ? await savePicture() : await saveLayers(kind.value)) isOpen.value = false
  } finally {
    isBusy.value = false
    share.value = null
  }
}
async function savePicture(): Promise<boolean> {
  const { form } = way.value
  const made = await host.picture({ ...way.value })
  if (made) savedFile(made, `${name()}.${ENDINGS[form]}`, `image/${form}`)
  else bytes.value = 'none'
  return made !== null
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
      <p class="small soft numbers">
        {{ sheet.width }} × {{ sheet.height }} px<template v-if="kind === 'picture' && typeof bytes === 'number'">
          · {{ bytesInWords(bytes) }}</template
        >
      </p>
      <p v-if="kind === 'picture' && bytes === 'none'" class="small" role="alert">
        This browser writes no {{ way.form.toUpperCase() }}. Save it as a PNG.
      </p>
    </div>
    <UnsettledNote />
    <v-progress-linear
      v-if="share !== null"
      :model-value="100 * share"
      height="5"
      color="primary"
      aria-label="How far the file is"
    />
    <div v-if="kind === 'picture'">
      <select
        class="form"
        :value="way.form"
        aria-label="What kind of picture"
        @change="setWay({ form: ($event.target as HTMLSelectElement).value as PictureForm })"
      >
        <option v-for="each in PICTURE_FORMS" :key="each" :value="each">{{ FORM_WORDS[each] }}</option>
      </select>
      <FineSlider
        v-if="way.form !== 'png'"
        :model-value="way.quality"
        label="Quality"
        :min="30"
        @update:model-value="setWay({ quality: $event })"
      />
    </div>
    <div v-if="kind === 'picture'" role="radiogroup" aria-label="What it lies on">
      <label v-for="each in grounds" :key="each"
        ><input
          type="radio"
          name="ground"
          :checked="way.ground === each"
          :value="each"
          @change="setWay({ ground: each })"
        /><span
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
.form {
  width: 100%;
  min-height: 44px;
  padding: 4px 10px;
  border: 1px solid var(--line);
  border-radius: 8px;
  background: var(--paper);
  color: var(--ink);
}
p {
  margin: 0;
}
</style>
