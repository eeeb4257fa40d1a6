<script setup lang="ts">
import { mdiLanDisconnect } from '@mdi/js'
import { useNetwork } from '../../stores/network'

/** Says that the server does not answer, and of when is what is shown. */
const network = useNetwork()
</script>

<template>
  <div class="away small" role="status" data-test="away">
    <v-icon :icon="mdiLanDisconnect" size="18" />
    <span>
      <strong>No network.</strong>
      {{ network.asOf ? `This page is as it was ${timeInWords(network.asOf)}.` : '' }}
      What you draw is kept on this device, and sent when the network is back.
    </span>
  </div>
</template>

<style scoped>
.away {
  display: flex;
  align-items: center;
  justify-content: center;
  gap: 10px;
  padding: 6px 24px;
  background: var(--paper-shade);
  border-bottom: 2px solid var(--line);
}
</style>
