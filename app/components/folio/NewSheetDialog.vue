<script setup lang="ts">
import { checkSheet, SCREEN_PER_INCH, type PaperTexture } from '#core/drawing'
import { api } from '../../api/routes'

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
    const id = isLesson ? (await api.openLessonSheet(given)).id : await beginning.openSheet(given)
    await navigateTo(`/easel/${id}`)
  })
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
    <template #actions>
      <v-btn color="primary" :disabled="!canOpen" :loading="busy !== null" @click="open">Lay it out</v-btn>
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
