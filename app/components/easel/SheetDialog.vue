<script setup lang="ts">
import equal from 'fast-deep-equal'
import {
  boxForSize,
  checkSheet,
  SCREEN_PER_INCH,
  type Anchor,
  type OwnPaperTexture,
  type PaperTexture,
  type PictureName,
} from '#core/drawing'

/** The sheet that is drawn on: its paper, its size, and cropping it. All of it can be undone. */
const isOpen = defineModel<boolean>({ default: false })
const { sheet, host, isReadOnly } = useDrawing()
const { crop } = useInHand()

const colour = ref<readonly [number, number, number]>([255, 255, 255])
const texture = ref<Texture | null>(null)
const width = ref(0)
const height = ref(0)
const perInch = ref(SCREEN_PER_INCH)
const how = ref<'scale' | 'extend'>('extend')
const isInRatio = ref(true)
const anchor = ref<Anchor>({ x: 0.5, y: 0.5 })
const SHARES = [0, 0.5, 1] as const
const PLACES = ['top left', 'top', 'top right', 'left', 'middle', 'right', 'bottom left', 'bottom', 'bottom right']

type Texture = PaperTexture | OwnPaperTexture
/** As an act says it. */
function textureNow(): Texture | null {
  const now = sheet.value.texture
  if (!now) return null
  const { name, under, over } = now
  return typeof name === 'string' ? { name, under, over } : { name: { cut: { ...name.cut } }, under, over }
}
const cuts = useCuts()
const papers = computed(() => cuts.offered.value.filter(each => each.kind === 'paper'))
async function takePaper(picture: PictureName): Promise<void> {
  if (await cuts.bring(picture))
    texture.value = { under: 45, over: 15, ...texture.value, name: { cut: { ...picture } } }
}
// What was just cut lies on the sheet of the card.
watch(
  () => papers.value[0],
  (now, before) => {
    if (isOpen.value && now?.own && now.picture.hash !== before?.picture.hash) void takePaper(now.picture)
  },
)

watch(isOpen, opens => {
  if (!opens) return
  const { paper, perInch: before } = sheet.value
  colour.value = [paper[0], paper[1], paper[2]]
  texture.value = textureNow()
  width.value = sheet.value.width
  height.value = sheet.value.height
  perInch.value = before ?? SCREEN_PER_INCH
})

const ratio = computed(() => (how.value === 'scale' && isInRatio.value ? sheet.value.width / sheet.value.height : null))
const isOtherSize = computed(() => width.value !== sheet.value.width || height.value !== sheet.value.height)
const isOtherPaper = computed(() => !equal([colour.value, toRaw(texture.value)], [sheet.value.paper, textureNow()]))
const isOtherResolution = computed(() => perInch.value !== (sheet.value.perInch ?? SCREEN_PER_INCH))
const canApply = computed(
  () =>
    checkSheet(width.value, height.value) === null &&
    (isOtherSize.value || isOtherPaper.value || isOtherResolution.value),
)

async function apply(): Promise<void> {
  const [w, h] = [width.value, height.value]
  isOpen.value = false
  if (isOtherPaper.value)
    await host.act({
      kind: 'sheet-paper',
      colour: [...colour.value] as [number, number, number],
      texture: structuredClone(toRaw(texture.value)),
    })
  if (isOtherResolution.value) await host.act({ kind: 'sheet-resolution', perInch: perInch.value })
  if (w === sheet.value.width && h === sheet.value.height) return
  if (how.value === 'scale') await host.act({ kind: 'sheet-scale', version: 1, width: w, height: h })
  else await host.act({ kind: 'sheet-cut', version: 1, box: boxForSize(sheet.value, w, h, { ...anchor.value }) })
}
function cropNow(): void {
  isOpen.value = false
  crop.open()
}
</script>

<template>
  <CardDialog v-model="isOpen" title="The sheet" :width="640">
    <section>
      <h3>Paper</h3>
      <PaperFields
        v-model:colour="colour"
        v-model:texture="texture"
        :own="papers"
        @cut="cuts.begin('paper')"
        @own="takePaper"
      />
    </section>
    <section>
      <h3>Size</h3>
      <SizeFields v-model:width="width" v-model:height="height" v-model:per-inch="perInch" :ratio="ratio" is-plain />
      <div class="hows" role="radiogroup" aria-label="What happens to the drawing">
        <label><input v-model="how" type="radio" value="extend" /> the drawing stays as it is</label>
        <label><input v-model="how" type="radio" value="scale" /> the drawing is scaled with it</label>
        <label v-if="how === 'scale'"><input v-model="isInRatio" type="checkbox" /> in proportion</label>
      </div>
      <div v-if="how === 'extend'" class="anchors">
        <span class="small soft">It stays at the</span>
        <div class="grid" role="radiogroup" aria-label="Where the drawing stays">
          <button
            v-for="(place, i) in PLACES"
            :key="place"
            role="radio"
            :aria-label="place"
            :title="place"
            :aria-checked="anchor.x === SHARES[i % 3] && anchor.y === SHARES[Math.floor(i / 3)]"
            @click="anchor = { x: SHARES[i % 3]!, y: SHARES[Math.floor(i / 3)]! }"
          />
        </div>
      </div>
      <p v-if="how === 'scale' && isOtherSize" class="small soft">
        Making a finished drawing larger softens it: decide the size early.
      </p>
    </section>
    <template #actions>
      <v-btn color="primary" :disabled="!canApply || isReadOnly" @click="apply">Change it</v-btn>
      <v-btn variant="outlined" :disabled="isReadOnly" @click="cropNow">Crop …</v-btn>
    </template>
  </CardDialog>
</template>

<style scoped>
h3 {
  margin-bottom: 6px;
}
.hows {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  margin-top: 6px;
}
label {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  min-height: 36px;
}
.anchors {
  display: flex;
  align-items: center;
  gap: 12px;
}
.grid {
  display: grid;
  grid-template-columns: repeat(3, 26px);
  gap: 3px;
}
.grid button {
  width: 26px;
  height: 26px;
  border: 1px solid var(--line);
  border-radius: 4px;
}
.grid button[aria-checked='true'] {
  background: var(--blue);
}
</style>
