<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { useFileDialog } from '@vueuse/core'
import { guideAlong, newGuide, type Guide, type LaidGuideKind } from '#core/guides'
import { linesOnSheet, ONE_DRAWN_FILE } from '../../sheet/drawn-lines'
import { freshGuideId } from '../../sheet/guide-ids'
import { guideName, LAID_GUIDES, WAYS_NAME } from '../../sheet/guide-words'

/** Guides that lie over the sheet while the step is open. */
const editor = usePlanEditor()
const { plan, step } = editor
const MOST_GUIDES = 12

/** The choice that asks for a file. */
const OF_FILE = 'file'
function addGuide(event: Event): void {
  const kind = (event.target as HTMLSelectElement).value as LaidGuideKind | typeof OF_FILE | ''
  ;(event.target as HTMLSelectElement).value = ''
  if (kind === OF_FILE) chooseLines()
  else if (kind) lay(newGuide(kind, freshGuideId(), plan.value!.sheet))
}
const lay = (guide: Guide) => editor.setStep({ guides: [...(step.value!.guides ?? []), guide] })
const linesTrouble = ref('')
const { open: chooseLines, onChange: onLinesChosen } = useFileDialog(ONE_DRAWN_FILE)
onLinesChosen(async files => {
  const chosen = files?.[0]
  if (!chosen) return
  const found = await linesOnSheet(chosen, plan.value!.sheet).catch(() => null)
  const guide = found && guideAlong(found.lines, freshGuideId())
  linesTrouble.value = guide
    ? ''
    : `“${chosen.name}”: There are no lines in it. Choose an SVG that was drawn with lines.`
  if (guide) lay(guide)
})
const removeGuide = (id: string) => {
  const guides = step.value!.guides!.filter(each => each.id !== id)
  editor.setStep({ guides: guides.length ? guides : undefined })
}
</script>

<template>
  <section v-if="step" aria-label="Guides">
    <h3>Guides</h3>
    <div v-for="guide in step.guides ?? []" :key="guide.id" class="line small">
      <span class="name">{{ guideName(guide.kind) }}</span>
      <label
        ><input
          type="checkbox"
          :checked="guide.isFollowed"
          @change="
            editor.setStep({
              guides: step.guides!.map(each =>
                each.id === guide.id ? { ...each, isFollowed: !each.isFollowed } : each,
              ),
            })
          "
        />
        strokes follow</label
      >
      <v-btn
        :icon="mdiClose"
        size="x-small"
        variant="text"
        aria-label="Take the guide away"
        @click="removeGuide(guide.id)"
      />
    </div>
    <select v-if="(step.guides?.length ?? 0) < MOST_GUIDES" aria-label="Lay a guide over the sheet" @change="addGuide">
      <option value="">Lay a guide over the sheet …</option>
      <option v-for="[kind, name] in LAID_GUIDES" :key="kind" :value="kind">{{ name }}</option>
      <option :value="OF_FILE">{{ WAYS_NAME }} of a file (SVG) …</option>
    </select>
    <p v-if="linesTrouble" class="small" role="alert">{{ linesTrouble }}</p>
  </section>
</template>

<style scoped>
h3 {
  margin: 0 0 6px;
}
.name {
  flex: 1;
  font-size: 0.92rem;
  min-width: 74px;
}
select {
  margin-top: 8px;
  width: 100%;
}
.line {
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
  min-height: 36px;
}
</style>
