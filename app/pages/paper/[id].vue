<script setup lang="ts">
import { mdiPrinterOutline } from '@mdi/js'
import { api } from '../../api/routes'
import { usePages, type PageOnPaper } from '../../composables/paper/usePages'
import { readPaperLink } from '../../roster/paper-link'
import { fileName, savedFile } from '../../sheet/save-file'

/** A class that draws on paper: its sheets are printed, and come back as a stack of photographs. */
definePageMeta({ who: 'teacher', key: route => route.path })
const route = useRoute()
const classId = Number(route.params.id)
const chosenPlan = ref<number | null>(Number(route.query.plan) || null)
const { data: table, trouble, load } = usePageData(() => api.table(classId, chosenPlan.value))
watch(chosenPlan, load)
const learners = computed(() =>
  (table.value?.rows ?? [])
    .map(each => each.learner)
    .sort((a, b) => a.name.localeCompare(b.name, undefined, { numeric: true })),
)

const stack = usePages({
  sheet: () => table.value!.sheet!,
  handIn: (page, picture) =>
    api.handInPaper({
      plan: table.value!.plan!,
      learner: page.learner!,
      picture,
      page: page.page!,
      note: '',
      key: page.key,
    }),
  onRead: page => (page.learner = whoseOf(page)),
})
const { pages } = stack
const isStackOpen = computed(() => pages.value.length > 0)

/** Whose it is, by its code, where that is of this class and plan. */
function whoseOf({ code }: PageOnPaper): number | null {
  const of = code === null ? null : readPaperLink(code)
  if (!of || of.classId !== classId || of.plan !== table.value?.plan) return null
  return learners.value.some(each => each.id === of.learner) ? of.learner : null
}
function codeInWords(page: PageOnPaper): string {
  const of = page.code === null ? null : readPaperLink(page.code)
  if (!of) return 'No code was read: say whose it is.'
  if (of.classId !== classId) return 'Its code is of another class.'
  if (of.plan !== table.value?.plan) {
    const other = table.value?.plans.find(each => each.id === of.plan)
    return other ? `Its code is of “${other.title}”.` : 'Its code is of another plan.'
  }
  return whoseOf(page) === null ? 'Whoever its code names is not in this class any more.' : ''
}
/** Somebody has two pages in the stack: only one of them can be the hand-in. */
const twice = computed(() => {
  const all = pages.value.flatMap(each => (each.learner !== null && each.state !== 'sent' ? [each.learner] : []))
  return new Set(all.filter((each, i) => all.indexOf(each) !== i))
})
const isReady = (page: PageOnPaper) =>
  (page.state === 'ready' || page.state === 'failed') && page.learner !== null && !twice.value.has(page.learner)
const ready = computed(() => pages.value.filter(isReady))
const sent = computed(() => pages.value.filter(each => each.state === 'sent').length)
const reading = computed(() => pages.value.filter(each => each.state === 'waiting' || each.state === 'reading').length)

const isSending = ref(false)
const { announce } = useSpoken()
async function sendAll(): Promise<void> {
  isSending.value = true
  const all = ready.value
  for (const page of all) {
    if (!isSending.value) break
    await stack.send(page)
  }
  isSending.value = false
  const done = all.filter(each => each.state === 'sent').length
  announce(`${done} of ${all.length} handed in.`)
}

const { busy, trying } = useTrying()
const print = () =>
  trying(true, async () => {
    const { paperSheetsPdf } = await import('../../roster/paper-sheets-pdf')
    const { plan, plans, sheet, name } = table.value!
    const of = plans.find(each => each.id === plan)!
    savedFile(
      await paperSheetsPdf(
        { classId, className: name, plan: of, sheet: sheet!, learners: learners.value },
        window.location.origin,
      ),
      `${fileName(`${name} ${of.title}`, 'sheets')}-on-paper.pdf`,
      'application/pdf',
    )
  })

const stateInWords = (page: PageOnPaper) =>
  ({
    waiting: 'waits to be read',
    reading: 'is read …',
    ready: page.isPrinted ? 'its frame was found' : page.isFound ? 'straight' : 'no edge was found: see its corners',
    sending: `is handed in … ${Math.round(100 * page.share)} %`,
    sent: 'handed in',
    unread: 'can’t be read',
    failed: 'not handed in',
  })[page.state]
const nameOf = (page: PageOnPaper) =>
  learners.value.find(each => each.id === page.learner)?.name ?? `“${page.file.name}”`
onBeforeRouteLeave(() => !stack.isOpen.value || window.confirm('Pages that are not handed in yet are let go. Leave?'))
</script>

<template>
  <div class="page">
    <LoadingOrTrouble v-if="!table" :trouble="trouble" @again="load" />
    <template v-else>
      <NuxtLink :to="{ path: `/table/${classId}`, query: { plan: table.plan } }" class="small">The Table</NuxtLink>
      <PageHeading :title="`On paper: ${table.name}`" />
      <div v-if="table.plan === null" class="card empty">
        <h2>The class has no plan yet.</h2>
        <p>Give it one in the Register; then its sheets can be printed here, and taken in again.</p>
      </div>
      <template v-else>
        <label class="small plan"
          >Plan
          <select
            :value="table.plan"
            :disabled="isStackOpen"
            @change="chosenPlan = Number(($event.target as HTMLSelectElement).value)"
          >
            <option v-for="plan in table.plans" :key="plan.id" :value="plan.id">{{ plan.title }}</option>
          </select></label
        >
        <section class="card part" aria-labelledby="print-title">
          <h2 id="print-title">Sheets to draw on</h2>
          <p class="small">
            One page of A4 for each of the {{ learners.length }}: name, frame, and a code in the corner by which the
            photographs are told apart later. Print them at any size; the frame is found by its four dark squares.
          </p>
          <v-btn
            color="primary"
            :prepend-icon="mdiPrinterOutline"
            :loading="busy !== null"
            :disabled="learners.length === 0"
            @click="print"
            >Sheets to print (PDF)</v-btn
          >
        </section>
        <section class="card part" aria-labelledby="stack-title">
          <h2 id="stack-title">The stack comes back</h2>
          <PictureFiles words="Choose photographs …" label="Photographs of the pages" @files="stack.add">
            <p class="small soft">
              A photograph of each page, all at once or one after the other, in any order and any way up. Pages that
              were not printed here are taken as well: say whose they are.
            </p>
          </PictureFiles>
          <div v-if="pages.length" class="bar">
            <v-btn color="primary" :disabled="ready.length === 0 || isSending" @click="sendAll">{{
              ready.length === 0 ? 'Hand in' : ready.length === 1 ? 'Hand in 1 page' : `Hand in ${ready.length} pages`
            }}</v-btn>
            <v-btn v-if="isSending" variant="outlined" @click="isSending = false">Stop after this one</v-btn>
            <span class="small soft numbers" role="status"
              >{{ pages.length }} photographs<template v-if="reading"> · {{ reading }} to be read</template
              ><template v-if="sent"> · {{ sent }} handed in</template></span
            >
          </div>
          <ol v-if="pages.length" class="stack" aria-label="Pages">
            <li v-for="page in pages" :key="page.id" class="sheet" :class="page.state" data-test="page">
              <PageSeen :page="page" :pages="stack" :name="nameOf(page)" />
              <label v-if="page.state !== 'sent' && page.state !== 'unread'" class="small whose"
                >Whose it is
                <select
                  :value="page.learner ?? ''"
                  :disabled="page.state === 'sending'"
                  @change="page.learner = Number(($event.target as HTMLSelectElement).value) || null"
                >
                  <option value="">nobody yet</option>
                  <option v-for="each in learners" :key="each.id" :value="each.id">{{ each.name }}</option>
                </select></label
              >
              <strong v-else class="name">{{ nameOf(page) }}</strong>
              <span class="small soft" role="status">{{ stateInWords(page) }}</span>
              <span v-if="page.state === 'ready' && page.learner === null" class="small ask">{{
                codeInWords(page)
              }}</span>
              <span v-if="page.learner !== null && twice.has(page.learner) && page.state !== 'sent'" class="small ask"
                >Two pages are of the same learner: leave one out.</span
              >
              <TroubleLine :trouble="page.trouble" />
              <NuxtLink v-if="page.handIn" :to="`/crit/${page.handIn}`" class="small">To the crit</NuxtLink>
              <button
                v-if="page.state !== 'sent' && page.state !== 'sending'"
                class="small leave"
                :aria-label="`Leave out ${nameOf(page)}`"
                @click="stack.remove(page)"
              >
                Leave it out
              </button>
            </li>
          </ol>
        </section>
      </template>
    </template>
  </div>
</template>

<style scoped>
.part {
  display: grid;
  gap: 10px;
  justify-items: start;
  margin-top: 16px;
}
.part > * {
  max-width: 100%;
}
.part p,
.part h2 {
  margin: 0;
}
.part :deep(section) {
  width: 100%;
}
.plan {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  margin-top: 10px;
}
select {
  min-height: 40px;
  padding: 4px 8px;
  border: 1px solid var(--line);
  border-radius: 6px;
  background: var(--paper);
  color: inherit;
  max-width: 100%;
}
.stack {
  list-style: none;
  margin: 0;
  padding: 0;
  width: 100%;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 14px;
}
.sheet {
  display: grid;
  gap: 6px;
  align-content: start;
  padding: 10px;
  border: 1px solid var(--line);
  border-radius: 8px;
}
.sheet.sent {
  border-left: 4px solid var(--blue);
}
.whose {
  display: grid;
  gap: 2px;
}
.name {
  overflow-wrap: anywhere;
}
.ask {
  color: var(--ochre);
}
.leave {
  justify-self: start;
  min-height: 36px;
  text-decoration: underline;
}
.bar {
  width: 100%;
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
  padding: 6px 0;
}
.empty {
  margin-top: 16px;
}
</style>
