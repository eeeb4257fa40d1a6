<script setup lang="ts">
import { mdiFileDelimitedOutline } from '@mdi/js'
import { COLUMN_KINDS, usedColumns, type ColumnKind, type Columns } from '#core/roster'
import type { SlipsView } from '#shared/views'
import { api } from '../../api/routes'

/** Learners for a class: a pasted list or a CSV file, looked through before anyone is added. */
const { classId, known } = defineProps<{ classId: number; known: readonly string[] }>()
const emit = defineEmits<{ added: [slips: SlipsView] }>()
const isOpen = defineModel<boolean>({ default: false })

/** A list of two hundred names is a few kB. */
const GREATEST_BYTES = 500_000
const text = ref('')
const { say } = useNotices()
const { busy, trying } = useTrying()

// What reads lists is loaded when it is needed.
const reader = shallowRef<typeof import('../../roster/read-list') | null>(null)
watch(
  isOpen,
  async isNow => {
    if (isNow) reader.value ??= await import('../../roster/read-list')
  },
  { immediate: true },
)
/** What somebody said the columns are; null: as it is told by itself. */
const chosen = ref<{ columns: Columns; from: number } | null>(null)
watch(text, () => {
  chosen.value = null
})
const list = computed(
  () =>
    reader.value?.readList(text.value, known, chosen.value ?? undefined) ?? { layout: null, learners: [], left: [] },
)
const rows = computed(() => reader.value?.rowsOf(text.value) ?? [])
const used = computed(() => usedColumns(rows.value))
const isAsked = computed(
  () => text.value.trim() !== '' && (chosen.value !== null || list.value.layout?.isSure === false),
)
const KIND_WORDS: Record<ColumnKind, string> = { name: 'the name', first: 'first name', last: 'last name', pin: 'PIN' }
const kindOf = (column: number) => COLUMN_KINDS.find(kind => chosen.value?.columns[kind] === column) ?? ''
/** First rows that are shown. */
const SHOWN = 4
function choose(column: number, kind: ColumnKind | ''): void {
  const kept = Object.fromEntries(
    Object.entries(chosen.value?.columns ?? {}).filter(([each, at]) => at !== column && each !== kind),
  ) as Columns
  chosen.value = { from: chosen.value?.from ?? 0, columns: kind ? { ...kept, [kind]: column } : kept }
}
function startAt(row: number): void {
  chosen.value = { columns: chosen.value?.columns ?? {}, from: row - 1 }
}
/** To say by hand what was told by itself. */
function chooseByHand(): void {
  const { columns, from } = list.value.layout!
  chosen.value = { columns: { ...columns }, from }
}

async function readFile(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file || !reader.value) return
  if (file.size > GREATEST_BYTES)
    say('This file is too large for a list of names.', 'Choose a CSV or text file with one learner a row.', 'attention')
  else text.value = reader.value.decodedList(new Uint8Array(await file.arrayBuffer()))
}

const add = () =>
  trying(true, async () => {
    const slips = await api.addLearners(
      classId,
      list.value.learners.map(({ name, pin }) => ({ name, pin })),
    )
    text.value = ''
    isOpen.value = false
    emit('added', slips)
  })
const learners = (count: number) => (count === 1 ? 'one learner' : `${count} learners`)
</script>

<template>
  <CardDialog v-model="isOpen" title="Add learners" :width="720">
    <p class="small soft">
      One name a line, or a list pasted out of a spreadsheet. A column “PIN” is kept; who has none gets one by lot.
    </p>
    <div class="columns">
      <div class="given">
        <textarea
          v-model="text"
          rows="12"
          aria-label="Names, one a line"
          placeholder="Ada Tregear&#10;Bo Hask"
          spellcheck="false"
        />
        <label class="file small"
          ><v-icon :icon="mdiFileDelimitedOutline" size="18" /> Take a CSV file
          <input type="file" accept=".csv,.txt,text/csv,text/plain" @change="readFile"
        /></label>
      </div>
      <div class="read" role="status" aria-live="polite">
        <p v-if="text.trim() === ''" class="soft small">What is read is shown here before anyone is added.</p>
        <template v-else>
          <div v-if="isAsked" class="asked">
            <p class="small"><strong>Which column is what?</strong> Nothing is taken for a name until you say so.</p>
            <div class="scroll">
              <table class="small">
                <thead>
                  <tr>
                    <th v-for="column in used" :key="column">
                      <select
                        :value="kindOf(column)"
                        :aria-label="`Column ${column + 1} is`"
                        @change="choose(column, ($event.target as HTMLSelectElement).value as ColumnKind | '')"
                      >
                        <option value="">left out</option>
                        <option v-for="kind in COLUMN_KINDS" :key="kind" :value="kind">{{ KIND_WORDS[kind] }}</option>
                      </select>
                    </th>
                  </tr>
                </thead>
                <tbody>
                  <tr
                    v-for="(row, i) in rows.slice(0, Math.max(SHOWN, (chosen?.from ?? 0) + 2))"
                    :key="i"
                    :class="{ passed: i < (chosen?.from ?? 0) }"
                  >
                    <td v-for="column in used" :key="column">{{ row[column] }}</td>
                  </tr>
                </tbody>
              </table>
            </div>
            <label class="small"
              >Learners from row
              <input
                type="number"
                min="1"
                :max="rows.length"
                :value="(chosen?.from ?? 0) + 1"
                @input="
                  startAt(
                    Math.min(
                      Math.max(Math.round(Number(($event.target as HTMLInputElement).value)) || 1, 1),
                      rows.length,
                    ),
                  )
                "
              />
              on</label
            >
          </div>
          <button v-else-if="used.length > 1" class="link small" @click="chooseByHand">
            Choose the columns by hand
          </button>
          <h3>{{ list.learners.length ? `${learners(list.learners.length)} to add` : 'Nobody to add yet' }}</h3>
          <ol v-if="list.learners.length" class="names small">
            <li v-for="each in list.learners" :key="each.row">
              {{ each.name }}<span class="soft numbers">{{ each.pin ?? 'by lot' }}</span>
            </li>
          </ol>
          <template v-if="list.left.length">
            <h3 class="left">Left out</h3>
            <ul class="small">
              <li v-for="each in list.left" :key="each.row">
                <strong>Row {{ each.row }}</strong> {{ each.text }}<br />{{ each.why }}
              </li>
            </ul>
          </template>
        </template>
      </div>
    </div>
    <template #actions>
      <v-btn color="primary" :disabled="list.learners.length === 0" :loading="busy !== null" @click="add">{{
        list.learners.length ? `Add ${learners(list.learners.length)}` : 'Add'
      }}</v-btn>
    </template>
  </CardDialog>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 18px;
}
.given {
  display: grid;
  gap: 8px;
  align-content: start;
}
textarea {
  width: 100%;
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 8px 10px;
  background: var(--paper);
  color: var(--ink);
  font: inherit;
  resize: vertical;
}
.file {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  text-decoration: underline;
  cursor: pointer;
  min-height: 44px;
}
.file input {
  position: absolute;
  opacity: 0;
  width: 1px;
  height: 1px;
}
.file:focus-within {
  outline: 2px solid var(--blue);
  outline-offset: 2px;
}
.read {
  max-height: 330px;
  overflow: auto;
}
.asked {
  border-left: 4px solid var(--ochre);
  padding-left: 10px;
  margin-bottom: 10px;
}
.asked p {
  margin: 0 0 4px;
}
.scroll {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
}
td,
th {
  border: 1px solid var(--line);
  padding: 2px 6px;
  text-align: left;
  max-width: 130px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.passed td {
  color: var(--ink-soft);
  text-decoration: line-through;
}
.asked select {
  border: 1px solid var(--line);
  border-radius: 6px;
  background: var(--paper);
  color: var(--ink);
  padding: 2px 4px;
  font: inherit;
}
.asked input {
  width: 4rem;
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 2px 6px;
  background: var(--paper);
  color: var(--ink);
}
.link {
  color: var(--blue);
  text-decoration: underline;
  min-height: 30px;
}
h3 {
  margin: 0 0 4px;
}
.left {
  margin-top: 12px;
  color: var(--ochre);
}
.names,
.read ul {
  margin: 0;
  padding-left: 26px;
}
.names li span {
  margin-left: 10px;
}
@media (max-width: 640px) {
  .columns {
    grid-template-columns: 1fr;
  }
}
</style>
