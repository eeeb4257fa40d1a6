<script setup lang="ts">
import { api } from '../../api/routes'
import { useSession } from '../../stores/session'

/** Asks which teacher of the place something goes to, and does it. */
const {
  run,
  except = 0,
  isOwnToo = false,
} = defineProps<{
  title: string
  /** What the button says. */
  act: string
  /** Who is not among them. */
  except?: number
  /** Whoever asks is among them. */
  isOwnToo?: boolean
  run: (teacher: { id: number; name: string }) => Promise<void>
}>()
const emit = defineEmits<{ close: [] }>()
const { person } = useSession()
const { data: found, trouble, load } = usePageData(() => api.teachers())
const { busy, trying } = useTrying()
const teachers = computed(() =>
  [
    ...(isOwnToo && person ? [{ id: person.id, name: `${person.name} (you)` }] : []),
    ...(found.value?.teachers ?? []),
  ].filter(each => each.id !== except),
)
const chosen = ref(0)
const choose = () => trying(true, () => run(teachers.value.find(each => each.id === chosen.value)!))
</script>

<template>
  <CardDialog :model-value="true" :title="title" @update:model-value="emit('close')">
    <p><slot /></p>
    <LoadingOrTrouble v-if="!found" :trouble="trouble" @again="load" />
    <p v-else-if="teachers.length === 0" class="soft">
      No other teacher is here yet. Whoever keeps the place invites them on its page.
    </p>
    <label v-else class="field small"
      >Which teacher
      <select v-model="chosen">
        <option :value="0" disabled>Choose one</option>
        <option v-for="each in teachers" :key="each.id" :value="each.id">{{ each.name }}</option>
      </select></label
    >
    <template #actions>
      <v-btn v-if="teachers.length" color="primary" :disabled="chosen === 0" :loading="busy !== null" @click="choose">{{
        act
      }}</v-btn>
    </template>
    <template #leave>Leave it</template>
  </CardDialog>
</template>
