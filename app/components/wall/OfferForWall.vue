<script setup lang="ts">
import { api } from '../../api/routes'

/** A learner offers a hand-in of theirs for the Wall. */
const props = defineProps<{ handIn: number; plan: string }>()
const { busy, trying } = useTrying()
const { say } = useNotices()
const isOpen = ref(false)
const title = ref('')
const isNamed = ref(true)
const offer = () =>
  trying(true, async () => {
    await api.offerWork(props.handIn, { title: title.value.trim(), isNamed: isNamed.value })
    isOpen.value = false
    say('Your teacher hangs it on the Wall.', 'You can take it down at any time.')
  })
</script>

<template>
  <div class="offer">
    <v-btn size="small" variant="outlined" @click="isOpen = true">Offer it for the Wall</v-btn>
    <CardDialog v-model="isOpen" title="For the Wall">
      <p class="small">Your class sees it there, and can say kind words about it.</p>
      <form id="offer" class="fields" @submit.prevent="offer">
        <label class="small">Title <input v-model="title" maxlength="120" :placeholder="plan" /></label>
        <label class="small"><input v-model="isNamed" type="checkbox" /> with my name</label>
      </form>
      <template #actions
        ><v-btn color="primary" type="submit" form="offer" :loading="busy !== null">Offer it</v-btn></template
      >
      <template #leave>Not now</template>
    </CardDialog>
  </div>
</template>

<style scoped>
.offer {
  margin: 12px 0;
}
.fields {
  display: grid;
  gap: 6px;
}
label {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 36px;
}
input:not([type]) {
  flex: 1;
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 6px 10px;
  background: var(--paper);
  color: var(--ink);
}
</style>
