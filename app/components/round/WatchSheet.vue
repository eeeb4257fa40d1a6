<script setup lang="ts">
/* eslint-disable max-lines -- one sheet with what can be sent to it, mostly layout */
import { mdiArrowULeftTop, mdiBrush, mdiClose, mdiSend } from '@mdi/js'
import { toolSettings } from '#core/brush'
import { durationOf, type DrawingRecord, type StrokeAct } from '#core/drawing'
import { api } from '../../api/routes'
import type { AtRound } from '../../composables/round/useRound'
import { spanInWords } from '../../sheet/standing-words'
import { strokePath } from '../../sheet/stroke-path'

/** One learner's sheet, watched as it is drawn; words and strokes can be sent over it. */
const props = defineProps<{ classId: number; at: AtRound }>()
const emit = defineEmits<{ close: [] }>()
const drawing = computed(() => props.at.card.drawing!)
const { say } = useNotices()
const { busy, trying } = useTrying<string>()
const words = ref('')
const sheet = shallowRef<DrawingRecord['sheet'] | null>(null)

/** What is shown is drawn with a pen, in a colour that no lesson's lines have. */
const PEN = toolSettings('ink-pen', { size: 10 })
const COLOUR: [number, number, number] = [185, 92, 20]
const LAYER = 'shown'
const MOST_STROKES = 30
const isShowing = ref(false)
const strokes = ref<number[][]>([])
const growing = ref<number[] | null>(null)

function begin(samples: number[]): void {
  if (strokes.value.length >= MOST_STROKES)
    return void say(`${MOST_STROKES} strokes can be shown at once.`, 'Show these first.', 'attention')
  growing.value = [...samples]
}
function extend(samples: number[]): void {
  if (growing.value) growing.value = [...growing.value, ...samples]
}
function end(): void {
  if (growing.value) strokes.value = [...strokes.value, growing.value]
  growing.value = null
}

/** The strokes as a record of their own; each takes the time that the hand took. */
function recordOf(paper: DrawingRecord['sheet']): DrawingRecord {
  let at = 0
  const acts = strokes.value.map((samples, i) => {
    const act: StrokeAct = { kind: 'stroke', version: 2, layer: LAYER, tool: PEN, colour: COLOUR, seed: i, samples }
    at += durationOf({ type: 'act', at, act }) + 300
    return { type: 'act' as const, at, act }
  })
  return {
    version: 1,
    sheet: paper,
    entries: [{ type: 'prepare', at: 0, act: { kind: 'layer-add', layer: LAYER, name: 'Shown', place: 0 } }, ...acts],
  }
}

function show(toAll: boolean): void {
  const paper = sheet.value
  if (!paper || strokes.value.length === 0) return
  void trying(toAll ? 'all' : 'one', async () => {
    await api.send(props.classId, {
      to: toAll ? null : [props.at.card.id],
      news: { kind: 'ghost', plan: drawing.value.plan.id, on: toAll ? 'plan' : 'sheet', record: recordOf(paper) },
    })
    say(toAll ? 'Shown to everyone who draws this plan.' : `Shown to ${props.at.card.name}.`)
    strokes.value = []
    isShowing.value = false
  })
}

function sendWords(): void {
  void trying('words', async () => {
    await api.send(props.classId, { to: [props.at.card.id], news: { kind: 'words', words: words.value.trim() } })
    say(`Sent to ${props.at.card.name}.`)
    words.value = ''
  })
}
</script>

<template>
  <WholeDialog :title="at.card.name" @close="emit('close')">
    <template #header>
      <span class="soft small"
        >{{ drawing.plan.title
        }}<template v-if="drawing.step"> · step {{ drawing.step.number }}, {{ drawing.step.title }}</template></span
      >
      <StandingSign :standing="at.standing" />
      <span class="grow" />
      <v-btn
        :prepend-icon="mdiBrush"
        size="small"
        :variant="isShowing ? 'flat' : 'outlined'"
        :color="isShowing ? 'primary' : undefined"
        :aria-pressed="isShowing"
        @click="isShowing = !isShowing"
        >Show a stroke</v-btn
      >
      <v-btn :icon="mdiClose" size="small" variant="text" aria-label="Back to the Round" @click="emit('close')" />
    </template>
    <div class="watch">
      <LiveSheet
        :key="drawing.id"
        :drawing="drawing.id"
        :position="drawing.position"
        :label="`${at.card.name}’s sheet, as it is drawn`"
        :can-draw="isShowing"
        @sheet="sheet = $event"
        @begin="begin"
        @extend="extend"
        @end="end"
        @drop="growing = null"
      >
        <template #default="{ view, size }">
          <svg class="shown" :width="size.width" :height="size.height" aria-hidden="true">
            <path
              v-for="(stroke, i) in growing ? [...strokes, growing] : strokes"
              :key="i"
              :d="strokePath(stroke, view)"
            />
          </svg>
          <div
            v-if="isShowing"
            class="strip card"
            role="group"
            aria-label="What you show"
            @pointerdown.stop
            @wheel.stop
          >
            <span class="small soft">{{
              strokes.length
                ? `${strokes.length} ${strokes.length === 1 ? 'stroke' : 'strokes'}, played over the sheet as you drew them`
                : 'Draw over the sheet; the learner’s own lines stay as they are.'
            }}</span>
            <v-btn
              :icon="mdiArrowULeftTop"
              size="small"
              variant="text"
              aria-label="Take the last stroke back"
              :disabled="strokes.length === 0"
              @click="strokes = strokes.slice(0, -1)"
            />
            <v-btn
              size="small"
              color="primary"
              :disabled="strokes.length === 0"
              :loading="busy === 'one'"
              @click="show(false)"
              >To {{ at.card.name.split(' ')[0] }}</v-btn
            >
            <v-btn
              size="small"
              variant="outlined"
              :disabled="strokes.length === 0"
              :loading="busy === 'all'"
              @click="show(true)"
              >To all on this plan</v-btn
            >
          </div>
        </template>
      </LiveSheet>
      <aside>
        <p v-if="at.card.asks" class="asks">{{ at.card.asks.words || 'A hand is up.' }}</p>
        <form @submit.prevent="sendWords">
          <label class="small"
            >A word to {{ at.card.name.split(' ')[0] }}
            <textarea
              v-model="words"
              rows="3"
              maxlength="500"
              placeholder="It lies on their sheet until they put it away."
            />
          </label>
          <v-btn
            type="submit"
            size="small"
            color="primary"
            :prepend-icon="mdiSend"
            :disabled="words.trim() === ''"
            :loading="busy === 'words'"
            >Send</v-btn
          >
        </form>
        <dl class="small numbers">
          <template v-if="at.inStepMs !== null"
            ><dt>In this step</dt>
            <dd>{{ spanInWords(at.inStepMs) }}</dd></template
          >
          <template v-if="at.sinceStrokeMs !== null"
            ><dt>Last stroke</dt>
            <dd>{{ spanInWords(at.sinceStrokeMs) }} ago</dd></template
          >
          <dt>Acts</dt>
          <dd>{{ drawing.position }}</dd>
        </dl>
        <template v-if="drawing.found?.length">
          <h3>Found at the last look</h3>
          <ul class="found">
            <li v-for="each in drawing.found" :key="each.title">
              <VerdictSign :verdict="each.verdict" :size="20" /><span class="small"
                ><strong>{{ each.title }}</strong
                ><br />{{ each.sentence }}</span
              >
            </li>
          </ul>
        </template>
        <p v-else class="small soft">They have not looked at this step yet.</p>
      </aside>
    </div>
  </WholeDialog>
</template>

<style scoped>
.watch {
  display: grid;
  grid-template: minmax(0, 1fr) / minmax(0, 1fr) 300px;
  min-height: 0;
}
.grow {
  flex: 1;
}
.shown {
  position: absolute;
  inset: 0;
  pointer-events: none;
}
.shown path {
  fill: none;
  stroke: rgb(185 92 20);
  stroke-width: 4;
  stroke-linecap: round;
  stroke-linejoin: round;
  opacity: 0.85;
}
.strip {
  position: absolute;
  left: 50%;
  bottom: 14px;
  transform: translateX(-50%);
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 6px 12px;
  cursor: default;
  box-shadow: 0 4px 16px rgb(0 0 0 / 18%);
  max-width: 94%;
}
aside {
  border-left: 1px solid var(--line);
  padding: 14px 16px;
  overflow-y: auto;
  display: grid;
  gap: 14px;
  align-content: start;
}
form,
label {
  display: grid;
  gap: 6px;
}
form .v-btn {
  justify-self: start;
}
textarea {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 8px 10px;
  background: var(--paper);
  color: var(--ink);
  resize: vertical;
}
.asks {
  border-left: 4px solid var(--ochre);
  padding-left: 10px;
  margin: 0;
  font-style: italic;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 14px;
  margin: 0;
}
dd {
  margin: 0;
}
.found {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 8px;
}
.found li {
  display: flex;
  gap: 8px;
}
@media (max-width: 900px) {
  .watch {
    grid-template: minmax(0, 1fr) 40% / 1fr;
  }
  aside {
    border-left: 0;
    border-top: 1px solid var(--line);
  }
}
</style>
