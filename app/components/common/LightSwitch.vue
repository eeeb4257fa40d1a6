<script setup lang="ts">
import { mdiLamp, mdiWhiteBalanceSunny } from '@mdi/js'
import { useComfort } from '../../stores/comfort'

const store = useComfort()
const isLamp = computed(() => store.comfort.isDim)
// On this page it is so at once, whatever the server says.
const change = () => void store.set({ isDim: !isLamp.value }).catch(() => {})
</script>

<template>
  <v-btn
    :icon="isLamp ? mdiWhiteBalanceSunny : mdiLamp"
    variant="text"
    size="small"
    :aria-label="isLamp ? 'Daylight' : 'Lamplight, for projectors and evenings'"
    @click="change"
  />
</template>
