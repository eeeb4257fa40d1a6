<script setup lang="ts">
import {
  mdiAccountGroupOutline,
  mdiCheck,
  mdiCloudOffOutline,
  mdiDownloadOutline,
  mdiPencilOutline,
  mdiProgressUpload,
  mdiRedo,
  mdiTrayArrowUp,
  mdiUndo,
} from '@mdi/js'
import { PLAN_FILE_NAME, ghostEntries, stepsInWords } from '#core/plan'
import { api } from '../../api/routes'
import { planFileOf } from '../../sheet/plan-files'
import { fileName, savedFile } from '../../sheet/save-file'

definePageMeta({ layout: 'bare', who: 'teacher', key: route => route.fullPath })
const route = useRoute()
const editor = createPlanEditor(Number(route.params.id))
providePlanEditor(editor)
const { plan, step, at, state, trouble: saveTrouble, work } = editor
const { data: view, trouble, load } = usePageData(() => editor.load())
const tab = ref('words')
const isFactsOpen = ref(false)
const isClassesOpen = ref(false)
const { busy, trying } = useTrying()
const STATES = {
  kept: ['kept', mdiCheck],
  saving: ['keeping …', mdiProgressUpload],
  away: ['not sent yet', mdiCloudOffOutline],
  refused: ['not kept', mdiCloudOffOutline],
} as const

/** Goes to a sheet once all is saved. */
const goTo = (open: () => Promise<{ id: number }>) =>
  trying(true, async () => {
    await editor.flush()
    await navigateTo(`/easel/${(await open()).id}`)
  })
const tryIt = () => goTo(() => api.tryPlan(editor.id))
/** Whether the step's demonstration shows anything yet. */
const isShown = computed(
  () => step.value !== null && ghostEntries(plan.value!, step.value.id).some(each => each.type === 'act'),
)
const redraw = () => goTo(() => api.redrawStep(editor.id, step.value!.id))
async function share(): Promise<void> {
  savedFile(await planFileOf(plan.value!), `${fileName(plan.value!.title, 'plan')}${PLAN_FILE_NAME}`, 'application/zip')
}

function onKey(event: KeyboardEvent): void {
  const target = event.target as HTMLElement
  if (!(event.ctrlKey || event.metaKey) || target.closest('input:not([type=range]), textarea, [contenteditable]'))
    return
  const key = event.key.toLowerCase()
  if (key !== 'z' && key !== 'y') return
  event.preventDefault()
  if (key === 'y' || event.shiftKey) editor.redo()
  else editor.undo()
}
/** Leaving with something unsaved: the browser asks. */
function onLeave(event: BeforeUnloadEvent): void {
  if (state.value !== 'kept') event.preventDefault()
}
onMounted(() => {
  window.addEventListener('keydown', onKey)
  window.addEventListener('beforeunload', onLeave)
})
onBeforeUnmount(() => {
  window.removeEventListener('keydown', onKey)
  window.removeEventListener('beforeunload', onLeave)
  void editor.close()
})
onBeforeRouteLeave(async () => {
  await editor.flush()
  if (state.value === 'kept') return true
  return window.confirm('The last changes are not kept yet. Leave all the same?')
})
</script>

<template>
  <div v-if="!view || !plan || !step" class="page"><LoadingOrTrouble :trouble="trouble" @again="load" /></div>
  <PlanReading v-else-if="editor.by.value" :by="editor.by.value" />
  <div v-else class="editor">
    <header>
      <NuxtLink to="/plans" class="small back">Plan book</NuxtLink>
      <PageHeading :title="plan.title">
        <button class="title" title="Title, level, minutes, topics" @click="isFactsOpen = true">
          {{ plan.title }} <v-icon :icon="mdiPencilOutline" size="17" />
        </button>
      </PageHeading>
      <span class="small soft numbers">{{ stepsInWords(plan.steps.length) }} · {{ plan.minutes }} min</span>
      <span
        class="small state"
        :class="state"
        role="status"
        data-test="plan-state"
        :data-state="state"
        :title="saveTrouble ? `${saveTrouble.message} ${saveTrouble.fix}` : undefined"
        ><v-icon :icon="STATES[state][1]" size="17" /> {{ STATES[state][0] }}</span
      >
      <span class="grow" />
      <v-btn
        :icon="mdiUndo"
        size="small"
        variant="text"
        :disabled="!editor.canUndo.value || work !== null"
        aria-label="Take back"
        title="Take back"
        @click="editor.undo()"
      />
      <v-btn
        :icon="mdiRedo"
        size="small"
        variant="text"
        :disabled="!editor.canRedo.value || work !== null"
        aria-label="Do again"
        title="Do again"
        @click="editor.redo()"
      />
      <v-btn
        :icon="mdiDownloadOutline"
        size="small"
        variant="text"
        aria-label="Share as a file"
        title="Share as a file"
        @click="share"
      />
      <v-btn variant="outlined" size="small" :prepend-icon="mdiAccountGroupOutline" @click="isClassesOpen = true"
        >Classes</v-btn
      >
      <v-btn color="primary" size="small" :prepend-icon="mdiTrayArrowUp" :loading="busy !== null" @click="tryIt"
        >Try it as a learner</v-btn
      >
    </header>
    <p v-if="state === 'refused' && saveTrouble" class="refused small" role="alert">
      <strong>{{ saveTrouble.message }}</strong> {{ saveTrouble.fix }}
    </p>
    <StepStrip />
    <StepStage />
    <aside class="panel" :aria-label="`Step ${at + 1}`">
      <div class="head">
        <span class="display number">{{ at + 1 }}</span> <strong>{{ step.title }}</strong><v-btn
          size="small"
          variant="text"
          :prepend-icon="mdiPencilOutline"
          :loading="busy !== null"
          title="A sheet with all that stands before this step; what you draw there takes its place"
          @click="redraw"
          >{{ isShown ? 'Draw it again' : 'Draw it' }}</v-btn
        >
      </div>
      <v-tabs v-model="tab" density="compact" color="primary" grow>
        <v-tab value="words">Words</v-tab><v-tab value="laid">Laid out</v-tab><v-tab value="looks">Look-fors</v-tab
        ><v-tab value="going">Going on</v-tab>
      </v-tabs>
      <div class="leaf">
        <StepWords v-if="tab === 'words'" />
        <StepLaidOut v-else-if="tab === 'laid'" />
        <StepLookFors v-else-if="tab === 'looks'" />
        <StepGoingOn v-else />
      </div>
    </aside>
    <PlanFacts v-model="isFactsOpen" />
    <PlanClasses v-model="isClassesOpen" />
  </div>
</template>

<style scoped>
.editor {
  display: grid;
  grid-template: auto auto 1fr / 196px minmax(0, 1fr) 388px;
  height: 100vh;
  height: 100dvh;
  background: var(--wall);
}
header {
  grid-column: 1 / -1;
  grid-row: 1;
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 8px 16px;
  border-bottom: 1px solid var(--line);
  background: var(--paper);
  min-width: 0;
}
.refused {
  grid-column: 1 / -1;
  grid-row: 2;
  margin: 0;
  padding: 6px 16px;
  border-left: 5px solid var(--ochre);
  background: var(--paper-shade);
}
.editor > :deep(.strip),
.editor > :deep(.stage),
.panel {
  grid-row: 3;
  min-height: 0;
}
h1 {
  min-width: 0;
  font-size: 1.25rem;
}
.title {
  max-width: 100%;
  font: inherit;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  min-height: 36px;
}
.state {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  color: var(--ink-soft);
  white-space: nowrap;
}
.state.away,
.state.refused {
  color: var(--ochre);
  font-weight: 500;
}
.grow {
  flex: 1;
}
.panel {
  display: grid;
  grid-template: auto auto 1fr / minmax(0, 1fr);
  border-left: 1px solid var(--line);
  background: var(--paper);
}
.head {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 8px 8px 4px 18px;
}
.head strong {
  flex: 1;
  min-width: 0;
}
.number {
  font-size: 1.5rem;
}
.leaf :deep(input),
.leaf :deep(textarea),
.leaf :deep(select) {
  max-width: 100%;
  min-width: 0;
}
.leaf {
  overflow-y: auto;
  padding: 16px 18px 30px;
}
.panel :deep(.v-tab) {
  min-width: 0;
  padding: 0 6px;
  font-size: 0.88rem;
  letter-spacing: 0;
}
@media (max-width: 1060px) {
  .editor {
    grid-template-columns: 150px minmax(0, 1fr) 330px;
  }
}
/* Much enlarged, one lies below the other. */
@media (max-width: 820px) {
  .editor {
    display: block;
    height: auto;
  }
  .editor > :deep(.stage) {
    height: 70vh;
  }
  header {
    flex-wrap: wrap;
  }
}
</style>
