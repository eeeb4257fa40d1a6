<script setup lang="ts">
/** The drawing went on in another tab or device: says so, and keeps what was drawn here. */
const drawing = useDrawing()
const { sending, wasTaken } = drawing
const { settleAll } = useInHand()
const { say } = useNotices()
const isBusy = ref(false)
const isElsewhere = computed(
  () => wasTaken.value || sending.value.state === 'elsewhere' || sending.value.state === 'apart',
)
const unsent = computed(() => sending.value.unsent)

async function keep(): Promise<void> {
  isBusy.value = true
  await settleAll()
  const result = await drawing.keepApart()
  isBusy.value = false
  if (result.ok) await navigateTo(`/easel/${result.id}`)
  else say(result.message, result.fix, 'attention')
}

function takeBack(): void {
  window.location.assign(`/easel/${drawing.id}?mode=take-over`)
}
</script>

<template>
  <div v-if="isElsewhere" class="apart" role="alert">
    <span>
      <strong>This drawing goes on in another place now.</strong>
      {{
        wasTaken
          ? 'All your strokes went with it.'
          : unsent
            ? `Your last ${unsent} acts are kept here.`
            : 'Nothing is lost.'
      }}
    </span>
    <v-btn v-if="!wasTaken && unsent > 0" size="small" variant="outlined" :loading="isBusy" @click="keep"
      >Keep mine as a drawing of its own</v-btn
    >
    <v-btn size="small" color="primary" @click="takeBack">Draw here again</v-btn>
  </div>
  <div v-else-if="sending.state === 'refused'" class="apart" role="alert">
    <span
      ><strong>The server does not take this drawing’s last acts.</strong> {{ sending.message }} {{ sending.fix }} They
      are kept on this device.</span
    >
    <v-btn size="small" variant="outlined" :loading="isBusy" @click="keep">Keep mine as a drawing of its own</v-btn>
  </div>
</template>

<style scoped>
.apart {
  display: flex;
  align-items: center;
  gap: 12px;
  justify-content: center;
  flex-wrap: wrap;
  padding: 6px 14px;
  background: var(--paper-shade);
  border-bottom: 2px solid var(--ochre);
  font-size: 0.93rem;
}
</style>
