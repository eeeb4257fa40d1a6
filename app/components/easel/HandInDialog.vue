<script setup lang="ts">
/** Handing in: a last word to the teacher, then the sheet goes to the crit. */
const isOpen = defineModel<boolean>({ default: false })
const drawing = useDrawing()
const inHand = useInHand()
const note = ref('')
const isBusy = ref(false)
const trouble = ref<{ message: string; fix: string } | null>(null)
const isDone = ref(false)
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
    left.value = result.left
    note.value = ''
  } else {
    trouble.value = result
  }
}
</script>

<template>
  <v-dialog v-model="isOpen" max-width="520">
    <div class="card" data-test="hand-in">
      <template v-if="isDone">
        <h2>It lies on your teacher’s desk.</h2>
        <p>You find it in your folio, and the answer beside it. You can go on drawing meanwhile, and hand in again.</p>
        <p v-if="left !== null" class="soft small">
          Today you can hand in {{ left === 1 ? 'once' : `${left} times` }} more.
        </p>
        <div class="row">
          <v-btn variant="outlined" @click="isOpen = false">Go on drawing</v-btn
          ><v-btn color="primary" to="/folio">To my folio</v-btn>
        </div>
      </template>
      <template v-else>
        <h2>Hand in “{{ drawing.plan.value?.title }}”</h2>
        <p>Your teacher sees the drawing, its layers and how it was made.</p>
        <v-textarea v-model="note" label="A word to your teacher, if you like" rows="3" maxlength="1000" counter />
        <UnsettledNote />
        <p v-if="trouble" class="trouble" role="alert">
          <strong>{{ trouble.message }}</strong> {{ trouble.fix }} Nothing is lost: hand in again then.
        </p>
        <div class="row">
          <v-btn variant="outlined" @click="isOpen = false">Not yet</v-btn
          ><v-btn color="primary" :loading="isBusy" :disabled="inHand.needsWord.value" @click="handIn">Hand in</v-btn>
        </div>
      </template>
    </div>
  </v-dialog>
</template>

<style scoped>
.row {
  display: flex;
  justify-content: flex-end;
  gap: 10px;
  margin-top: 8px;
}
.trouble {
  border-left: 4px solid var(--ochre);
  padding-left: 12px;
}
</style>
