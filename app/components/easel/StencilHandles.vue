<script setup lang="ts">
import { handlesOf, outlinePoints } from '#core/stencil'
import { toWindow, type Size, type WindowView } from '../../sheet/view'

/** Handles of the shape that is being set: parts to pull, a middle to move it by, an arm to turn it. */
const props = defineProps<{ view: WindowView; size: Size }>()
const { stencil } = useInHand()
const { shape } = stencil

const handles = computed(() =>
  shape.value
    ? handlesOf(shape.value, props.view.scale).map(handle => ({
        key: handle.key,
        ...toWindow(props.view, handle),
        look:
          handle.role === 'part' ? ('open' as const) : handle.role === 'move' ? ('big' as const) : ('full' as const),
      }))
    : [],
)

const shownLine = (points: readonly { x: number; y: number }[]) =>
  points.flatMap(point => {
    const { x, y } = toWindow(props.view, point)
    return [x, y]
  })
/** The outline; a control point of a curve hangs on a thread at its end. */
const lines = computed(() => {
  const { value } = shape
  if (!value) return []
  const points = outlinePoints(value)
  const outline = Array.from({ length: points.length / 2 }, (_, i) => ({ x: points[2 * i]!, y: points[2 * i + 1]! }))
  const isClosed = value.kind !== 'line' && value.kind !== 'curve' && value.kind !== 'polyline'
  const threads =
    value.kind === 'curve'
      ? [
          [value.from, value.bendA],
          [value.to, value.bendB],
        ]
      : []
  return [
    { points: shownLine(outline), isClosed },
    ...threads.map(pair => ({ points: shownLine(pair), isClosed: false, isThread: true })),
  ]
})
</script>

<template>
  <SheetHandles
    v-if="shape"
    :handles="handles"
    :lines="lines"
    :view="view"
    :size="size"
    @drag="(key, to) => stencil.drag(key, to)"
  />
</template>
