<script setup lang="ts">
/** Words of the teacher's, lying on the sheet until they are put away. */
const news = useClassNews()
const first = computed(() => news?.words.value[0] ?? null)
const more = computed(() => Math.max((news?.words.value.length ?? 0) - 1, 0))
</script>

<template>
  <div
    v-if="news && first"
    class="words card"
    data-test="teachers-words"
    role="status"
    aria-live="polite"
    @pointerdown.stop
    @wheel.stop
  >
    <p>
      “{{ first.words }}”<br /><span class="small soft">{{ first.from }}</span>
    </p>
    <v-btn size="small" variant="outlined" @click="news.putAway(first.id)">{{
      more ? `Put away · ${more} more` : 'Put away'
    }}</v-btn>
  </div>
</template>

<style scoped>
.words {
  position: absolute;
  right: 14px;
  top: 12px;
  max-width: min(340px, 80%);
  display: grid;
  gap: 8px;
  padding: 12px 16px;
  border-left: 4px solid var(--ochre);
  cursor: default;
  box-shadow: 0 4px 16px rgb(0 0 0 / 18%);
  z-index: 2;
}
.words p {
  margin: 0;
  overflow-wrap: anywhere;
}
.words .v-btn {
  justify-self: start;
}
</style>
