<script setup lang="ts">
import { pagePlace } from '#core/plan'
import { api } from '../../api/routes'
import { usePages } from '../../composables/paper/usePages'

/** A learner's drawing on paper, photographed and handed in. */
const { plan } = defineProps<{
  plan: { id: number; title: string; sheet: { width: number; height: number; paper: [number, number, number] } }
}>()
const emit = defineEmits<{ close: []; done: [] }>()
const note = ref('')
const pages = usePages({
  sheet: () => plan.sheet,
  handIn: (page, picture) =>
    api.handInPaper({ plan: plan.id, picture, page: page.page!, note: note.value, key: page.key }),
})
const page = computed(() => pages.pages.value.at(-1) ?? null)
const isDone = computed(() => page.value?.state === 'sent')
const isBusy = computed(() => page.value?.state === 'sending')
const { announce } = useSpoken()
const title = computed(() => (isDone.value ? 'It lies on your teacher’s desk.' : `“${plan.title}”, drawn on paper`))

function choose(files: readonly File[]): void {
  const [file] = files
  if (!file) return
  // Another photograph takes the place of this one.
  for (const each of pages.pages.value) pages.remove(each)
  pages.add([file])
}
/** How much of the sheet stays empty, where the page is of another form. */
const isOtherForm = computed(() => {
  const seen = page.value?.preview
  if (!seen) return false
  const [x0, y0, x1, , , y1] = pagePlace(plan.sheet, seen) as [number, number, number, number, number, number]
  return (x1 - x0) * (y1 - y0) < 0.8 * plan.sheet.width * plan.sheet.height
})

async function handIn(): Promise<void> {
  if (!page.value) return
  await pages.send(page.value)
  if (!isDone.value) return
  announce('Handed in.')
  emit('done')
}
</script>

<template>
  <CardDialog
    :model-value="true"
    :title="title"
    :width="640"
    data-test="paper-hand-in"
    @update:model-value="emit('close')"
  >
    <template v-if="isDone">
      <p>You find it in your folio, and the answer beside it.</p>
    </template>
    <template v-else>
      <PictureFiles
        :words="page ? 'Another photograph …' : 'Choose a photograph …'"
        label="A photograph of your page"
        @files="choose"
      >
        <p v-if="!page" class="small soft">
          Lay the page flat, with light from a window and all four corners in the picture. It is straightened here, and
          its paper made white.
        </p>
        <template v-else>
          <PageSeen v-if="page.state !== 'unread'" :page="page" :pages="pages" :name="page.file.name" />
          <p v-if="page.state === 'ready' && page.isPrinted" class="small soft">The frame of the sheet was found.</p>
          <p v-else-if="page.state === 'ready' && !page.isFound" class="small" role="status">
            No edge of the paper was found: pull its corners.
          </p>
          <p v-if="page.state === 'ready' && isOtherForm" class="small" role="status">
            Your page has another form than the sheet of the plan. What lies where is looked for on the sheet: with “Its
            corners …” you can take only the drawing.
          </p>
        </template>
      </PictureFiles>
      <TroubleLine :trouble="page?.trouble ?? null"> Nothing is lost: your photograph is still here.</TroubleLine>
      <v-textarea v-model="note" label="A word to your teacher, if you like" rows="2" maxlength="1000" counter />
      <v-progress-linear
        :active="isBusy"
        :model-value="100 * (page?.share ?? 0)"
        height="5"
        color="primary"
        aria-label="How far the page is made"
      />
    </template>
    <template #actions>
      <v-btn
        v-if="!isDone"
        color="primary"
        :loading="isBusy"
        :disabled="!page || (page.state !== 'ready' && page.state !== 'failed')"
        @click="handIn"
        >Hand in</v-btn
      >
    </template>
    <template #leave>{{ isDone ? 'To my folio' : 'Not yet' }}</template>
  </CardDialog>
</template>
