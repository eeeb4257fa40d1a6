<script setup lang="ts">
/** Handing in: a last word to the teacher, then the sheet goes to the crit. */
const isOpen = defineModel<boolean>({ default: false })
const drawing = useDrawing()
const inHand = useInHand()
const note = ref('')
const isBusy = ref(false)
const trouble = ref<{ message: string; fix: string } | null>(null)
const isDone = ref(false)
const { announce } = useSpoken()
const title = computed(() =>
  isDone.value ? 'It lies on your teacher’s desk.' : `Hand in “${drawing.plan.value?.title ?? ''}”`,
)
/** How often it may still be done today, where that is few. */
const left = ref<number | null>(null)

watch(isOpen, open => {
  if (!open) return
  isDone.value = false
  trouble.value = null
})

async function handIn(): Promise<void> {
  isBusy.value = true
  await inHand.settleAll()
  const result = await drawing.host.handIn(note.value)
  isBusy.value = false
  if (result.ok) {
    isDone.value = true
    announce('Handed in.')
    left.value = result.left
    note.value = ''
  } else {
    trouble.value = result
  }
}
</script>

<template>
  <CardDialog v-model="isOpen" :title="title" :width="520" data-test="hand-in">
    <template v-if="isDone">
      <p>You find it in your folio, and the answer beside it. You can go on drawing meanwhile, and hand in again.</p>
      <p v-if="left !== null" class="soft small">
        Today you can hand in {{ left === 1 ? 'once' : `${left} times` }} more.
      </p>
    </template>
    <template v-else>
      <p>Your teacher sees the drawing, its layers and how it was made.</p>
      <v-textarea v-model="note" label="A word to your teacher, if you like" rows="3" maxlength="1000" counter />
      <UnsettledNote />
      <TroubleLine :trouble="trouble"> Nothing is lost: hand in again then.</TroubleLine>
    </template>
    <template #actions>
      <v-btn v-if="isDone" color="primary" to="/folio">To my folio</v-btn
      ><v-btn v-else color="primary" :loading="isBusy" :disabled="inHand.needsWord.value" @click="handIn"
        >Hand in</v-btn
      >
    </template>
    <template #leave>{{ isDone ? 'Go on drawing' : 'Not yet' }}</template>
  </CardDialog>
</template>

<style scoped></style>
