<script setup lang="ts">
import type { Pin } from '#shared/schemas'
import { toWindow, type WindowView } from '../../sheet/view'

/** Comments pinned to places of the drawing, numbered; a touch shows the words. */
const props = defineProps<{ pins: readonly Pin[]; view: WindowView; canChange?: boolean }>()
const emit = defineEmits<{ remove: [at: number] }>()
const open = ref<number | null>(null)
const shown = computed(() => props.pins.map((pin, i) => ({ pin, i, ...toWindow(props.view, pin) })))

function takeAway(at: number): void {
  open.value = null
  emit('remove', at)
}
</script>

<template>
  <div
    v-for="{ pin, i, x, y } in shown"
    :key="i"
    class="pin"
    :style="{ left: `${x}px`, top: `${y}px` }"
    @pointerdown.stop
  >
    <button
      class="head numbers"
      :aria-label="`Comment ${i + 1}: ${pin.words}`"
      :aria-expanded="open === i"
      @click.stop="open = open === i ? null : i"
    >
      {{ i + 1 }}
    </button>
    <div v-if="open === i" class="card note small">
      <p>{{ pin.words }}</p>
      <button v-if="canChange" class="link" @click="takeAway(i)">Take it away</button>
    </div>
  </div>
</template>

<style scoped>
.pin {
  position: absolute;
  width: 0;
  height: 0;
  z-index: 1;
}
.head {
  position: absolute;
  left: -14px;
  top: -14px;
  width: 28px;
  height: 28px;
  border-radius: 50% 50% 50% 3px;
  background: #fffdf6;
  color: #5c3605;
  border: 2.5px solid #96590a;
  font-weight: 620;
  font-size: 0.85rem;
  box-shadow: 0 1px 4px rgb(0 0 0 / 35%);
}
.note {
  position: absolute;
  left: 18px;
  top: -12px;
  width: max-content;
  max-width: 250px;
  padding: 8px 12px;
  cursor: default;
  box-shadow: 0 4px 16px rgb(0 0 0 / 18%);
}
.note p {
  margin: 0;
  overflow-wrap: anywhere;
}
.link {
  color: var(--blue);
  text-decoration: underline;
  min-height: 28px;
}
</style>
