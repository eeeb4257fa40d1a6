<script setup lang="ts">
import { api } from '../../api/routes'

/** Which classes have the plan, in which version, and which waiting steps are open to them. */
const isOpen = defineModel<boolean>({ default: false })
const editor = usePlanEditor()
const { plan, classes } = editor
const { busy, trying } = useTrying<number>()
const waiting = computed(() =>
  plan.value!.steps.flatMap((step, i) =>
    step.goOn === 'opened' && plan.value!.steps[i + 1] ? [{ ...plan.value!.steps[i + 1]!, number: i + 2 }] : [],
  ),
)

watch(isOpen, open => open && void editor.flush().then(editor.refreshClasses))

const run = (classId: number, action: () => Promise<unknown>) =>
  trying(classId, async () => {
    await editor.flush()
    await action()
    await editor.refreshClasses()
  })
const { announce } = useSpoken()
/** Gives it, moves the class on to how it is now, or takes it back. */
const give = ({ id: classId, name }: { readonly id: number; readonly name: string }, isGiven: boolean) =>
  run(classId, async () => {
    await api.givePlan(editor.id, { classId, isGiven })
    announce(isGiven ? `Given to ${name}` : `Taken back from ${name}`)
  })
</script>

<template>
  <CardDialog v-model="isOpen" title="Classes" :width="640">
    <div class="classes">
      <p class="small soft">A class keeps the version that it was given until you move it on.</p>
      <p v-if="classes.length === 0">You have no class yet.</p>
      <article v-for="one in classes" :key="one.id" class="one">
        <div class="row">
          <strong>{{ one.name }}</strong>
          <span class="small soft">{{
            one.version === null
              ? 'not given'
              : `version ${one.version}${one.isBehind ? ', older than what you see here' : ''} · ${one.drawings} drawing${one.drawings === 1 ? '' : 's'}`
          }}</span>
          <span class="grow" />
          <v-btn
            v-if="one.version === null"
            size="small"
            color="primary"
            :aria-label="`Give it to ${one.name}`"
            :loading="busy === one.id"
            @click="give(one, true)"
            >Give it</v-btn
          >
          <template v-else>
            <v-btn
              v-if="one.isBehind"
              size="small"
              color="primary"
              :loading="busy === one.id"
              :aria-label="`Move on ${one.name}`"
              title="Those who have not handed in go on with the new version"
              @click="give(one, true)"
              >Move on</v-btn
            >
            <v-btn
              v-if="one.drawings === 0"
              size="small"
              variant="text"
              :aria-label="`Take back from ${one.name}`"
              :loading="busy === one.id"
              @click="give(one, false)"
              >Take back</v-btn
            >
          </template>
        </div>
        <div v-if="one.version !== null && waiting.length" class="steps small">
          <label v-for="step in waiting" :key="step.id"
            ><input
              type="checkbox"
              :checked="one.opened.includes(step.id)"
              @change="run(one.id, () => api.openStep(editor.id, one.id, step.id, !one.opened.includes(step.id)))"
            />
            step {{ step.number }} is open</label
          >
        </div>
      </article>
    </div>
  </CardDialog>
</template>

<style scoped>
.classes {
  display: grid;
  gap: 8px;
}
.one {
  border-top: 1px dashed var(--line);
  padding: 10px 0;
}
.row {
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
}
.grow {
  flex: 1;
}
.steps {
  display: flex;
  gap: 16px;
  flex-wrap: wrap;
  margin-top: 6px;
}
</style>
