<script setup lang="ts">
import type { Point } from '#core/base'
import { handlesOf, outerCorners, pointsOf, type Held, type HandleMode } from '#core/parts'
import { toWindow, type Size, type WindowView } from '../../sheet/view'

/** Handles of a part in hand, or of letters that are not settled. */
const props = defineProps<{ held: Held; mode: HandleMode; view: WindowView; size: Size }>()
const emit = defineEmits<{ drag: [key: string, to: Point] }>()

/** The handle for turning stands so far off, CSS px. */
const ARM = 36

const handles = computed(() =>
  handlesOf(props.held, props.mode, ARM / props.view.scale).map(handle => ({
    key: handle.key,
    ...toWindow(props.view, handle),
    look:
      handle.role === 'turn' || handle.role === 'knot'
        ? ('full' as const)
        : handle.role === 'side'
          ? ('small' as const)
          : ('open' as const),
  })),
)

const shownLine = (points: readonly Point[]) =>
  points.flatMap(point => {
    const { x, y } = toWindow(props.view, point)
    return [x, y]
  })
/** Its outline; of a net the lines between its knots. */
const lines = computed<{ points: number[]; isClosed: boolean }[]>(() => {
  const { to } = props.held
  if (to.kind === 'corners') return [{ points: shownLine(outerCorners(props.held)), isClosed: true }]
  const points = pointsOf(props.held)
  const across = to.columns + 1
  const rows = Array.from({ length: to.rows + 1 }, (_, r) => points.slice(r * across, (r + 1) * across))
  const columns = Array.from({ length: across }, (_, c) => rows.map(row => row[c]!))
  return [...rows, ...columns].map(line => ({ points: shownLine(line), isClosed: false }))
})
</script>

<template>
  <SheetHandles
    :handles="handles"
    :lines="lines"
    :view="view"
    :size="size"
    @drag="(key, to) => emit('drag', key, to)"
  />
</template>
