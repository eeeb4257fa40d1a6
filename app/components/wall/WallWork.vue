<script setup lang="ts">
import type { WallWorkView } from '#shared/wall'
import { api } from '../../api/routes'

/** A work of the Wall, big, with the words below it. */
const props = defineProps<{ work: WallWorkView; isTeacher: boolean }>()
const emit = defineEmits<{ close: []; changed: [] }>()
const { busy, trying } = useTrying<string>()
const { say } = useNotices()
const words = ref('')
const title = ref(props.work.title)

const change = (what: string, run: () => Promise<unknown>) =>
  trying(what, async () => {
    await run()
    emit('changed')
  })
const tell = () =>
  change('say', async () => {
    await api.sayWords(props.work.id, words.value.trim())
    words.value = ''
    if (!props.isTeacher) say('Your words go to your teacher first.', 'They hang here once they are let through.')
  })
const takeDown = () =>
  change('down', async () => {
    await api.changeWork(props.work.id, { state: 'down' })
    emit('close')
  })
const STATE = { waiting: 'waits for your teacher', up: '', refused: 'was not let through' } as const
</script>

<template>
  <CardDialog :model-value="true" :title="work.title || work.plan" :width="980" @update:model-value="emit('close')">
    <div class="big">
      <img :src="api.workPicture(work.id)" :alt="work.title || work.plan" />
      <div>
        <p class="small soft">
          {{ work.learner ?? 'one of us' }} · {{ work.plan
          }}<template v-if="work.hungAt"> · hangs since {{ timeInWords(work.hungAt) }}</template>
        </p>
        <form
          v-if="work.isMine"
          class="own"
          @submit.prevent="change('title', () => api.changeWork(work.id, { title: title.trim() }))"
        >
          <label class="small">Title <input v-model="title" maxlength="120" /></label>
          <p v-if="work.state === 'up'" class="soft small">Under another title your teacher looks at it again.</p>
          <v-btn
            size="small"
            variant="outlined"
            type="submit"
            :disabled="title.trim() === work.title"
            :loading="busy === 'title'"
            >Keep</v-btn
          >
          <label class="small"
            ><input
              type="checkbox"
              :checked="work.isNamed"
              @change="
                change('name', () => api.changeWork(work.id, { isNamed: ($event.target as HTMLInputElement).checked }))
              "
            />
            with my name</label
          >
        </form>
        <h3>Words</h3>
        <p v-if="work.words.length === 0" class="small soft">None yet. Say what you see, and what you like about it.</p>
        <ul>
          <li v-for="each in work.words" :key="each.id" :class="each.state">
            <span
              >“{{ each.words }}”<br /><span class="small soft"
                >{{ each.by
                }}<template v-if="STATE[each.state]">
                  · {{ isTeacher && each.state === 'waiting' ? 'waits for you' : STATE[each.state] }}</template
                ></span
              ></span
            >
            <span class="row">
              <v-btn
                v-if="isTeacher && each.state !== 'up'"
                size="x-small"
                variant="outlined"
                @click="change('judge', () => api.judgeWords(each.id, true))"
                >Let through</v-btn
              >
              <v-btn
                v-if="isTeacher && !each.isMine && each.state !== 'refused'"
                size="x-small"
                variant="text"
                @click="change('judge', () => api.judgeWords(each.id, false))"
                >Keep back</v-btn
              >
              <v-btn
                v-if="each.isMine"
                size="x-small"
                variant="text"
                @click="change('back', () => api.takeWordsBack(each.id))"
                >Take back</v-btn
              >
            </span>
          </li>
        </ul>
        <form v-if="work.state === 'up'" class="say" @submit.prevent="tell">
          <textarea
            v-model="words"
            rows="2"
            maxlength="400"
            aria-label="Your words"
            placeholder="The light on the lid is well seen."
          />
          <v-btn size="small" color="primary" type="submit" :disabled="words.trim() === ''" :loading="busy === 'say'"
            >Say it</v-btn
          >
        </form>
      </div>
    </div>
    <template #actions>
      <v-btn
        v-if="(isTeacher || work.isMine) && work.state === 'up'"
        variant="outlined"
        :loading="busy === 'down'"
        @click="takeDown"
        >Take it down</v-btn
      >
      <v-btn v-if="isTeacher && work.handIn" variant="text" :to="`/crit/${work.handIn}`">The hand-in</v-btn>
    </template>
  </CardDialog>
</template>

<style scoped>
.big {
  display: grid;
  grid-template-columns: minmax(0, 1.6fr) minmax(240px, 1fr);
  gap: 20px;
  align-items: start;
}
img {
  width: 100%;
  background: #fff;
  border: 1px solid var(--line);
}
.own {
  display: flex;
  gap: 8px;
  align-items: center;
  flex-wrap: wrap;
}
.own input:not([type]),
textarea {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 6px 10px;
  background: var(--paper);
  color: var(--ink);
}
label {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 34px;
}
h3 {
  margin: 10px 0 4px;
}
ul {
  list-style: none;
  margin: 0 0 8px;
  padding: 0;
  display: grid;
  gap: 8px;
}
li {
  display: flex;
  gap: 8px;
  justify-content: space-between;
  overflow-wrap: anywhere;
}
li > span:first-child {
  min-width: 0;
}
.refused > span:first-child {
  color: var(--ink-soft);
}
.row {
  display: flex;
  gap: 4px;
  align-items: start;
  flex: none;
}
.say {
  display: grid;
  gap: 8px;
  justify-items: start;
}
.say textarea {
  width: 100%;
}
@media (max-width: 760px) {
  .big {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
