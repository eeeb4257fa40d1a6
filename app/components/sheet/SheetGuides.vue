<script setup lang="ts">
import type Konva from 'konva'
import { Circle, Layer, Shape, Stage, Text } from 'vue-konva'
import { linesOf, type Guide } from '#core/guides'
import { toSheet, toWindow, type Size, type WindowView } from '../../sheet/view'

/** Guides over the sheet, and handles to move them while they are adjusted. */
const props = defineProps<{
  guides: readonly Guide[]
  view: WindowView
  size: Size
  sheet: Size
  isAdjusting: boolean
}>()
const emit = defineEmits<{ change: [id: string, set: Partial<Guide>] }>()

/** Our own blue-green, told from ink and from findings; followed guides are solid, others dashed. */
const COLOUR = '#0f766e'
const HANDLE = 11
/** A handle for turning stands so far off the middle, CSS px. */
const ARM = 90

const shown = computed(() =>
  props.guides.filter(guide => guide.isShown).map(guide => ({ guide, lines: linesOf(guide, props.sheet) })),
)

function draw({ guide, lines }: { guide: Guide; lines: ReturnType<typeof linesOf> }) {
  return (context: { _context: CanvasRenderingContext2D }) => {
    const pen = context._context
    pen.save()
    pen.strokeStyle = COLOUR
    pen.setLineDash(guide.isFollowed ? [] : [7, 5])
    for (const isMain of [false, true]) {
      pen.globalAlpha = (guide.opacity / 100) * (isMain ? 1 : 0.7)
      pen.lineWidth = guide.weight * (isMain ? 1.8 : 1)
      pen.beginPath()
      let before = { x1: NaN, y1: NaN }
      for (const line of lines) {
        if (line.isMain !== isMain) continue
        const a = toWindow(props.view, { x: line.x0, y: line.y0 })
        const b = toWindow(props.view, { x: line.x1, y: line.y1 })
        // What goes on where the line before ended is one with it: its dashes run on.
        if (line.x0 !== before.x1 || line.y0 !== before.y1) pen.moveTo(a.x, a.y)
        pen.lineTo(b.x, b.y)
        before = line
      }
      pen.stroke()
    }
    pen.restore()
  }
}

interface Handle {
  key: string
  x: number
  y: number
  label: string
  /** As it is heard. */
  name: string
  isArm: boolean
  move: (x: number, y: number) => void
}

/** What can be taken hold of: middles, vanishing points, and an arm to turn by. */
const handles = computed<Handle[]>(() => (props.isAdjusting ? props.guides.flatMap(handlesOf) : []))

function handlesOf(guide: Guide): Handle[] {
  if (!guide.isShown) return []
  const set = (change: Partial<Guide>) => emit('change', guide.id, change)
  const to = (x: number, y: number) => toSheet(props.view, x, y)
  const handle = (
    key: string,
    point: { x: number; y: number },
    label: string,
    name: string,
    move: (point: { x: number; y: number }) => void,
  ): Handle => ({
    key: `${guide.id} ${key}`,
    ...toWindow(props.view, point),
    label,
    name,
    isArm: false,
    move: (x, y) => move(to(x, y)),
  })
  switch (guide.kind) {
    case 'perspective':
      return guide.points.map((point, i) =>
        handle(`p${i}`, point, `${i + 1}`, `Vanishing point ${i + 1}`, at =>
          set({ points: guide.points.map((each, k) => (k === i ? at : each)) }),
        ),
      )
    case 'mirror':
    case 'ways':
    case 'spokes': {
      const middle = toWindow(props.view, guide.middle)
      const direction = toWindow(props.view, {
        x: guide.middle.x + Math.cos((guide.angle * Math.PI) / 180),
        y: guide.middle.y + Math.sin((guide.angle * Math.PI) / 180),
      })
      const what = { mirror: 'mirror line', spokes: 'spokes', ways: 'lines' }[guide.kind]
      const length = Math.hypot(direction.x - middle.x, direction.y - middle.y) || 1
      return [
        handle('middle', guide.middle, '', `Middle of the ${what}`, at => set({ middle: at })),
        {
          key: `${guide.id} arm`,
          x: middle.x + ((direction.x - middle.x) / length) * ARM,
          y: middle.y + ((direction.y - middle.y) / length) * ARM,
          label: '',
          name: `Turn the ${what}`,
          isArm: true,
          move(x, y) {
            const at = to(x, y)
            set({ angle: Math.round((Math.atan2(at.y - guide.middle.y, at.x - guide.middle.x) * 180) / Math.PI) })
          },
        },
      ]
    }
    case 'grid':
    case 'isometric':
      return [
        handle(
          'offset',
          { x: guide.offsetX, y: guide.offsetY },
          '',
          `Start of the ${guide.kind === 'grid' ? 'squares' : 'isometric lines'}`,
          at => set({ offsetX: at.x, offsetY: at.y }),
        ),
      ]
    case 'thirds':
      return []
  }
}

/** Vanishing points may lie far off the window: their handles wait at its edge. */
const within = (value: number, length: number) => Math.min(Math.max(value, HANDLE + 2), length - HANDLE - 2)
/** Where handles are seen: there keys reach them. */
const byKeys = computed(() =>
  handles.value.map(({ key, name, isArm, x, y }) => ({
    key,
    name,
    turns: isArm,
    x: within(x, props.size.width),
    y: within(y, props.size.height),
  })),
)
function moveBy(key: string, by: { x: number; y: number }): void {
  const handle = handles.value.find(each => each.key === key)!
  const guide = props.guides.find(each => key.startsWith(`${each.id} `))!
  if (handle.isArm && 'angle' in guide) return emit('change', guide.id, { angle: turned(guide.angle + by.x + by.y) })
  const at = toSheet(props.view, handle.x, handle.y)
  const to = toWindow(props.view, { x: at.x + by.x, y: at.y + by.y })
  handle.move(to.x, to.y)
}
/** Within half a turn to either side, as the slider has it. */
const turned = (degrees: number) => ((((degrees + 180) % 360) + 360) % 360) - 180

function onDrag(handle: Handle, event: Konva.KonvaEventObject<DragEvent>): void {
  handle.move(event.target.x(), event.target.y())
}
</script>

<template>
  <HandlesByKeys v-if="isAdjusting" :handles="byKeys" @move="moveBy" />
  <Stage
    class="guides"
    :class="{ adjusting: isAdjusting }"
    :config="{ width: size.width, height: size.height }"
    @pointerdown="isAdjusting && $event.evt?.stopPropagation()"
  >
    <Layer :config="{ listening: false }">
      <Shape v-for="each in shown" :key="each.guide.id" :config="{ sceneFunc: draw(each), listening: false }" />
    </Layer>
    <Layer v-if="isAdjusting">
      <template v-for="handle in handles" :key="handle.key">
        <Circle
          :config="{
            x: within(handle.x, size.width),
            y: within(handle.y, size.height),
            radius: handle.isArm ? HANDLE - 3 : HANDLE,
            fill: handle.isArm ? '#fffdf6' : COLOUR,
            stroke: handle.isArm ? COLOUR : '#fffdf6',
            strokeWidth: 3,
            hitStrokeWidth: 22,
            draggable: true,
          }"
          @dragmove="onDrag(handle, $event)"
        />
        <Text
          v-if="handle.label"
          :config="{
            x: within(handle.x, size.width) - 4,
            y: within(handle.y, size.height) - 7,
            text: handle.label,
            fontFamily: 'Lexend Variable',
            fontSize: 14,
            fill: '#fffdf6',
            listening: false,
          }"
        />
      </template>
    </Layer>
  </Stage>
</template>

<style scoped>
.guides {
  position: absolute;
  inset: 0;
  pointer-events: none;
}
.guides.adjusting {
  pointer-events: auto;
  cursor: default;
}
</style>
