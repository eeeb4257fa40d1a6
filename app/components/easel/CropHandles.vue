<script setup lang="ts">
import { cropHandles } from '#core/parts'
import { toWindow, type Size, type WindowView } from '../../sheet/view'

/** The box that stays when the sheet is cropped; what goes is veiled. */
const props = defineProps<{ view: WindowView; size: Size }>()
const { crop: cropping } = useInHand()
const { crop } = cropping

const handles = computed(() =>
  crop.value
    ? cropHandles(crop.value).map(({ key, x, y }) => ({
        key,
        ...toWindow(props.view, { x, y }),
        look: key.startsWith('corner') ? ('open' as const) : ('small' as const),
      }))
    : [],
)
const corners = computed(() => {
  if (!crop.value) return []
  const { x0, y0, x1, y1 } = crop.value.box
  return [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ].map(([x, y]) => toWindow(props.view, { x: x!, y: y! }))
})
const veil = computed(
  () => `M0 0H${props.size.width}V${props.size.height}H0Z M${corners.value.map(({ x, y }) => `${x} ${y}`).join('L')}Z`,
)
</script>

<template>
  <template v-if="crop">
    <svg class="veil" :width="size.width" :height="size.height" aria-hidden="true">
      <path :d="veil" fill-rule="evenodd" />
    </svg>
    <SheetHandles
      :handles="handles"
      :lines="[{ points: corners.flatMap(({ x, y }) => [x, y]), isClosed: true }]"
      :view="view"
      :size="size"
      @drag="cropping.drag"
    />
  </template>
</template>

<style scoped>
.veil {
  position: absolute;
  inset: 0;
  pointer-events: none;
}
.veil path {
  fill: rgb(60 58 54 / 55%);
}
</style>
