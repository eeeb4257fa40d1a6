<script setup lang="ts">
import type { RoomView } from '#shared/views'

/** Says that little room is left for drawings, and what makes room. */
defineProps<{ room: RoomView; isTeacher?: boolean }>()
</script>

<template>
  <p class="card room" :class="{ full: room.isFull }" role="status" data-test="room">
    <strong>{{
      room.isFull ? 'There is no room for more drawings.' : `The room for drawings is ${room.percent} % full.`
    }}</strong>
    <template v-if="isTeacher">
      Let your learners put away what they no longer need, or ask whoever looks after Little Easel for more room.
    </template>
    <template v-else>
      Put away what you no longer need: the three dots beside a drawing have it.
      {{ room.isFull ? 'What you draw meanwhile is kept on this device.' : '' }}
    </template>
  </p>
</template>

<style scoped>
.room {
  border-left: 4px solid var(--blue);
}
.full {
  border-left-color: var(--ochre);
}
</style>
