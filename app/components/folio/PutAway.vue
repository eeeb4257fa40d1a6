<script setup lang="ts">
import type { FolioView } from '#shared/views'
import { api } from '../../api/routes'

/** Drawings that were put away, as long as they can be taken back. */
defineProps<{ drawings: FolioView['removed'] }>()
const emit = defineEmits<{ changed: [] }>()
const { busy, trying } = useTrying<number>()
const takeBack = (id: number) =>
  trying(id, async () => {
    await api.removeDrawing(id, false)
    emit('changed')
  })
</script>

<template>
  <section class="own" aria-labelledby="away-title">
    <h2 id="away-title">Put away</h2>
    <p class="soft small">Each can be taken back for 30 days. What was handed in stays with your teacher.</p>
    <div v-for="each in drawings" :key="each.id" class="away">
      <strong>{{ each.title }}</strong><span class="soft small">put away {{ timeInWords(each.removedAt) }}</span>
      <v-btn size="small" variant="outlined" :loading="busy === each.id" @click="takeBack(each.id)">Take it back</v-btn>
    </div>
  </section>
</template>

<style scoped>
.own {
  margin-top: 30px;
}
.away {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
  min-height: 44px;
}
</style>
