<script setup lang="ts">
/* eslint-disable max-lines -- one page of lists and dialogs, mostly layout */
import {
  mdiAccountPlusOutline,
  mdiArchiveOutline,
  mdiGesture,
  mdiChartLine,
  mdiClipboardTextClockOutline,
  mdiDotsVertical,
  mdiPencilOutline,
  mdiPinOutline,
  mdiTableLarge,
  mdiViewGridOutline,
} from '@mdi/js'
import type { FolioView, HandInState, RegisterView, SlipsView } from '#shared/views'
import { api } from '../../api/routes'
import { STATE_WORDS } from '../../sheet/state-words'
import { wallWaits } from '../../sheet/wall-words'

definePageMeta({ who: 'teacher' })
const route = useRoute()
const { data: register, trouble, load } = usePageData(() => api.register(Number(route.params.id)))
const learners = useInParts(() => register.value?.learners ?? [], PART_OF_CLASS)
const headers = [
  { title: 'Learner', key: 'name', sort: (a: string, b: string) => a.localeCompare(b, undefined, { numeric: true }) },
  { title: 'Plan', key: 'plan' },
  { title: 'Step', key: 'step' },
  { title: 'Acts', key: 'strokes', align: 'end' as const },
  { title: 'Last seen', key: 'lastSeenAt' },
  { title: 'Hand-ins', key: 'handIns', align: 'end' as const },
  { title: 'Latest', key: 'latest', sortable: false },
  { title: 'More', key: 'more', sortable: false, align: 'end' as const },
]

const isAdding = ref(false)
/** Just made: shown until they are put away. */
const slips = shallowRef<SlipsView | null>(null)
function show(made: SlipsView): void {
  slips.value = made
  void load()
}

const { say } = useNotices()
const { busy, trying } = useTrying<string>()
type Row = RegisterView['learners'][number]
/** Asked before: the old PIN is worth nothing afterwards. */
const renewing = shallowRef<Row | null>(null)
const removing = shallowRef<Row | null>(null)
const renaming = shallowRef<Row | null>(null)
const newName = ref('')

const renew = () =>
  trying('pin', async () => {
    show(await api.renewPin(renewing.value!.id))
    renewing.value = null
  })
const rename = () =>
  trying('name', async () => {
    await api.renameLearner(renaming.value!.id, newName.value)
    renaming.value = null
    await load()
  })
const moving = shallowRef<Row | null>(null)
const others = shallowRef<readonly { id: number; name: string }[]>([])
const moveTo = ref(0)
/** Not away from here: into both. */
const isAlso = ref(false)
const askAlso = (learner: Row) => askMove(learner, true)
const askMove = (learner: Row, both = false) =>
  trying('ask', async () => {
    others.value = (await api.desk()).classes.filter(each => each.id !== register.value!.id)
    moveTo.value = others.value[0]?.id ?? 0
    isAlso.value = both
    moving.value = learner
  })
const move = () =>
  trying('move', async () => {
    const { id, name } = moving.value!
    const { code, className } = await api.moveLearner(id, moveTo.value)
    moving.value = null
    await load()
    say(`${name} is in “${className}” now.`, `They come in with the code ${code} and the same PIN.`)
  })
const also = () =>
  trying('move', async () => {
    const { id, name } = moving.value!
    const { code, className, wasThere } = await api.alsoIn(id, moveTo.value)
    moving.value = null
    await load()
    say(
      `${name} is in “${className}” as well.`,
      wasThere
        ? 'Both have one folio now; each slip is good as it was.'
        : `There the code is ${code}, the PIN the same.`,
    )
  })
/** A guest gets a name, and with it a slip. */
const keeping = shallowRef<Row | null>(null)
function beginKeeping(learner: Row): void {
  newName.value = learner.name
  keeping.value = learner
}
const keepGuest = () =>
  trying('keep', async () => {
    show(await api.keepGuest(keeping.value!.id, newName.value))
    keeping.value = null
  })
const letGuestsIn = (isOpen: boolean) =>
  trying('guests', async () => {
    await api.letGuestsIn(register.value!.id, isOpen)
    await load()
  })
const remove = () =>
  trying('remove', async () => {
    const { id, name } = removing.value!
    removing.value = null
    await api.removeLearner(id, true)
    await load()
    say(`${name} was taken out of the class.`, 'Everything they drew is kept.', 'plain', [
      { label: 'Put back', run: () => putBack(id) },
    ])
  })
const putBack = (id: number) =>
  trying(`back ${id}`, async () => {
    await api.removeLearner(id, false)
    await load()
  })

/** All that a learner made, for them to have. */
const taking = shallowRef<{ id: number; folio: FolioView } | null>(null)
const askTake = (id: number) =>
  trying(`take ${id}`, async () => {
    taking.value = { id, folio: await api.learnersFolio(id) }
  })

const erasing = shallowRef<{ id: number; name: string } | null>(null)
const erase = () =>
  trying('erase', async () => {
    const { id, name } = erasing.value!
    await api.eraseLearner(id)
    erasing.value = null
    await load()
    say(`${name} is erased, with all they made.`)
  })

// --- the class itself

const isChanging = ref(false)
const className = ref('')
const when = ref('')
const hasPicturePins = ref(false)
function change(): void {
  className.value = register.value!.name
  when.value = register.value!.when
  hasPicturePins.value = register.value!.hasPicturePins
  isChanging.value = true
}
const keepClass = () =>
  trying('class', async () => {
    await api.changeClass(register.value!.id, {
      name: className.value.trim(),
      when: when.value.trim(),
      hasPicturePins: hasPicturePins.value,
    })
    isChanging.value = false
    await load()
  })
const isArchiving = ref(false)
const isErasingClass = ref(false)
const eraseClass = () =>
  trying('erase-class', async () => {
    const { id, name } = register.value!
    await api.eraseClass(id)
    isErasingClass.value = false
    say(`“${name}” is erased, with all that was made in it.`)
    await navigateTo('/desk')
  })
const archive = (isArchived: boolean) =>
  trying('archive', async () => {
    await api.archiveClass(register.value!.id, isArchived)
    isArchiving.value = false
    await load()
  })

function beginRenaming(learner: NonNullable<typeof renaming.value>): void {
  newName.value = learner.name
  renaming.value = learner
}
</script>

<template>
  <div class="page">
    <LoadingOrTrouble v-if="!register" :trouble="trouble" @again="load" />
    <template v-else>
      <NuxtLink to="/desk" class="small">Back to the desk</NuxtLink>
      <div class="head">
        <PageHeading :title="register.name" />
        <v-btn
          :icon="mdiPencilOutline"
          size="small"
          variant="text"
          aria-label="Change the class’s name"
          @click="change"
        />
        <span class="grow" />
        <v-btn v-if="!register.isArchived" variant="text" :prepend-icon="mdiArchiveOutline" @click="isArchiving = true"
          >Put the class away</v-btn
        >
        <v-btn
          v-if="!register.isArchived"
          color="primary"
          :prepend-icon="mdiAccountPlusOutline"
          @click="isAdding = true"
          >Add learners</v-btn
        >
      </div>
      <p class="soft">
        {{ register.when ? `${register.when} · ` : '' }}class code
        <strong class="code">{{ register.code }}</strong><ClassTeachers :register="register" @changed="load" />
      </p>
      <nav class="places" aria-label="Of this class">
        <v-btn
          v-if="!register.isArchived"
          size="small"
          variant="outlined"
          :prepend-icon="mdiViewGridOutline"
          :to="`/round/${register.id}`"
          >The Round</v-btn
        >
        <v-btn
          v-if="register.plans.length"
          size="small"
          variant="outlined"
          :prepend-icon="mdiTableLarge"
          :to="`/table/${register.id}`"
          >The Table</v-btn
        >
        <v-btn size="small" variant="outlined" :prepend-icon="mdiPinOutline" :to="`/wall/${register.id}`"
          >The Wall</v-btn
        >
        <v-btn size="small" variant="outlined" :prepend-icon="mdiChartLine" :to="`/progress/${register.id}`"
          >Progress</v-btn
        >
        <v-btn size="small" variant="outlined" :prepend-icon="mdiGesture" :to="`/warm-ups/class/${register.id}`"
          >Warm-ups</v-btn
        >
        <v-btn
          size="small"
          variant="outlined"
          :prepend-icon="mdiClipboardTextClockOutline"
          :to="`/happened/${register.id}`"
          >What happened</v-btn
        >
      </nav>
      <p v-if="!register.isArchived && !register.guestsUntil" class="small">
        <v-btn size="small" variant="text" :loading="busy === 'guests'" @click="letGuestsIn(true)"
          >Let guests in today</v-btn
        >
      </p>
      <p v-if="wallWaits(register.wall)" class="waits">
        <NuxtLink :to="`/wall/${register.id}`">{{ wallWaits(register.wall) }}</NuxtLink>
      </p>
      <div v-if="register.isArchived" class="card archived" role="status">
        <span
          >This class is put away: nobody comes in with its code.
          <strong v-if="register.eraseAt"
            >It is erased on {{ yearAndDayInWords(register.eraseAt) }}, with all that was made in it.</strong
          ><template v-else> All work is kept.</template></span
        >
        <v-btn size="small" color="primary" :loading="busy === 'archive'" @click="archive(false)"
          >Take it out again</v-btn
        >
        <v-btn size="small" variant="text" @click="isErasingClass = true">Erase it for good</v-btn>
      </div>
      <p v-if="register.guestsUntil" class="card guests" role="status">
        <span
          >Guests come in with the class code <strong class="code">{{ register.code }}</strong> and a name, without a
          PIN, until {{ dayInWords(register.guestsUntil) }}. What they draw is kept for two weeks, and for good if you
          take them into the class.</span
        >
        <v-btn size="small" variant="outlined" :loading="busy === 'guests'" @click="letGuestsIn(false)"
          >No more guests</v-btn
        >
      </p>
      <GivenPlans :register="register" @changed="load" />
      <MuralList :murals="register.murals" :class-id="register.isArchived ? null : register.id" />
      <h2 class="learners-title">Learners</h2>
      <div class="card table">
        <v-data-table
          :headers="headers"
          :items="learners"
          :items-per-page="-1"
          hide-default-footer
          density="comfortable"
          :sort-by="[{ key: 'name', order: 'asc' }]"
          no-data-text="No learners yet. Add them one by one or as a list: each gets a slip with the class code and a PIN."
        >
          <template #[`item.name`]="{ value, item }"
            ><strong class="who"><PersonName :name="value" /></strong
            ><span v-if="item.isGuest" class="small soft"> · a guest</span
            ><span v-if="item.also.length" class="small soft"> · also in {{ item.also.join(', ') }}</span></template
          >
          <template #[`item.plan`]="{ value }">{{ value ?? '—' }}</template>
          <template #[`item.step`]="{ item }">{{ item.step ?? (item.hasBegun ? '—' : 'not begun') }}</template>
          <template #[`item.lastSeenAt`]="{ value }"
            ><span class="numbers">{{ value ? timeInWords(value) : '—' }}</span></template
          >
          <template #[`item.latest`]="{ value }">
            <NuxtLink v-if="value" :to="`/crit/${value.id}`" :class="value.state">{{
              STATE_WORDS.teacher[value.state as HandInState]
            }}</NuxtLink>
            <span v-else class="soft">—</span>
          </template>
          <template #[`item.more`]="{ item }">
            <v-menu location="bottom end">
              <template #activator="{ props }"
                ><v-btn
                  v-bind="props"
                  :icon="mdiDotsVertical"
                  size="small"
                  variant="text"
                  :aria-label="`More for ${item.name}`"
              /></template>
              <v-list role="menu" density="compact">
                <v-list-item role="menuitem" title="A new PIN" @click="renewing = item" />
                <v-list-item role="menuitem" title="Change the name" @click="beginRenaming(item)" />
                <v-list-item
                  v-if="item.isGuest"
                  role="menuitem"
                  title="Take into the class"
                  @click="beginKeeping(item)"
                />
                <v-list-item role="menuitem" title="Move to another class" @click="askMove(item)" />
                <v-list-item
                  v-if="!item.isGuest"
                  role="menuitem"
                  title="Also into another class"
                  @click="askAlso(item)"
                />
                <v-list-item role="menuitem" title="Take all they made along" @click="askTake(item.id)" />
                <v-list-item role="menuitem" title="Take out of the class" @click="removing = item" />
              </v-list>
            </v-menu>
          </template>
        </v-data-table>
      </div>
      <details v-if="register.removed.length" class="removed">
        <summary>
          {{ register.removed.length === 1 ? 'One learner was' : `${register.removed.length} learners were` }} taken out
        </summary>
        <p v-for="each in register.removed" :key="each.id">
          <strong>{{ each.name }}</strong> <span class="small soft">{{ timeInWords(each.removedAt) }}</span>
          {{ ' ' }}
          <v-btn size="small" variant="outlined" :loading="busy === `back ${each.id}`" @click="putBack(each.id)"
            >Put back</v-btn
          >
          {{ ' ' }}
          <v-btn
            size="small"
            variant="text"
            :aria-label="`Take all that ${each.name} made along`"
            :loading="busy === `take ${each.id}`"
            @click="askTake(each.id)"
            >Take it along</v-btn
          >
          <v-btn
            size="small"
            variant="text"
            :aria-label="`Erase ${each.name} for good`"
            @click="erasing = { id: each.id, name: each.name }"
            >Erase for good</v-btn
          >
        </p>
      </details>
      <CardDialog
        :model-value="erasing !== null"
        :title="`Erase ${erasing?.name} for good`"
        @update:model-value="erasing = null"
      >
        <p>
          Every drawing, hand-in and answer, warm-ups, and what hangs on the Wall. A mural that they drew a panel of is
          put together anew without it. Nobody can bring it back.
        </p>
        <p class="soft small">In backups it stays until these are replaced: daily ones after a week.</p>
        <template #actions>
          <v-btn color="primary" :loading="busy === 'erase'" @click="erase">Erase for good</v-btn>
        </template>
        <template #leave>Leave it</template>
      </CardDialog>
      <TakeAlong v-if="taking" :folio="taking.folio" :learner="taking.id" @close="taking = null" />
      <AddLearners
        v-model="isAdding"
        :class-id="register.id"
        :known="[...register.learners, ...register.removed].map(each => each.name)"
        @added="show"
      />
      <LearnerSlips v-if="slips" :slips="slips" @close="slips = null" />
      <CardDialog
        :model-value="renewing !== null"
        :title="`A new PIN for ${renewing?.name}`"
        @update:model-value="renewing = null"
      >
        <p>The old one no longer opens the door. Drawings and hand-ins stay.</p>
        <template #actions
          ><v-btn color="primary" :loading="busy === 'pin'" @click="renew">Draw a new one</v-btn></template
        >
        <template #leave>Leave it</template>
      </CardDialog>
      <CardDialog
        :model-value="keeping !== null"
        :title="`${keeping?.name} stays`"
        @update:model-value="keeping = null"
      >
        <form id="keep-guest" @submit.prevent="keepGuest">
          <label class="field small">The name <input v-model="newName" maxlength="60" /></label>
        </form>
        <p class="small soft">They are in the class from now on, with all they drew, and get a slip with a PIN.</p>
        <template #actions
          ><v-btn
            color="primary"
            type="submit"
            form="keep-guest"
            :disabled="newName.trim() === ''"
            :loading="busy === 'keep'"
            >Take in</v-btn
          ></template
        >
        <template #leave>Leave it</template>
      </CardDialog>
      <CardDialog :model-value="renaming !== null" title="Another name" @update:model-value="renaming = null">
        <form id="rename" @submit.prevent="rename">
          <label class="field small">The name <input v-model="newName" maxlength="60" /></label>
        </form>
        <p class="small soft">They come in with the new name and the same PIN.</p>
        <template #actions
          ><v-btn
            color="primary"
            type="submit"
            form="rename"
            :disabled="newName.trim() === ''"
            :loading="busy === 'name'"
            >Keep</v-btn
          ></template
        >
      </CardDialog>
      <CardDialog
        :model-value="moving !== null"
        :title="isAlso ? `${moving?.name} into another class as well` : `Move ${moving?.name} to another class`"
        @update:model-value="moving = null"
      >
        <p v-if="others.length === 0">You have no other class. Open one at your desk first.</p>
        <template v-else>
          <label class="field small"
            >{{ isAlso ? 'Which class' : 'To' }}
            <select v-model="moveTo">
              <option v-for="each in others" :key="each.id" :value="each.id">{{ each.name }}</option>
            </select></label
          >
          <p v-if="isAlso" class="small soft">
            They stay here, and have one folio for both. If somebody of this name is there already, it is taken to be
            them; otherwise they come in there with the same PIN.
          </p>
          <p v-else class="small soft">
            All work comes along: drawings, hand-ins, answers, and the plans that were drawn on. The PIN stays; the
            class code is the other class’s.
          </p>
        </template>
        <template #actions
          ><v-btn v-if="others.length" color="primary" :loading="busy === 'move'" @click="isAlso ? also() : move()">{{
            isAlso ? 'Take in' : 'Move'
          }}</v-btn></template
        >
        <template #leave>Leave it</template>
      </CardDialog>
      <CardDialog
        :model-value="removing !== null"
        :title="`Take ${removing?.name} out of the class?`"
        @update:model-value="removing = null"
      >
        <p>
          Nobody comes in with their slip any more. Everything they drew is kept, and you can put them back at any time.
        </p>
        <template #actions><v-btn color="primary" @click="remove">Take out</v-btn></template>
        <template #leave>Leave it</template>
      </CardDialog>
      <CardDialog v-model="isChanging" title="The class">
        <form id="class-form" class="fields" @submit.prevent="keepClass">
          <label class="field small">Its name <input v-model="className" maxlength="80" /></label>
          <label class="field small">When it meets <input v-model="when" maxlength="120" /></label>
          <label class="small tick"
            ><input v-model="hasPicturePins" type="checkbox" /> PINs are pictures, for those who do not read numbers
            yet</label
          >
        </form>
        <template #actions
          ><v-btn
            color="primary"
            type="submit"
            form="class-form"
            :disabled="className.trim() === ''"
            :loading="busy === 'class'"
            >Keep</v-btn
          ></template
        >
      </CardDialog>
      <CardDialog v-model="isErasingClass" :title="`Erase “${register.name}” for good`">
        <p>
          All of its learners, and every drawing, hand-in, answer, warm-up, mural and what hangs on its Wall. Plans stay
          in their Plan books. Nobody can bring it back.
        </p>
        <p class="soft small">In backups it stays until these are replaced: daily ones after a week.</p>
        <template #actions
          ><v-btn color="primary" :loading="busy === 'erase-class'" @click="eraseClass">Erase for good</v-btn></template
        >
        <template #leave>Leave it</template>
      </CardDialog>
      <CardDialog v-model="isArchiving" title="Put the class away?">
        <p>
          At the end of a term: it leaves your desk, and nobody comes in with its code. All work is kept, and it can be
          taken out again.
        </p>
        <template #actions
          ><v-btn color="primary" :loading="busy === 'archive'" @click="archive(true)">Put it away</v-btn></template
        >
        <template #leave>Leave it</template>
      </CardDialog>
    </template>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
}
.who {
  display: inline-block;
  max-width: 15rem;
}
h1 {
  margin: 8px 0 4px;
}
.guests {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  justify-content: space-between;
}
.tick {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 40px;
}
.waits {
  border-left: 4px solid var(--ochre);
  padding-left: 12px;
}
.places {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
  margin: 6px 0 12px;
}
.grow {
  flex: 1;
}
.code {
  letter-spacing: 0.08em;
}
.archived {
  display: flex;
  gap: 14px;
  align-items: center;
  justify-content: space-between;
  border-left: 4px solid var(--ochre);
}
.learners-title {
  margin: 22px 0 8px;
}
.table {
  padding: 6px 8px;
}
.table :deep(.v-table) {
  background: transparent;
}
.removed {
  margin-top: 16px;
}
.removed summary {
  cursor: pointer;
  min-height: 30px;
}
.removed p {
  display: flex;
  gap: 12px;
  align-items: center;
}
.field {
  display: grid;
  gap: 4px;
}
.fields {
  display: grid;
  gap: 12px;
}
.field select {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 8px 10px;
  background: var(--paper);
  color: var(--ink);
  font: inherit;
}
.field input {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 8px 10px;
  background: var(--paper);
  color: var(--ink);
}
</style>
