<script setup lang="ts">
import type { RegisterView } from '#shared/views'
import { api } from '../../api/routes'
import { useSession } from '../../stores/session'

/** Who teaches a class: whose it is lets others in and hands it on; the others may leave. */
const props = defineProps<{ register: RegisterView }>()
const emit = defineEmits<{ changed: [] }>()
const { person } = useSession()
const { say } = useNotices()
const { busy, trying } = useTrying<string>()
const isOpen = ref(false)
const asked = ref<'add' | 'hand-on' | null>(null)
const isLead = computed(() => props.register.teachers.some(each => each.isLead && each.id === person?.id))
const names = computed(() => {
  const [first = '', ...others] = props.register.teachers.map(each => (each.id === person?.id ? 'you' : each.name))
  return others.length ? `${[first, ...others.slice(0, -1)].join(', ')} and ${others.at(-1)}` : `${first} alone`
})

async function add({ id, name }: { id: number; name: string }): Promise<void> {
  await api.addColleague(props.register.id, id)
  asked.value = null
  emit('changed')
  say(`${name} teaches this class as well.`, 'It is on their desk.')
}
async function handOn({ id, name }: { id: number; name: string }): Promise<void> {
  await api.handClassOn(props.register.id, id)
  asked.value = null
  emit('changed')
  say(`The class is ${name}’s now.`, 'You still teach it; you can leave it.')
}
const drop = (id: number) =>
  trying(`drop ${id}`, async () => {
    await api.dropColleague(props.register.id, id)
    if (id === person?.id) return navigateTo('/desk')
    emit('changed')
  })
</script>

<template>
  <span>
    · taught by {{ names
    }}<v-btn size="small" variant="text" aria-label="Who teaches this class" @click="isOpen = true">Teachers</v-btn>
    <CardDialog v-model="isOpen" title="Who teaches this class">
      <ul class="people">
        <li v-for="each in register.teachers" :key="each.id" data-test="class-teacher">
          <span>
            <strong>{{ each.name }}</strong>
            <span v-if="each.isLead" class="small soft">
              · {{ each.id === person?.id ? 'your class' : 'their class' }}</span
            >
          </span>
          <v-btn
            v-if="!each.isLead && (isLead || each.id === person?.id)"
            size="small"
            variant="text"
            :loading="busy === `drop ${each.id}`"
            :aria-label="each.id === person?.id ? 'Leave this class' : `${each.name} no longer teaches it`"
            @click="drop(each.id)"
            >{{ each.id === person?.id ? 'Leave it' : 'Take out' }}</v-btn
          >
        </li>
      </ul>
      <p class="small soft">
        All of them see the register, the Round and the Crit, give plans, and answer hand-ins. Each plan stays in the
        Plan book of who drew it.
      </p>
      <template #actions>
        <template v-if="isLead">
          <v-btn color="primary" @click="asked = 'add'">Let another teacher in</v-btn>
          <v-btn variant="outlined" @click="asked = 'hand-on'">Hand the class on</v-btn>
        </template>
      </template>
    </CardDialog>
    <ChooseTeacher
      v-if="asked === 'add'"
      title="Another teacher for this class"
      act="Let them in"
      :run="add"
      @close="asked = null"
      >They teach it with you: they see all of its learners and their work.</ChooseTeacher
    >
    <ChooseTeacher
      v-if="asked === 'hand-on'"
      title="Hand the class on"
      act="Hand it on"
      :run="handOn"
      @close="asked = null"
      >It becomes their class. You still teach it, until you leave or they take you out.</ChooseTeacher
    >
  </span>
</template>

<style scoped>
.people {
  list-style: none;
  padding: 0;
  margin: 0;
}
.people li {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 12px;
  padding: 8px 0;
  border-top: 1px solid var(--line);
}
.people li:first-child {
  border-top: 0;
}
</style>
