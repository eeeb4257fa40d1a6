<script setup lang="ts">
import { namedApart, type Well } from '#core/colour'
import { MOST_OWN_WELLS, useHand, wellOf } from '../../stores/hand'

/** Palettes brought into one's own wells, and one's own, the plan's and the drawing's colours taken along. */
const isOpen = defineModel<boolean>({ default: false })
const hand = useHand()
const { host, plan } = useDrawing()
const { settleAll } = useInHand()
const { say } = useNotices()

/** Colours that are looked for on the sheet. */
const OF_SHEET = 12
const title = computed(() => plan.value?.title ?? 'Drawing')
const sources = computed(() => [
  { name: 'my wells', title: 'My wells', wells: () => hand.ownWells },
  { name: 'the plan’s wells', title: title.value, wells: () => hand.wells },
  {
    name: 'the colours of this drawing',
    title: title.value,
    async wells() {
      await settleAll()
      return namedApart((await host.palette(OF_SHEET)).map(each => wellOf(each.colour)))
    },
  },
])

function take(wells: readonly Well[]): void {
  hand.fillWells(...wells)
  say(`${wells.length === 1 ? 'One colour lies' : `${wells.length} colours lie`} in your wells.`)
}
</script>

<template>
  <PalettesDialog v-model="isOpen" :sources="sources" :into="{ name: 'my wells', room: MOST_OWN_WELLS }" @take="take" />
</template>
