<script setup lang="ts">
import { mdiEyeOutline } from '@mdi/js'

/**
 * Ways of looking: mirrored, in greys, with half-closed eyes, turned, with rulers. None of them changes the drawing.
 */
const props = defineProps<{ turn: number; isMirrored: boolean }>()
const emit = defineEmits<{ mirror: []; turn: [turn: number] }>()
const { tone, hasRulers, hasCrosshair, toggleTone } = useLooking()
const isLeftHanded = useLeftHanded()
const degrees = computed({
  get: () => Math.round((props.turn * 180) / Math.PI),
  set: value => emit('turn', (value * Math.PI) / 180),
})
const isChanged = computed(() => props.isMirrored || tone.value !== 'colours' || props.turn !== 0)
</script>

<template>
  <v-menu location="bottom" :close-on-content-click="false">
    <template #activator="{ props: opens }">
      <v-btn
        v-bind="opens"
        aria-haspopup="dialog"
        :icon="mdiEyeOutline"
        variant="text"
        size="small"
        :color="isChanged ? 'primary' : undefined"
        aria-label="Ways of looking"
        title="Ways of looking"
      />
    </template>
    <div class="card ways" role="dialog" aria-label="Ways of looking">
      <h3>Ways of looking</h3>
      <p class="small soft">They change nothing on the sheet.</p>
      <div class="choices">
        <button class="mode" :aria-pressed="isMirrored" @click="emit('mirror')">
          <strong>Mirror</strong><kbd>Z</kbd><span class="small soft">shows what the eye has got used to</span>
        </button>
        <button class="mode" :aria-pressed="tone === 'values'" @click="toggleTone('values')">
          <strong>Values</strong><kbd>X</kbd><span class="small soft">light and dark without colours</span>
        </button>
        <button class="mode" :aria-pressed="tone === 'squint'" @click="toggleTone('squint')">
          <strong>Squint</strong><kbd>C</kbd><span class="small soft">the big masses, as with half-closed eyes</span>
        </button>
        <button class="mode" :aria-pressed="hasRulers" @click="hasRulers = !hasRulers">
          <strong>Rulers</strong><kbd>V</kbd><span class="small soft">along the edges, in pixels</span>
        </button>
        <button class="mode" :aria-pressed="hasCrosshair" @click="hasCrosshair = !hasCrosshair">
          <strong>Crosshair</strong><kbd>B</kbd><span class="small soft">lines through the pointer</span>
        </button>
      </div>
      <FineSlider v-model="degrees" label="Turn the sheet" unit="°" :min="-180" :max="180" />
      <v-btn variant="outlined" size="small" :disabled="turn === 0" @click="emit('turn', 0)">Straighten</v-btn>
      <label class="hand"
        ><input v-model="isLeftHanded" type="checkbox" /> I draw with my left hand
        <span class="small soft"
          >step sheet at the right, stack at the left, colours at the left end of the ledge</span
        ></label
      >
    </div>
  </v-menu>
</template>

<style scoped>
.ways {
  width: min(400px, calc(100vw - 24px));
  display: grid;
  gap: 8px;
  box-shadow: 0 10px 34px rgb(0 0 0 / 25%);
  justify-items: start;
}
.ways :deep(.fine) {
  width: 100%;
}
.choices {
  display: grid;
  gap: 6px;
  width: 100%;
}
.mode {
  display: grid;
  grid-template-columns: 92px 24px 1fr;
  align-items: center;
  gap: 8px;
  text-align: left;
  min-height: 44px;
  padding: 4px 12px;
  border: 1px solid var(--line);
  border-radius: 8px;
}
.mode[aria-pressed='true'] {
  border-color: var(--blue);
  box-shadow: inset 0 0 0 1px var(--blue);
}
.hand {
  display: grid;
  grid-template-columns: 20px 1fr;
  gap: 0 8px;
  align-items: center;
  min-height: 44px;
  border-top: 1px dashed var(--line);
  padding-top: 8px;
  width: 100%;
}
.hand span {
  grid-column: 2;
}
kbd {
  font: inherit;
  font-size: 0.78rem;
  color: var(--ink-soft);
}
</style>
