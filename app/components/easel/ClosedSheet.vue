<script setup lang="ts">
import type { OpenMode } from '../../workers/sheet/contract'
import { useSession } from '../../stores/session'

/** Why the sheet is not open, and what can be done about it. */
const emit = defineEmits<{ open: [mode: OpenMode] }>()
const session = useSession()
const { closed } = useDrawing()
</script>

<template>
  <div v-if="closed" class="page">
    <div class="card closed" role="alert">
      <PageHeading :title="closed.message" />
      <p>{{ closed.fix }}</p>
      <div class="row">
        <template v-if="closed.why === 'elsewhere'">
          <v-btn color="primary" @click="emit('open', 'take-over')">Draw here instead</v-btn>
          <v-btn variant="outlined" @click="emit('open', 'look')">Only look</v-btn>
        </template>
        <v-btn v-else-if="closed.why === 'away'" color="primary" @click="emit('open', 'draw')">Try again</v-btn>
        <v-btn variant="outlined" :to="session.home">{{
          session.person?.kind === 'teacher' ? 'Back to the desk' : 'Back to my folio'
        }}</v-btn>
      </div>
    </div>
  </div>
</template>

<style scoped>
.closed {
  max-width: 620px;
  margin: 80px auto;
}
.closed h1 {
  font-size: 1.5rem;
  margin-bottom: 8px;
}
.row {
  display: flex;
  gap: 10px;
  margin-top: 14px;
}
</style>
