<script setup lang="ts">
import { mdiArrowLeft, mdiChevronLeft, mdiChevronRight, mdiRing } from '@mdi/js'
import type CritSheet from '../../components/crit/CritSheet.vue'
import { isForField } from '../../sheet/keys'

definePageMeta({ layout: 'bare', who: 'teacher', key: route => route.path })
const route = useRoute()
const id = Number(route.params.id)
const { ask, prepare } = usePile()
const { data: handIn, trouble, load } = usePageData(() => ask(id))
const { say } = useNotices()
const sheet = ref<InstanceType<typeof CritSheet>>()
const areMarksShown = ref(true)
const { marks, pointedAt, placeOf } = useFindingMarks(() => handIn.value?.findings ?? [])
const place = computed(() => handIn.value?.pile.indexOf(id) ?? -1)
const before = computed(() => (place.value > 0 ? handIn.value!.pile[place.value - 1] : undefined))
const after = computed(() => handIn.value?.pile[place.value + 1])

watch(after, next => next !== undefined && prepare(next))

const answer = useAnswerDraft(useSession().person!.id, id)
const { draft } = answer
watch(handIn, (view, before) => {
  // What has been measured meanwhile changes nothing in the answer.
  if (view && !before) void answer.open(view.answer)
})

const keys = useLetterKeys('crit')
/** Through the pile, one key each. */
function onKey(event: KeyboardEvent): void {
  const isWriting = (event.target as HTMLElement).closest(
    'input:not([type=range], [type=checkbox], [type=radio]), textarea, select',
  )
  if ((event.ctrlKey || event.metaKey) && !isWriting && /^[zy]$/i.test(event.key)) {
    event.preventDefault()
    return event.key.toLowerCase() === 'y' || event.shiftKey ? answer.redo() : answer.undo()
  }
  if (isForField(event)) return
  const meant = keys.meant(event)
  const to = meant === 'before' ? before.value : meant === 'next' ? after.value : undefined
  if (to !== undefined) void navigateTo(`/crit/${to}`)
  else if (meant === 'marks') areMarksShown.value = !areMarksShown.value
}
onMounted(() => window.addEventListener('keydown', onKey))
onBeforeUnmount(() => window.removeEventListener('keydown', onKey))

/** The check is under way: asked again until it is done. */
const WAIT_MS = 2000
let timer: ReturnType<typeof setTimeout> | null = null
watch(handIn, view => {
  if (view?.verification === 'waiting') timer = setTimeout(load, WAIT_MS)
})
onBeforeUnmount(() => timer && clearTimeout(timer))

function show(lookFor: string): void {
  pointedAt.value = lookFor
  const at = placeOf(lookFor)
  if (at) sheet.value?.showPlace(at.x, at.y)
  else sheet.value?.fit()
}

const PLACES = [
  { id: 'your-words', words: 'To your words' },
  { id: 'the-drawing', words: 'To the drawing' },
  { id: 'the-making', words: 'To how it was made' },
]

async function answered(): Promise<void> {
  await answer.done()
  const { learner, pile } = handIn.value!
  say(`Returned to ${learner}.`)
  const next = pile.find(each => each !== id)
  await navigateTo(next ? `/crit/${next}` : '/desk')
}
</script>

<template>
  <div v-if="!handIn" class="page"><LoadingOrTrouble :trouble="trouble" @again="load" /></div>
  <div v-else class="crit">
    <header>
      <v-btn :icon="mdiArrowLeft" variant="text" size="small" to="/desk" aria-label="Back to the desk" />
      <PageHeading class="who" :title="`${handIn.plan.title}, by ${handIn.learner}`"
        ><PersonName :name="handIn.learner"
      /></PageHeading>
      <SkipLinks :to="PLACES" />
      <span class="soft small"
        >{{ handIn.plan.title }} · hand-in {{ handIn.attempt }} · {{ timeInWords(handIn.handedInAt) }}</span
      >
      <RecordSeal :verification="handIn.verification" :on-paper="handIn.onPaper" />
      <span class="grow" />
      <v-btn
        size="small"
        variant="text"
        :prepend-icon="mdiRing"
        :aria-pressed="areMarksShown"
        @click="areMarksShown = !areMarksShown"
        >{{ areMarksShown ? 'Hide marks' : 'Show marks' }}</v-btn
      >
      <template v-if="handIn.pile.length && place >= 0">
        <v-btn
          :icon="mdiChevronLeft"
          size="small"
          variant="text"
          :disabled="before === undefined"
          :to="before === undefined ? undefined : `/crit/${before}`"
          :aria-label="keys.withKey('The one before in the pile', 'before')"
        />
        <span class="small numbers">{{ place + 1 }} of {{ handIn.pile.length }} that wait</span>
        <v-btn
          :icon="mdiChevronRight"
          size="small"
          variant="text"
          :disabled="after === undefined"
          :to="after === undefined ? undefined : `/crit/${after}`"
          :aria-label="keys.withKey('The next in the pile', 'next')"
        />
      </template>
      <LightSwitch />
    </header>
    <CritSheet
      ref="sheet"
      class="middle"
      :hand-in="handIn"
      :marks="areMarksShown ? marks : []"
      :pins="draft.pins"
      :sketch="draft.sketch"
      can-answer
      @pins="answer.change({ pins: $event })"
      @sketch="answer.change({ sketch: $event })"
    />
    <aside class="answer">
      <p v-if="handIn.note" class="note">
        “{{ handIn.note }}”<br /><span class="small soft">{{ handIn.learner }}</span>
      </p>
      <AnswerForm
        :hand-in="handIn"
        :answer="answer"
        class="fill"
        @point="pointedAt = $event"
        @show="show"
        @answered="answered"
      />
    </aside>
  </div>
</template>

<style scoped>
.crit {
  display: grid;
  grid-template: auto minmax(0, 1fr) / minmax(0, 1fr) 356px;
  height: 100vh;
  height: 100dvh;
  overflow: hidden;
}
header {
  grid-column: 1 / -1;
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 2px 12px 2px 6px;
  background: var(--paper);
  border-bottom: 1px solid var(--line);
  min-height: 50px;
}
.who {
  min-width: 0;
  max-width: 22rem;
  font-size: 1.12rem;
}
.grow {
  flex: 1;
}
.middle {
  min-height: 0;
  min-width: 0;
}
.answer {
  background: var(--paper);
  border-left: 1px solid var(--line);
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.fill {
  flex: 1;
  min-height: 0;
}
/* Much enlarged, the answer lies below the work, and the page scrolls. */
@media (max-width: 820px), (max-height: 520px) {
  .crit {
    display: block;
    height: auto;
    overflow: visible;
  }
  .middle {
    height: max(560px, 100vh);
  }
  header {
    flex-wrap: wrap;
  }
}
.note {
  margin: 12px 16px 0;
  padding: 8px 14px;
  border-left: 3px solid var(--line);
  font-style: italic;
}
</style>
