<script setup lang="ts">
import type { DrawingRecord } from '#core/drawing'
import { cssMatrix, type Size, type WindowView } from '../../sheet/view'

/** Another drawing laid over the one that is looked at: beside a slider, in turns, or as what differs. */
const props = defineProps<{
  /** A drawing, or a picture as its address. */
  record: DrawingRecord | null
  picture?: string | undefined
  view: WindowView
  size: Size
  /** The sheet below, px: a drawing of another size is shown as wide, a picture is fitted into it. */
  width: number
  height: number
  mode: 'slider' | 'turns' | 'difference'
  /** 0 … 1 of the window, from the left: how far the other covers it. */
  share: number
}>()

/** In turns each is seen so long, ms; nobody who wants less motion has it by itself. */
const TURN_MS = 900
const playback = usePlayer()
const { sheet, load } = playback
const { canvas, isShown, lay } = useLaidOver(playback, () => ({
  view: { ...props.view, scale: (props.view.scale * props.width) / sheet.value.width },
  size: props.size,
}))
const isItsTurn = ref(true)
const isCalm = isStill()
let timer: ReturnType<typeof setInterval> | null = null

onMounted(async () => {
  if (!props.record) {
    isShown.value = true
    return
  }
  await load(toRaw(props.record), false)
  await lay()
})
watch(
  () => props.mode,
  mode => {
    if (timer) clearInterval(timer)
    timer = null
    isItsTurn.value = true
    if (mode === 'turns' && !isCalm)
      timer = setInterval(() => {
        isItsTurn.value = !isItsTurn.value
      }, TURN_MS)
  },
  { immediate: true },
)
onBeforeUnmount(() => timer && clearInterval(timer))
/** Where a picture that is fitted into the sheet lies in the window, turned and mirrored as the sheet is. */
const matrix = computed(() => cssMatrix(props.view))
defineExpose({
  turn: () => {
    isItsTurn.value = !isItsTurn.value
  },
})
</script>

<template>
  <div
    class="other"
    :class="mode"
    data-test="other"
    :style="{
      width: `${size.width}px`,
      height: `${size.height}px`,
      visibility: isShown && (mode !== 'turns' || isItsTurn) ? 'visible' : 'hidden',
      clipPath: mode === 'slider' ? `inset(0 ${100 - 100 * share}% 0 0)` : undefined,
    }"
  >
    <canvas v-if="record" ref="canvas" :style="{ width: `${size.width}px`, height: `${size.height}px` }" />
    <img
      v-else-if="picture"
      :src="picture"
      alt=""
      :style="{ width: `${width}px`, height: `${height}px`, transform: matrix }"
    />
  </div>
  <span v-if="mode === 'slider'" class="edge" :style="{ left: `${100 * share}%` }" aria-hidden="true" />
</template>

<style scoped>
.other {
  position: absolute;
  inset: 0;
  pointer-events: none;
  overflow: hidden;
}
img {
  position: absolute;
  left: 0;
  top: 0;
  max-width: none;
  object-fit: contain;
  transform-origin: 0 0;
  background: var(--round-sheet);
}
.other.difference {
  mix-blend-mode: difference;
}
.edge {
  position: absolute;
  top: 0;
  bottom: 0;
  width: 3px;
  margin-left: -1.5px;
  background: var(--blue);
  box-shadow: 0 0 0 1px rgb(255 253 246 / 80%);
  pointer-events: none;
}
</style>
