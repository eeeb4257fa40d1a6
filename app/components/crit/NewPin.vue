<script setup lang="ts">
import type { Point } from '#core/geometry'
import { takeArrow } from '../../sheet/arrows'
import { toWindow, type Size, type WindowView } from '../../sheet/view'

/**
 * A comment that is being pinned: a touch on the sheet says where, or the needle does, moved by arrow keys; then it is
 * written.
 */
const props = defineProps<{ view: WindowView; sheet: Size }>()
const emit = defineEmits<{ put: [words: string]; leave: [] }>()
/** In sheet px; null while it is not said. */
const place = defineModel<Point | null>({ required: true })
const words = ref('')
const needle = ref<Point>({ x: props.sheet.width / 2, y: props.sheet.height / 2 })
const at = computed(() => toWindow(props.view, needle.value))
const share = (value: number, of: number) => Math.round((100 * value) / of)
const told = computed(
  () => `${share(needle.value.x, props.sheet.width)} % across, ${share(needle.value.y, props.sheet.height)} % down`,
)

/** One arrow, and one with Shift: shares of the sheet. */
const STEP = 0.01
const LEAP = 0.1
function onKey(event: KeyboardEvent): void {
  const by = takeArrow(event, STEP, LEAP)
  if (!by) return
  const { width, height } = props.sheet
  const within = (value: number, most: number) => Math.round(Math.min(most, Math.max(0, value)))
  needle.value = {
    x: within(needle.value.x + by.x * width, width),
    y: within(needle.value.y + by.y * height, height),
  }
}
const button = useTemplateRef<HTMLElement>('button')
onMounted(() => button.value?.focus({ preventScroll: true }))

/** A finger's touch takes the focus away from what it has opened, a moment later, ms. */
const TOUCH_MS = 700
let openedAt = 0
watch(place, () => {
  openedAt = performance.now()
})
function keepFocus(event: FocusEvent): void {
  if (event.relatedTarget || performance.now() - openedAt > TOUCH_MS) return
  const field = event.target as HTMLElement
  requestAnimationFrame(() => field.focus({ preventScroll: true }))
}
</script>

<template>
  <form
    v-if="place"
    class="card pin-form"
    @submit.prevent="words.trim() && emit('put', words.trim())"
    @pointerdown.stop
    @wheel.stop
  >
    <label class="small"
      >A comment at this place
      <textarea v-model="words" v-focus rows="2" maxlength="300" @blur="keepFocus" />
    </label>
    <div class="row">
      <v-btn size="small" type="submit" color="primary" :disabled="!words.trim()">Pin it</v-btn
      ><v-btn size="small" variant="text" @click="emit('leave')">Leave it</v-btn>
    </div>
  </form>
  <template v-else>
    <button
      ref="button"
      class="needle"
      role="slider"
      aria-label="Where the comment goes: arrows move it, Enter pins it here"
      :aria-valuenow="share(needle.x, sheet.width)"
      :aria-valuetext="told"
      :style="{ left: `${at.x}px`, top: `${at.y}px` }"
      @keydown="onKey"
      @keydown.enter.prevent.stop="place = needle"
      @keydown.space.prevent.stop="place = needle"
      @pointerdown.stop
      @click="place = needle"
    />
    <p class="hint small" role="status">Touch the place that you write about, or move the needle with the arrows.</p>
  </template>
</template>

<style scoped>
.pin-form {
  position: absolute;
  left: 14px;
  top: 12px;
  width: 290px;
  max-width: calc(100% - 28px);
  display: grid;
  gap: 8px;
  padding: 12px 14px;
  cursor: default;
  box-shadow: 0 4px 16px rgb(0 0 0 / 18%);
  z-index: 2;
}
label {
  display: grid;
  gap: 6px;
}
textarea {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 6px 10px;
  background: var(--paper);
  color: var(--ink);
  resize: vertical;
}
.row {
  display: flex;
  gap: 8px;
}
.needle {
  position: absolute;
  width: 28px;
  height: 28px;
  margin: -14px 0 0 -14px;
  border-radius: 50%;
  border: 2.5px dashed #96590a;
  background: radial-gradient(circle, #96590a 0 2.5px, transparent 3px);
  box-shadow: 0 0 0 2px rgb(255 253 246 / 85%);
  z-index: 1;
}
.hint {
  position: absolute;
  left: 12px;
  top: 12px;
  margin: 0;
  padding: 4px 12px;
  border-radius: 8px;
  background: var(--ink);
  color: var(--paper);
  pointer-events: none;
}
</style>
