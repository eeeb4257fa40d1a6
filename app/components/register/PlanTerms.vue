<script setup lang="ts">
import { format } from 'date-fns'
import type { GivenPlan, RegisterView } from '#shared/views'
import { api } from '../../api/routes'

/** When a class begins a plan, by when it is due, on which path, and who of it draws it. */
const props = defineProps<{ classId: number; plan: GivenPlan; learners: RegisterView['learners'] }>()
const emit = defineEmits<{ close: []; changed: [] }>()
const { busy, trying } = useTrying()

/** What the field for a day and a time takes: in this place's time. */
const local = (iso: string | null) => (iso ? format(new Date(iso), "yyyy-MM-dd'T'HH:mm") : '')
const starts = ref(local(props.plan.startsAt))
const due = ref(local(props.plan.dueAt))
const way = ref(props.plan.way)
const isForSome = ref(props.plan.learners !== null)
const chosen = ref<number[]>([...(props.plan.learners ?? [])])
const isoOf = (value: string) => (value ? new Date(value).toISOString() : null)
const isBackwards = computed(() => starts.value !== '' && due.value !== '' && starts.value >= due.value)
const isNobody = computed(() => isForSome.value && chosen.value.length === 0)

const keep = () =>
  trying(true, async () => {
    await api.setTerms(props.classId, props.plan.id, {
      startsAt: isoOf(starts.value),
      dueAt: isoOf(due.value),
      way: way.value,
      learners: isForSome.value ? chosen.value : null,
    })
    emit('changed')
  })
</script>

<template>
  <CardDialog :model-value="true" :title="plan.title" :width="560" @update:model-value="emit('close')">
    <div class="dates">
      <label class="small">It opens <input v-model="starts" type="datetime-local" /></label>
      <label class="small">It is due <input v-model="due" type="datetime-local" /></label>
    </div>
    <p class="small soft">Left empty: at once, and whenever they like.</p>
    <TroubleLine :trouble="isBackwards ? 'It would be due before it opens. Choose a later day.' : null" class="small" />
    <fieldset v-if="plan.isRicherThere">
      <legend class="small">Which path</legend>
      <label><input v-model="way" type="radio" value="own" /> each learner chooses</label>
      <label><input v-model="way" type="radio" value="simple" /> the simple one</label>
      <label><input v-model="way" type="radio" value="richer" /> the richer one</label>
    </fieldset>
    <fieldset>
      <legend class="small">Who draws it</legend>
      <label><input v-model="isForSome" type="radio" :value="false" /> all of the class</label>
      <label><input v-model="isForSome" type="radio" :value="true" /> some of it</label>
      <div v-if="isForSome" class="some">
        <label v-for="each in learners" :key="each.id" class="small"
          ><input v-model="chosen" type="checkbox" :value="each.id" /> {{ each.name }}</label
        >
      </div>
      <p v-if="isNobody" class="small warn">Choose someone, or all of the class.</p>
      <p v-else-if="isForSome" class="small soft">Who has begun already keeps it.</p>
    </fieldset>
    <template #actions
      ><v-btn color="primary" :disabled="isBackwards || isNobody" :loading="busy !== null" @click="keep"
        >Keep</v-btn
      ></template
    >
  </CardDialog>
</template>

<style scoped>
.dates {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px;
}
.dates label {
  display: grid;
  gap: 4px;
}
input[type='datetime-local'] {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 8px 10px;
  background: var(--paper);
  color: var(--ink);
  font: inherit;
  min-width: 0;
}
fieldset {
  border: 1px solid var(--line);
  border-radius: 8px;
  padding: 8px 14px 10px;
  display: flex;
  gap: 4px 18px;
  flex-wrap: wrap;
  margin: 0;
}
fieldset label {
  min-height: 30px;
  display: inline-flex;
  gap: 7px;
  align-items: center;
}
.some {
  flex-basis: 100%;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  max-height: 210px;
  overflow: auto;
}
.warn {
  color: var(--ochre);
  font-weight: 560;
}
p {
  margin: 0;
}
</style>
