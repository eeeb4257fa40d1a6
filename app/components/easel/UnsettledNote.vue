<script setup lang="ts">
/** What is in hand and can't be settled without a word: asked before a picture is saved or a drawing handed in. */
const { crop, pouring } = useInHand()
</script>

<template>
  <div v-if="crop.isOpen.value" class="ask" role="alert">
    <p><strong>A crop is in hand.</strong> Shall it count?</p>
    <div class="row">
      <v-btn size="small" color="primary" @click="crop.settle()">Crop the sheet</v-btn
      ><v-btn size="small" variant="outlined" @click="crop.discard()">Leave the sheet as it is</v-btn>
    </div>
  </div>
  <div v-else-if="pouring.waiting.value" class="ask" role="alert">
    <p><strong>A pour waits for a word.</strong> It would run out through a gap, or over the whole sheet.</p>
    <div class="row">
      <v-btn size="small" color="primary" @click="pouring.pourAnyway()">Pour all the same</v-btn
      ><v-btn size="small" variant="outlined" @click="pouring.clear()">Leave it</v-btn>
    </div>
  </div>
</template>

<style scoped>
.ask {
  border-left: 4px solid var(--ochre);
  padding-left: 12px;
  margin-bottom: 10px;
}
p {
  margin: 0 0 6px;
}
.row {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
}
</style>
