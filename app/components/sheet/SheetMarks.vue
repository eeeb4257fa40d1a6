<script setup lang="ts">
import type { Mark } from '#core/lookfor'
import { Circle, Group, Label, Layer, Line, Shape, Stage, Tag, Text } from 'vue-konva'
import { toWindow, type Size, type WindowView } from '../../sheet/view'

/** Marks of findings over the sheet: rings round gaps, hatched paint, the ways of stray strokes. */
export interface ShownMark {
  readonly mark: Mark
  /** The one that is pointed at in the list. */
  readonly isStrong: boolean
}
const props = defineProps<{ marks: readonly ShownMark[]; view: WindowView; size: Size }>()

/** Least ring on the screen, CSS px: a ring round two pixels must be seen. */
const LEAST_RING = 13
const OCHRE = '#96590a'
const HALO = 'rgba(255,253,246,0.92)'

/** x, y, x, y … of the sheet, in the window. */
function inWindow(points: readonly number[]): number[] {
  const out: number[] = []
  for (let i = 0; i < points.length; i += 2) {
    const { x, y } = toWindow(props.view, { x: points[i]!, y: points[i + 1]! })
    out.push(x, y)
  }
  return out
}

const rings = computed(() =>
  props.marks.flatMap(({ mark, isStrong }) =>
    mark.kind !== 'ring'
      ? []
      : [
          {
            ...toWindow(props.view, mark),
            radius: Math.max(mark.radius * props.view.scale, LEAST_RING),
            label: mark.label,
            isStrong,
          },
        ],
  ),
)

const paths = computed(() =>
  props.marks.flatMap(({ mark, isStrong }) =>
    mark.kind !== 'path'
      ? []
      : [
          {
            points: inWindow(mark.points),
            isStrong,
          },
        ],
  ),
)

const regions = computed(() =>
  props.marks.flatMap(({ mark, isStrong }) => (mark.kind !== 'region' ? [] : [{ polygons: mark.polygons, isStrong }])),
)

/** Slanting lines some pixels apart, each with its halo: seen on a dark shade as on paper, the same at any zoom. */
const hatch = makeHatch()
function makeHatch(): HTMLCanvasElement {
  const side = 11
  const tile = document.createElement('canvas')
  tile.width = tile.height = side
  const pen = tile.getContext('2d')!
  for (const [colour, width] of [
    [HALO, 5.2],
    [OCHRE, 2.4],
  ] as const) {
    pen.strokeStyle = colour
    pen.lineWidth = width
    for (const shift of [-side, 0, side]) {
      pen.beginPath()
      pen.moveTo(shift - 1, side + 1)
      pen.lineTo(shift + side + 1, -1)
      pen.stroke()
    }
  }
  return tile
}

function drawRegion(polygons: readonly number[][], isStrong: boolean) {
  return (context: { _context: CanvasRenderingContext2D }) => {
    const pen = context._context
    pen.beginPath()
    for (const polygon of polygons) {
      const points = inWindow(polygon)
      for (let i = 0; i < points.length; i += 2) {
        if (i === 0) pen.moveTo(points[i]!, points[i + 1]!)
        else pen.lineTo(points[i]!, points[i + 1]!)
      }
      pen.closePath()
    }
    pen.globalAlpha = isStrong ? 1 : 0.8
    pen.fillStyle = pen.createPattern(hatch, 'repeat')!
    pen.fill('evenodd')
    for (const [colour, width] of [
      [HALO, isStrong ? 5 : 4],
      [OCHRE, isStrong ? 2 : 1.2],
    ] as const) {
      pen.strokeStyle = colour
      pen.lineWidth = width
      pen.stroke()
    }
    pen.globalAlpha = 1
  }
}
</script>

<template>
  <Stage class="marks" :config="{ width: size.width, height: size.height, listening: false }">
    <Layer :config="{ listening: false }">
      <Shape
        v-for="(region, i) in regions"
        :key="`r${i}`"
        :config="{ sceneFunc: drawRegion(region.polygons, region.isStrong), listening: false }"
      />
      <template v-for="(path, i) in paths" :key="`p${i}`">
        <Line
          :config="{
            points: path.points,
            stroke: HALO,
            strokeWidth: path.isStrong ? 6 : 4,
            lineCap: 'round',
            lineJoin: 'round',
          }"
        />
        <Line
          :config="{
            points: path.points,
            stroke: OCHRE,
            strokeWidth: path.isStrong ? 3 : 1.8,
            dash: [9, 6],
            lineCap: 'round',
            lineJoin: 'round',
          }"
        />
      </template>
      <Group v-for="(ring, i) in rings" :key="`g${i}`" :config="{ x: ring.x, y: ring.y }">
        <Circle :config="{ radius: ring.radius, stroke: HALO, strokeWidth: ring.isStrong ? 7 : 5 }" />
        <Circle :config="{ radius: ring.radius, stroke: OCHRE, strokeWidth: ring.isStrong ? 3.4 : 2.2 }" />
        <Label :config="{ x: ring.radius + 5, y: -13 }">
          <Tag :config="{ fill: '#fffdf6', stroke: OCHRE, strokeWidth: 1.2, cornerRadius: 5 }" />
          <Text
            :config="{ text: ring.label, fontFamily: 'Lexend Variable', fontSize: 13, padding: 5, fill: '#3c2706' }"
          />
        </Label>
      </Group>
    </Layer>
  </Stage>
</template>

<style scoped>
.marks {
  position: absolute;
  inset: 0;
  pointer-events: none;
}
</style>
