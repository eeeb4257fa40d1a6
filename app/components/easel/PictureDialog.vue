<script setup lang="ts">
import { fileName, savedFile } from '../../sheet/save-file'
import { PICTURE_GROUNDS, type PictureGround } from '../../sheet/picture-grounds'

/** Saving a picture of the sheet on this device. */
const isOpen = defineModel<boolean>({ default: false })
const { host, sheet, plan } = useDrawing()
const { settleAll, needsWord } = useInHand()
const ground = ref<PictureGround>('paper')
const isBusy = ref(false)
const GROUND_WORDS: Record<PictureGround, readonly [string, string]> = {
  paper: ['On its paper', 'as you see it here, texture and all'],
  plain: ['On plain paper', 'the paper’s colour without its texture'],
  clear: ['On nothing', 'only the paint; see-through where there is none'],
}
const grounds = computed(() => PICTURE_GROUNDS.filter(each => each !== 'plain' || sheet.value.texture))

async function save(): Promise<void> {
  isBusy.value = true
  try {
    await settleAll()
    const bytes = await host.picture(ground.value)
    if (!bytes) return
    savedFile(bytes, `${fileName(plan.value?.title ?? '', 'drawing')}.png`, 'image/png')
    isOpen.value = false
  } finally {
    isBusy.value = false
  }
}
</script>

<template>
  <CardDialog v-model="isOpen" title="Save a picture">
    <p class="small soft numbers">PNG, {{ sheet.width }} × {{ sheet.height }} px</p>
    <UnsettledNote />
    <div role="radiogroup" aria-label="What it lies on">
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
