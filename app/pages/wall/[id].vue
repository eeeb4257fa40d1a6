<script setup lang="ts">
import { mdiDragVertical } from '@mdi/js'
import { useIntervalFn } from '@vueuse/core'
import { VueDraggable } from 'vue-draggable-plus'
import type { WallWorkView } from '#shared/wall'
import { useSession } from '../../stores/session'
import { api } from '../../api/routes'

/** The Wall of a class: what hangs, with kind words below, and what someone has to say yes or no to. */
definePageMeta({ who: 'signed-in' })
const route = useRoute()
const id = Number(route.params.id)
const session = useSession()
const isTeacher = computed(() => session.person?.kind === 'teacher')
const { data: wall, trouble, load } = usePageData(() => api.wall(id))
const { busy, trying } = useTrying<string>()

const hanging = ref<WallWorkView[]>([])
watch(wall, next => {
  hanging.value = next?.works.filter(each => each.state === 'up') ?? []
})
/** What waits for this person: a learner's leave, or the teacher's yes to what is offered. */
const toAnswer = computed(
  () =>
    wall.value?.works.filter(each =>
      isTeacher.value ? each.state === 'offered' : each.isMine && each.state === 'asked',
    ) ?? [],
)
const waiting = computed(
  () =>
    wall.value?.works.filter(each =>
      isTeacher.value ? each.state === 'asked' : each.isMine && each.state === 'offered',
    ) ?? [],
)
const refused = computed(() =>
  isTeacher.value ? (wall.value?.works.filter(each => each.state === 'refused') ?? []) : [],
)
const unread = computed(() =>
  isTeacher.value
    ? (wall.value?.works.flatMap(work =>
        work.words.filter(each => each.state === 'waiting').map(words => ({ work, words })),
      ) ?? [])
    : [],
)

const opened = ref<number | null>(null)
const work = computed(() => wall.value?.works.find(each => each.id === opened.value) ?? null)

const change = (what: string, run: () => Promise<unknown>) =>
  trying(what, async () => {
    try {
      await run()
    } finally {
      await load()
    }
  })
const keepOrder = (next: readonly WallWorkView[]) => {
  hanging.value = [...next]
  void change('order', () =>
    api.orderWorks(
      id,
      next.map(each => each.id),
    ),
  )
}
const inParts = useInParts(() => hanging.value, 24)
function move(at: number, by: number): void {
  const to = at + by
  if (to < 0 || to >= hanging.value.length) return
  const next = [...hanging.value]
  next.splice(to, 0, ...next.splice(at, 1))
  keepOrder(next)
}
const REFRESH_MS = 15_000
useIntervalFn(() => document.visibilityState === 'visible' && void load(), REFRESH_MS)
</script>

<template>
  <div class="page wide">
    <LoadingOrTrouble v-if="!wall" :trouble="trouble" @again="load" />
    <template v-else>
      <NuxtLink :to="isTeacher ? `/register/${id}` : '/folio'" class="small">{{
        isTeacher ? `Back to ${wall.className}` : 'Back to my folio'
      }}</NuxtLink>
      <PageHeading title="The Wall" />
      <p class="soft">
        {{ wall.className }} ·
        {{
          hanging.length === 0
            ? 'empty so far'
            : hanging.length === 1
              ? 'one work hangs'
              : `${hanging.length} works hang`
        }}
      </p>

      <section v-if="toAnswer.length" class="card answer" aria-labelledby="answer-title">
        <h2 id="answer-title">{{ isTeacher ? 'Offered for the Wall' : 'Your teacher would like to hang' }}</h2>
        <WallAsk
          v-for="each in toAnswer"
          :key="each.id"
          :work="each"
          :is-teacher="isTeacher"
          :busy="busy"
          @yes="given => change(`yes ${each.id}`, () => api.changeWork(each.id, { ...given, state: 'up' }))"
          @no="change(`no ${each.id}`, () => api.changeWork(each.id, { state: isTeacher ? 'down' : 'refused' }))"
        />
      </section>
      <section v-if="unread.length" class="card answer" aria-labelledby="unread-title">
        <h2 id="unread-title">Words that wait for you</h2>
        <p v-for="each in unread" :key="each.words.id" class="unread">
          <span
            >“{{ each.words.words }}”
            <span class="small soft"
              >{{ each.words.by }}, about {{ each.work.title || each.work.plan }} by {{ each.work.learner }}</span
            ></span
          >
          <span class="row"
            ><v-btn
              size="small"
              color="primary"
              :loading="busy === `let ${each.words.id}`"
              @click="change(`let ${each.words.id}`, () => api.judgeWords(each.words.id, true))"
              >Let through</v-btn
            ><v-btn
              size="small"
              variant="outlined"
              @click="change(`keep ${each.words.id}`, () => api.judgeWords(each.words.id, false))"
              >Keep back</v-btn
            ></span
          >
        </p>
      </section>
      <p v-if="waiting.length" class="small soft">
        {{
          isTeacher
            ? `${waiting.length === 1 ? 'One learner has' : `${waiting.length} have`} not answered yet: ${waiting.map(each => each.learner).join(', ')}.`
            : `${waiting.length === 1 ? 'One work of yours waits' : `${waiting.length} works of yours wait`} for your teacher.`
        }}
      </p>
      <p v-if="refused.length" class="small soft">
        Not to be hung: {{ refused.map(each => `${each.learner}, ${each.plan}`).join(' · ') }}.
      </p>

      <div v-if="hanging.length === 0" class="card empty">
        <h2>Nothing hangs yet.</h2>
        <p>
          {{
            isTeacher
              ? 'Pick works on the Table and ask for them: each hangs as soon as its learner says yes.'
              : 'Offer a work of yours: open a hand-in in your folio, and choose “Offer it for the Wall”.'
          }}
        </p>
      </div>
      <VueDraggable
        v-else
        :model-value="[...inParts]"
        :disabled="!isTeacher"
        handle=".handle"
        :animation="160"
        class="hung"
        @update:model-value="(next: WallWorkView[]) => keepOrder([...next, ...hanging.slice(inParts.length)])"
      >
        <figure v-for="(each, i) in inParts" :key="each.id" class="work" :data-work="each.id">
          <button class="picture" :aria-label="`Look at ${each.title || each.plan}`" @click="opened = each.id">
            <img
              :src="api.workCardPicture(each.id)"
              :srcset="`${api.workCardPicture(each.id)} 420w, ${api.workPicture(each.id)} 1600w`"
              sizes="250px"
              :alt="each.title || each.plan"
              loading="lazy"
              decoding="async"
            />
          </button>
          <figcaption>
            <button
              v-if="isTeacher"
              class="handle"
              :aria-label="`Move ${each.title || each.plan}: arrow keys`"
              @keydown.left.prevent="move(i, -1)"
              @keydown.right.prevent="move(i, 1)"
            >
              <v-icon :icon="mdiDragVertical" size="18" />
            </button>
            <span
              ><strong>{{ each.title || each.plan }}</strong
              ><br /><span class="small soft"
                >{{
                  each.learner && each.isNamed
                    ? each.learner
                    : isTeacher || each.isMine
                      ? `${each.learner}, hangs without a name`
                      : 'one of us'
                }}<template v-if="each.words.some(one => one.state === 'up')">
                  ·
                  {{
                    each.words.filter(one => one.state === 'up').length === 1
                      ? 'one comment'
                      : `${each.words.filter(one => one.state === 'up').length} comments`
                  }}</template
                ></span
              ></span
            >
          </figcaption>
        </figure>
      </VueDraggable>
      <WallWork
        v-if="work"
        :key="work.id"
        :work="work"
        :is-teacher="isTeacher"
        @close="opened = null"
        @changed="load"
      />
    </template>
  </div>
</template>

<style scoped>
h1 {
  margin: 6px 0 2px;
}
.answer {
  margin-bottom: 14px;
  display: grid;
  gap: 10px;
  border-left: 4px solid var(--ochre);
}
.answer h2 {
  margin: 0;
}
.unread {
  display: flex;
  gap: 14px;
  justify-content: space-between;
  align-items: center;
  flex-wrap: wrap;
  margin: 0;
  overflow-wrap: anywhere;
}
.row {
  display: flex;
  gap: 8px;
}
.empty {
  max-width: 620px;
}
.hung {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(270px, 1fr));
  gap: 26px;
  margin-top: 16px;
  align-items: end;
}
.work {
  margin: 0;
  min-width: 0;
}
.picture {
  display: block;
  width: 100%;
  background: #fff;
  padding: 10px 10px 12px;
  box-shadow:
    0 1px 2px rgb(0 0 0 / 20%),
    0 5px 14px rgb(0 0 0 / 12%);
}
.picture img {
  display: block;
  width: 100%;
}
figcaption {
  display: flex;
  gap: 6px;
  align-items: center;
  margin-top: 8px;
  min-height: 46px;
}
figcaption > span {
  min-width: 0;
  overflow-wrap: anywhere;
}
.handle {
  cursor: grab;
  min-height: 36px;
  min-width: 24px;
  color: var(--ink-soft);
}
@media (pointer: coarse) {
  .handle {
    min-width: 44px;
    min-height: 44px;
  }
}
</style>
