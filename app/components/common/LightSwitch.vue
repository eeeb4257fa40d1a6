<script setup lang="ts">
import { mdiLamp, mdiWhiteBalanceSunny } from '@mdi/js'
import { useTheme } from 'vuetify'

const theme = useTheme()
const isLamp = computed(() => theme.global.name.value === 'lamp')

function change(): void {
  const next = isLamp.value ? 'day' : 'lamp'
  theme.change(next)
  localStorage.setItem('little-easel-light', next)
}
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
