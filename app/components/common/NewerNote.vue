<script setup lang="ts">
import { useNetwork } from '../../stores/network'

/** A newer program waits: it is offered once nothing is unsent, and never comes by itself under a hand that draws. */
const network = useNetwork()
const isLater = ref(false)
</script>

<template>
  <div v-if="network.canLoadAnew && !isLater" class="newer" role="status" data-test="newer">
    <span><strong>There is a newer Little Easel.</strong> All that you drew is sent.</span>
    <v-btn size="small" color="primary" @click="network.loadAnew()">Load anew</v-btn>
    <v-btn size="small" variant="text" @click="isLater = true">Later</v-btn>
  </div>
</template>

<style scoped>
.newer {
  position: fixed;
  left: 50%;
  bottom: 14px;
  transform: translateX(-50%);
  z-index: 2900;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
  max-width: 92vw;
  padding: 8px 10px 8px 16px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-left: 5px solid var(--blue);
  border-radius: var(--radius);
  box-shadow: 0 6px 22px rgb(0 0 0 / 18%);
}
</style>
