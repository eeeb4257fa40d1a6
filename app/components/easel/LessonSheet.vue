<script setup lang="ts">
import { proxy, wrap, type Remote } from 'comlink'
import { mdiFlagOutline } from '@mdi/js'
import { api } from '../../api/routes'
import { troubleOf } from '../../api/client'
import { withPictures } from '../../sheet/plan-files'
import PlanWorker from '../../workers/plan.worker?worker'
import { whenLost } from '../../workers/lost'
import type { Made, PlanDesk } from '../../workers/plan/desk'

/** Beside the sheet of a teacher who draws a lesson, or a step of one again: what comes of it. */
const inHand = useInHand()
const { plan, planId, purpose, history, host, isReadOnly } = useDrawing()
const { step } = useLesson()
const { say } = useNotices()
const share = ref<number | null>(null)
let worker: Worker | null = null
onBeforeUnmount(() => worker?.terminate())

const isRedraw = computed(() => purpose.value === 'redraw')
/** How much was drawn, to see what the drafting has to go on. */
const drawn = ref({ acts: 0, marks: 0, ms: 0 })
watch(
  () => history.value.position,
  async () => {
    drawn.value = await host.figures()
  },
  { immediate: true },
)

async function markStep(): Promise<void> {
  await host.markStep()
  say('The next step begins with your next stroke.')
}

async function inDesk<T>(run: (desk: Remote<PlanDesk>) => Promise<Made<T>>): Promise<T | null> {
  inHand.settleAll()
  share.value = 0
  worker = new PlanWorker()
  try {
    const answer = await Promise.race([run(wrap<PlanDesk>(worker) as Remote<PlanDesk>), whenLost(worker)])
    if (answer.ok) return answer.value
    say(answer.message, answer.fix, 'attention')
  } catch (error) {
    if (share.value !== null) {
      const { message, fix } = troubleOf(error)
      say(message, fix, 'attention')
    }
  } finally {
    worker?.terminate()
    worker = null
    share.value = null
  }
  return null
}
function stop(): void {
  worker?.terminate()
  worker = null
  share.value = null
}

async function draft(): Promise<void> {
  const record = await host.record()
  if (!record) return
  const id = await inDesk(async desk => {
    const drafted = await desk.draft(
      record,
      plan.value!.title,
      proxy((done: number) => {
        share.value = done
      }),
    )
    return drafted.ok
      ? { ok: true, value: (await withPictures(drafted.value, () => api.addPlan(drafted.value))).id }
      : drafted
  })
  if (id !== null) await navigateTo(`/plans/${id}`)
}

async function putIntoPlan(): Promise<void> {
  const record = await host.record()
  if (!record || !step.value) return
  const done = await inDesk(async desk => {
    const view = await api.plan(planId.value)
    const at = view.plan.steps.findIndex(each => each.id === step.value!.id)
    if (at < 0)
      return {
        ok: false,
        message: 'This step is not in the plan any more.',
        fix: 'Open the plan and draw another step again.',
      }
    const changed = await desk.change(view.plan, { kind: 'redraw', at, entries: record.entries })
    if (!changed.ok) return changed
    const { steps, pictures = [], demonstration } = changed.value
    const changes = { steps, pictures, demonstration }
    await withPictures(changes, () => api.savePlan(planId.value, view.revision, changes))
    return { ok: true, value: true }
  })
  if (done) await navigateTo(`/plans/${planId.value}`)
}
</script>

<template>
  <aside class="lesson" aria-label="The lesson">
    <div class="scroll">
      <template v-if="isRedraw">
        <h2>{{ step?.title }}</h2>
        <p>This sheet holds what stands before the step. Draw the step again as you want to show it.</p>
        <p class="small soft">Its words stay; tools and look-fors are drafted anew.</p>
      </template>
      <template v-else>
        <h2>Draw the lesson once</h2>
        <p>
          Draw it as you would show it to your class: sketch, line, colour, shade, each on a layer of its own, with the
          tools you want them to use.
        </p>
        <p>Undo is free: what you take back is left out. Pause as long as you like.</p>
        <p>
          Then the program cuts it into steps, with tools, colours, a ghost and what to look for. You put it into your
          own words.
        </p>
        <v-btn
          variant="outlined"
          size="small"
          :prepend-icon="mdiFlagOutline"
          :disabled="isReadOnly || drawn.acts === 0"
          title="Where you say so, a step begins in any case"
          @click="markStep"
          >A step begins here</v-btn
        >
      </template>
      <p class="small soft numbers drawn">
        {{ drawn.acts }} acts<template v-if="!isRedraw">
          · {{ Math.round(drawn.ms / 60_000) }} min<template v-if="drawn.marks">
            · {{ drawn.marks }} marked</template
          ></template
        >
      </p>
    </div>
    <footer>
      <template v-if="share !== null">
        <p class="small" role="status">
          {{ isRedraw ? 'Putting it into the plan' : 'Drafting the plan' }} · {{ Math.round(100 * share) }} %
        </p>
        <v-progress-linear
          :aria-label="isRedraw ? 'Putting it into the plan' : 'Drafting the plan'"
          :model-value="100 * share"
          :indeterminate="share === 0"
          color="primary"
          rounded
        />
        <v-btn variant="text" size="small" @click="stop">Stop</v-btn>
      </template>
      <v-btn
        v-else
        color="primary"
        block
        :disabled="isReadOnly || history.position === 0"
        @click="isRedraw ? putIntoPlan() : draft()"
        >{{ isRedraw ? 'Put it into the plan' : 'Draft the plan' }}</v-btn
      >
    </footer>
  </aside>
</template>

<style scoped>
.lesson {
  width: max(272px, min(17.5rem, 28vw));
  height: 100%;
  display: flex;
  flex-direction: column;
  background: var(--paper);
  border-right: 1px solid var(--line);
}
.scroll {
  flex: 1;
  overflow-y: auto;
  padding: 16px;
}
.scroll h2 {
  margin: 0 0 10px;
}
.drawn {
  margin-top: 14px;
}
footer {
  display: grid;
  gap: 8px;
  padding: 12px 16px;
  border-top: 1px solid var(--line);
}
footer p {
  margin: 0;
}
</style>
