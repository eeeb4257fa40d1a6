<script setup lang="ts">
import type { WallWorkView } from '#shared/wall'
import { api } from '../../api/routes'

/** A work that is asked for or offered: its learner gives it a title and says whether the name hangs with it. */
const props = defineProps<{ work: WallWorkView; isTeacher: boolean; busy: string | null }>()
const emit = defineEmits<{ yes: [given: { title?: string; isNamed?: boolean }]; no: [] }>()
const title = ref(props.work.title)
const isNamed = ref(props.work.isNamed)
const yes = () => emit('yes', props.isTeacher ? {} : { title: title.value.trim(), isNamed: isNamed.value })
</script>

<template>
  <form class="ask" @submit.prevent="yes">
    <img :src="api.workCardPicture(work.id)" :alt="work.title || work.plan" width="132" />
    <div>
      <p v-if="isTeacher">
        <strong>{{ work.title || work.plan }}</strong> by {{ work.learner
        }}<template v-if="!work.isNamed">, to hang without the name</template>
      </p>
      <template v-else>
        <p class="small soft">{{ work.plan }}</p>
        <label class="small">Title <input v-model="title" maxlength="120" placeholder="as you like it" /></label>
        <label class="small"><input v-model="isNamed" type="checkbox" /> with my name</label>
      </template>
      <div class="row">
        <v-btn size="small" color="primary" type="submit" :loading="busy === `yes ${work.id}`">{{
          isTeacher ? 'Hang it' : 'Yes, hang it'
        }}</v-btn>
        <v-btn size="small" variant="outlined" :loading="busy === `no ${work.id}`" @click="emit('no')">{{
          isTeacher ? 'Not now' : 'Rather not'
        }}</v-btn>
      </div>
    </div>
  </form>
</template>

<style scoped>
.ask {
  display: grid;
  grid-template-columns: 132px minmax(0, 1fr);
  gap: 16px;
  align-items: center;
}
.ask img {
  width: 132px;
  height: auto;
  border: 1px solid var(--line);
  background: #fff;
}
p {
  margin: 0 0 4px;
}
label {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 36px;
}
input:not([type]) {
  flex: 1;
  max-width: 320px;
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 6px 10px;
  background: var(--paper);
  color: var(--ink);
}
.row {
  display: flex;
  gap: 8px;
  margin-top: 4px;
}
</style>
