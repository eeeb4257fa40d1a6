<script setup lang="ts">
import { mdiFlipHorizontal, mdiFlipVertical, mdiRotateLeft, mdiRotateRight } from '@mdi/js'
import { placementOf, type HandleMode, type Placement } from '#core/parts'
import { newLayerId } from '../../sheet/layer-ids'

/** What can be done with the part that is in hand, or with a picture that is brought in. */
const { parts } = useInHand()
const bringing = useBringIn()
const stack = useStack()
const { handleMode, leaves, picture } = parts
const held = computed(() => parts.held.value)

const HANDLE_MODES: [HandleMode, string][] = [
  ['size', 'size, turn'],
  ['slant', 'slant'],
  ['corners', 'corners'],
  ['net', 'net'],
]
const PLACE_WORDS: [keyof Placement, string, string][] = [
  ['left', 'From the left', 'px'],
  ['top', 'From the top', 'px'],
  ['width', 'Wide', 'px'],
  ['height', 'High', 'px'],
  ['turn', 'Turned', '°'],
]
const placement = computed(() => {
  const now = held.value && placementOf(held.value)
  return now ? PLACE_WORDS.map(([key, label, unit]) => ({ key, label, unit, value: now[key] })) : []
})
/** A picture that is brought in lies on a sheet of its own, or comes over the live one. */
const isOnOwn = computed(() => picture.value?.onto.own !== undefined)
function bringOnto(event: Event): void {
  const { live, onLive } = stack
  const own = (event.target as HTMLInputElement).checked
  if (own) void parts.bringOnto({ layer: newLayerId(), own: { name: picture.value!.title, ...onLive() } })
  else if (live.value) void parts.bringOnto({ layer: live.value })
}
/** Whoever brought a picture in goes on with it: arrows move it, Enter settles it. */
const settling = useTemplateRef<{ $el: HTMLElement }>('settling')
onMounted(() => {
  if (picture.value) settling.value?.$el.focus({ preventScroll: true })
})
const isSettling = ref(false)
async function settle(): Promise<void> {
  isSettling.value = true
  await parts.settle().finally(() => (isSettling.value = false))
}
function leaveAll(): void {
  bringing.stop()
  void parts.discard()
}
</script>

<template>
  <div class="fonts" role="radiogroup" aria-label="What the handles do">
    <button
      v-for="[key, name] in HANDLE_MODES"
      :key="key"
      class="choice small"
      role="radio"
      :aria-checked="handleMode === key"
      :disabled="held?.to.kind === 'net' && key !== 'net'"
      @click="parts.setHandleMode(key)"
    >
      {{ name }}
    </button>
  </div>
  <v-btn
    :icon="mdiFlipHorizontal"
    variant="text"
    size="small"
    aria-label="Flip left and right"
    title="Flip left and right"
    @click="parts.flip(true)"
  />
  <v-btn
    :icon="mdiFlipVertical"
    variant="text"
    size="small"
    aria-label="Flip upside down"
    title="Flip upside down"
    @click="parts.flip(false)"
  />
  <v-btn
    :icon="mdiRotateLeft"
    variant="text"
    size="small"
    aria-label="A quarter to the left"
    title="A quarter to the left"
    @click="parts.quarter(-1)"
  />
  <v-btn
    :icon="mdiRotateRight"
    variant="text"
    size="small"
    aria-label="A quarter to the right"
    title="A quarter to the right"
    @click="parts.quarter(1)"
  />
  <NumbersMenu
    v-if="handleMode !== 'net'"
    title="Where it lies"
    :figures="placement"
    @set="(key, value) => parts.put(key as keyof Placement, value)"
  />
  <AlignButtons within="of the sheet" @align="parts.align" />
  <label v-if="picture" class="small"
    ><input :checked="isOnOwn" type="checkbox" @change="bringOnto" /> on a sheet of its own</label
  >
  <label v-else class="small"><input v-model="leaves" type="checkbox" /> stays as well</label>
  <v-btn ref="settling" color="primary" size="small" :loading="isSettling" @click="settle">Settle</v-btn>
  <v-btn variant="text" size="small" @click="parts.discard()">{{ picture ? 'Leave it out' : 'Put back' }}</v-btn>
  <template v-if="picture && bringing.nth.value">
    <span class="small soft numbers">{{ bringing.nth.value.at }} of {{ bringing.nth.value.of }}</span>
    <v-btn variant="text" size="small" @click="leaveAll">Leave all out</v-btn>
  </template>
</template>

<style scoped>
.fonts {
  display: inline-flex;
  border: 1px solid var(--line);
  border-radius: 8px;
  overflow: hidden;
}
.choice {
  min-height: 36px;
  padding: 2px 8px;
  white-space: nowrap;
}
.choice + .choice {
  border-left: 1px solid var(--line);
}
.choice[aria-checked='true'] {
  background: var(--paper-shade);
  font-weight: 600;
  box-shadow: inset 0 -3px 0 var(--blue);
}
.choice:disabled {
  opacity: 0.45;
}
</style>
