<script setup lang="ts">
import { checkSheet, SCREEN_PER_INCH, type PaperTexture } from '#core/drawing'
import { bringStackOf } from '#core/layered'
import type { NewSheet } from '#shared/schemas'
import { api } from '../../api/routes'
import { newLayerId } from '../../sheet/layer-ids'
import { readLayeredFile } from '../../sheet/layered-files'
import { setPending } from '../../sheet/pending-stacks'

/** A new sheet of one's own, or to draw a lesson on: size, paper, and what it costs in layers, before it is there. */
const { isLesson = false } = defineProps<{ isLesson?: boolean }>()
const isOpen = defineModel<boolean>({ default: false })

const NAME = isLesson ? 'A new lesson' : 'A sheet of my own'
const title = ref('')
const width = ref(1600)
const height = ref(1200)
const perInch = ref(SCREEN_PER_INCH)
const colour = ref<readonly [number, number, number]>([252, 251, 248])
const texture = ref<PaperTexture | null>(null)
const beginning = useBeginning()
const { busy, trying } = useTrying()
const canOpen = computed(() => checkSheet(width.value, height.value) === null)

const open = () =>
  trying(true, async () => {
    const given = {
      title: title.value.trim() || NAME,
      sheet: {
        width: width.value,
        height: height.value,
        paper: [...colour.value] as [number, number, number],
        perInch: perInch.value,
        ...(texture.value && { texture: { ...texture.value } }),
      },
    }
    await navigateTo(`/easel/${await laidOut(given)}`)
  })
const laidOut = async (given: NewSheet) =>
  isLesson ? (await api.openLessonSheet(given)).id : beginning.openSheet(given)

/** A sheet as a layered file has it, with all that lies on it. */
const input = useTemplateRef<HTMLInputElement>('input')
const share = ref<number | null>(null)
const { say } = useNotices()
function choose(event: Event): void {
  const field = event.target as HTMLInputElement
  const [file] = field.files ?? []
  field.value = ''
  if (file) void trying(true, () => openFile(file))
}
async function openFile(file: File): Promise<void> {
  share.value = 0
  const found = await readLayeredFile(file, now => (share.value = now)).finally(() => (share.value = null))
  if (!found.ok) return void say(`“${file.name}”: ${found.message}`, found.fix, 'attention')
  const { read, pictures } = found.value
  const { width: wide, height: high, paper = colour.value, texture: grain, perInch: fine } = read.sheet
  const trouble = checkSheet(wide, high)
  if (trouble)
    return void say(
      `“${file.name}”: ${trouble.message}`,
      'Bring it in on a sheet of another size instead.',
      'attention',
    )
  const id = await laidOut({
    title: title.value.trim() || file.name.replace(/\.[^.]*$/, '').slice(0, 80) || NAME,
    sheet: {
      width: wide,
      height: high,
      paper: [...paper],
      ...(fine && { perInch: fine }),
      ...(grain && typeof grain.name === 'string' && { texture: { ...grain, name: grain.name } }),
    },
  })
  setPending(id, bringStackOf(read, pictures, { group: null, freshId: newLayerId }))
  if (read.notes.length > 0) say(`“${file.name}” is here, not all of it as it was.`, read.notes.join(' '), 'attention')
  await navigateTo(`/easel/${id}`)
}
</script>

<template>
  <CardDialog v-model="isOpen" :title="isLesson ? 'A sheet to draw the lesson on' : 'A sheet of your own'" :width="660">
    <label class="title"
      >Its name <input v-model="title" v-focus maxlength="80" :placeholder="NAME" @keydown.enter="canOpen && open()"
    /></label>
    <section aria-label="Size">
      <h3>Size</h3>
      <SizeFields v-model:width="width" v-model:height="height" v-model:per-inch="perInch" />
    </section>
    <section aria-label="Paper">
      <h3>Paper</h3>
      <PaperFields v-model:colour="colour" v-model:texture="texture" />
    </section>
    <v-progress-linear
      v-if="share !== null"
      :model-value="100 * share"
      height="5"
      color="primary"
      aria-label="How far the file is read"
    />
    <input
      ref="input"
      class="visually-hidden"
      type="file"
      accept=".ora,image/openraster"
      aria-label="A layered file"
      tabindex="-1"
      @change="choose"
    />
    <template #actions>
      <v-btn color="primary" :disabled="!canOpen" :loading="busy !== null" @click="open">Lay it out</v-btn>
      <v-btn variant="outlined" :disabled="busy !== null" @click="input?.click()">From a layered file …</v-btn>
    </template>
  </CardDialog>
</template>

<style scoped>
h3 {
  margin-bottom: 6px;
}
.title {
  display: flex;
  gap: 10px;
  align-items: center;
}
.title input {
  flex: 1;
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 6px 10px;
  background: var(--paper);
  color: var(--ink);
}
</style>
