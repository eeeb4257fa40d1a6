<script setup lang="ts">
import { toString as qrOf } from 'qrcode'

/** Words as a QR code (ISO/IEC 18004), black on white in any light: cameras want it so. */
const { text, label } = defineProps<{ text: string; label: string }>()
const picture = ref('')
watchEffect(async () => {
  const svg = await qrOf(text, { type: 'svg', margin: 2, errorCorrectionLevel: 'M' })
  picture.value = `data:image/svg+xml;utf8,${encodeURIComponent(svg)}`
})
</script>

<template>
  <img v-if="picture" :src="picture" :alt="label" class="qr" />
</template>

<style scoped>
.qr {
  width: 132px;
  height: 132px;
  flex: none;
  border-radius: 6px;
}
</style>
