<script setup lang="ts">
import { nameKey, nameOn, readOneRoster, type NameStyle, type SchoolList } from '#core/roster'
import type { SlipsView } from '#shared/views'
import { api } from '../../api/routes'

/** Classes with their learners out of the school's own lists (OneRoster): chosen, opened, and their slips shown. */
const isOpen = defineModel<boolean>({ default: false })
const emit = defineEmits<{ opened: [] }>()
const { say } = useNotices()
const { busy, trying } = useTrying<string>()
const lists = shallowRef<readonly SchoolList[] | null>(null)
const chosen = ref<readonly string[]>([])
const style = ref<NameStyle>('given-and-letter')
const slips = shallowRef<readonly SlipsView[]>([])
/** Learners that one class takes at once. */
const MOST = 200

async function read(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const [file] = input.files ?? []
  input.value = ''
  if (!file) return
  await trying('read', async () => {
    const { tablesIn } = await import('../../roster/school-files')
    const tables = await tablesIn(new Uint8Array(await file.arrayBuffer())).catch(() => new Map())
    const found = readOneRoster(tables)
    lists.value = found
    chosen.value = found.length === 1 ? [found[0]!.sourceId] : []
  })
}

/** Two of the same name are told apart by a number. */
function namesOf(list: SchoolList): { name: string; sourceId: string }[] {
  const counts = new Map<string, number>()
  return list.learners.slice(0, MOST).map(each => {
    const name = nameOn(each, style.value).slice(0, 56)
    const count = (counts.get(nameKey(name)) ?? 0) + 1
    counts.set(nameKey(name), count)
    return { name: count > 1 ? `${name} ${count}` : name, sourceId: each.sourceId }
  })
}

const open = () =>
  trying('open', async () => {
    const made: SlipsView[] = []
    for (const list of lists.value!.filter(each => chosen.value.includes(each.sourceId))) {
      const { id } = await api.openClass({ name: list.title || 'A class', when: '', sourceId: list.sourceId })
      const learners = namesOf(list).map(each => ({ ...each, pin: null }))
      if (learners.length) made.push(await api.addLearners(id, learners))
    }
    emit('opened')
    isOpen.value = false
    slips.value = made
    say(chosen.value.length === 1 ? 'The class is open.' : `${chosen.value.length} classes are open.`)
    lists.value = null
    chosen.value = []
  })
const toggle = (id: string) => {
  chosen.value = chosen.value.includes(id) ? chosen.value.filter(each => each !== id) : [...chosen.value, id]
}
</script>

<template>
  <CardDialog v-model="isOpen" title="Classes from the school’s lists" :width="620">
    <p class="small soft">
      School systems give out class lists as a OneRoster archive (1.2, CSV, a ZIP file). Nothing is added before you
      have seen it.
    </p>
    <label class="file small"
      >{{ lists ? 'Take another archive' : 'Take the archive' }}
      <input type="file" accept=".zip,application/zip" aria-label="The school’s archive" @change="read"
    /></label>
    <p v-if="lists?.length === 0" role="status">There is no class in it.</p>
    <template v-else-if="lists">
      <ul class="lists">
        <li v-for="list in lists" :key="list.sourceId">
          <label
            ><input type="checkbox" :checked="chosen.includes(list.sourceId)" @change="toggle(list.sourceId)" />
            <span
              ><strong>{{ list.title }}</strong
              ><br /><span class="small soft"
                >{{ list.learners.length === 1 ? 'one learner' : `${list.learners.length} learners`
                }}<template v-if="list.learners.length"
                  >:
                  {{
                    namesOf(list)
                      .slice(0, 5)
                      .map(each => each.name)
                      .join(', ')
                  }}{{ list.learners.length > 5 ? ' …' : '' }}</template
                ><template v-if="list.learners.length > MOST">. The first {{ MOST }} are taken.</template></span
              ></span
            ></label
          >
        </li>
      </ul>
      <label class="field small"
        >On slips and in the register
        <select v-model="style">
          <option value="given-and-letter">given name and a letter</option>
          <option value="whole">whole names</option>
        </select></label
      >
    </template>
    <template #actions>
      <v-btn
        v-if="lists?.length"
        color="primary"
        :disabled="chosen.length === 0"
        :loading="busy === 'open'"
        @click="open"
        >Open {{ chosen.length > 1 ? `${chosen.length} classes` : 'the class' }}</v-btn
      >
    </template>
  </CardDialog>
  <LearnerSlips v-if="slips[0]" :key="slips[0].code" :slips="slips[0]" @close="slips = slips.slice(1)" />
</template>

<style scoped>
.lists {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 44vh;
  overflow: auto;
}
.lists label {
  display: flex;
  gap: 12px;
  align-items: flex-start;
  padding: 8px 0;
  border-top: 1px solid var(--line);
}
.file {
  display: grid;
  gap: 6px;
}
</style>
