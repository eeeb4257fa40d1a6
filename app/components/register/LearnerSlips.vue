<script setup lang="ts">
import { mdiFileDelimitedOutline, mdiPrinterOutline } from '@mdi/js'
import type { SlipsView } from '#shared/views'
import { slipLink } from '../../roster/slip-link'
import { fileName, savedFile } from '../../sheet/save-file'

/** Slips to cut out and hand round. The PINs are known only now: afterwards they can be made anew, not looked up. */
const linkOf = (name: string) => slipLink(window.location.origin, slips.code, name, slips.hasPictures)
const { slips } = defineProps<{ slips: SlipsView }>()
const emit = defineEmits<{ close: [] }>()

async function saveList(): Promise<void> {
  const { csvFile } = await import('../../sheet/csv')
  const rows = slips.slips.map(({ name, pin }) => [slips.className, slips.code, name, pin])
  savedFile(
    csvFile([['Class', 'Class code', 'Name', 'PIN'], ...rows]),
    `${fileName(slips.className, 'class')}-slips.csv`,
    'text/csv',
  )
}
const { busy, trying } = useTrying()
/** To be printed and cut. */
const savePdf = () =>
  trying(true, async () => {
    const { slipsPdf } = await import('../../roster/slips-pdf')
    savedFile(
      await slipsPdf(slips, window.location.origin),
      `${fileName(slips.className, 'class')}-slips.pdf`,
      'application/pdf',
    )
  })
</script>

<template>
  <CardDialog
    :model-value="true"
    :title="`${slips.slips.length === 1 ? 'A slip' : `${slips.slips.length} slips`} for ${slips.className}`"
    :width="820"
    persistent
    @update:model-value="emit('close')"
    @keydown.esc="emit('close')"
  >
    <p class="small">
      The PINs are shown only now. Print them or keep the list: later a PIN can be made anew, not looked up. A camera
      held over the square opens the front door with code and name filled in.
    </p>
    <ul class="slips">
      <li v-for="slip in slips.slips" :key="slip.id" data-test="slip">
        <div>
          <span class="small soft">{{ slips.className }}</span>
          <strong class="display">{{ slip.name }}</strong>
          <span
            >class code <b class="code">{{ slips.code }}</b></span
          >
          <span
            ><PinPictures v-if="slips.hasPictures" :pin="slip.pin" /><template v-else
              >PIN <b class="code">{{ slip.pin }}</b></template
            ></span
          >
        </div>
        <QrPicture :text="linkOf(slip.name)" :label="`To the front door, for ${slip.name}`" class="qr-slip" />
      </li>
    </ul>
    <template #actions>
      <v-btn color="primary" :prepend-icon="mdiPrinterOutline" :loading="busy !== null" @click="savePdf"
        >Slips to print (PDF)</v-btn
      >
      <v-btn variant="outlined" :prepend-icon="mdiFileDelimitedOutline" @click="saveList">Keep the list (CSV)</v-btn>
    </template>
    <template #leave>They are handed round</template>
  </CardDialog>
</template>

<style scoped>
.slips {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(290px, 1fr));
  gap: 10px;
}
.slips li {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  border: 1px dashed var(--line);
  border-radius: 6px;
  padding: 10px 12px;
  break-inside: avoid;
}
.slips li > div {
  display: grid;
  gap: 2px;
}
.qr-slip {
  width: 104px;
  height: 104px;
}
.slips strong {
  font-size: 1.1rem;
  overflow-wrap: anywhere;
}
.code {
  letter-spacing: 0.1em;
  font-variant-numeric: tabular-nums;
}
</style>
