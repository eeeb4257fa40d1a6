<script setup lang="ts">
import { mdiHandBackRight, mdiHandBackRightOutline } from '@mdi/js'

/** The learner's hand: up with a few words or none, until the teacher has seen it. */
const news = useClassNews()
const isOpen = ref(false)
const about = ref('')

function raise(): void {
  void news?.raise(about.value.trim())
  about.value = ''
  isOpen.value = false
}
</script>

<template>
  <template v-if="news">
    <v-btn
      v-if="news.isHandUp.value"
      :icon="mdiHandBackRight"
      variant="text"
      size="small"
      class="up"
      aria-label="Take your hand down"
      title="Your hand is up: take it down"
      @click="news.takeDown()"
    />
    <v-menu v-else v-model="isOpen" :close-on-content-click="false" location="bottom end">
      <template #activator="{ props }"
        ><v-btn
          v-bind="props"
          aria-haspopup="dialog"
          :icon="mdiHandBackRightOutline"
          variant="text"
          size="small"
          aria-label="Put your hand up"
          title="Put your hand up"
      /></template>
      <div class="card" role="dialog" aria-label="Ask your teacher">
        <form class="ask" @submit.prevent="raise">
          <label class="small"
            >What is it about?
            <textarea v-model="about" v-focus rows="2" maxlength="300" placeholder="You can leave this empty." />
          </label>
          <v-btn type="submit" color="primary" size="small">Put my hand up</v-btn>
        </form>
      </div>
    </v-menu>
  </template>
</template>

<style scoped>
.up {
  color: var(--ochre);
}
.ask,
label {
  display: grid;
  gap: 8px;
}
.ask {
  width: 250px;
}
textarea {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 8px 10px;
  background: var(--paper);
  color: var(--ink);
  resize: vertical;
}
</style>
