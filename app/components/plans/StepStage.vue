<script setup lang="ts">
import { mdiContentCut, mdiFileOutline } from '@mdi/js'
import simplify from 'simplify-js'
import { partsOf, starterOf } from '#core/plan'

/** The chosen step's sheet, big: any moment of it, what its look-fors look at, and where to cut it in two. */
const editor = usePlanEditor()
const { plan, step, at, seen, pointedAt, drawingAreaOf, work } = editor
const canvas = ref<HTMLCanvasElement>()
const moments = computed(() => partsOf(plan.value!)[at.value]?.entries.length ?? 0)
const moment = ref(0)
const starter = computed(() => starterOf(plan.value!).length > 0)
/** The steps before are gone: what is left comes first. It can be taken back. */
async function beginHere(): Promise<void> {
  if (await editor.changeSteps({ kind: 'begin-at', at: at.value, moment: moment.value }, 'Setting the starter sheet'))
    at.value = 0
}
const sheet = computed(() => plan.value!.sheet)

watch(
  [step, moments],
  () => {
    moment.value = moments.value
  },
  { immediate: true },
)

let asked = 0
async function show(): Promise<void> {
  const number = ++asked
  const bitmap = await editor.desk.pictureAt(at.value, moment.value >= moments.value ? undefined : moment.value)
  if (!bitmap) return
  if (number !== asked || !canvas.value) return bitmap.close()
  canvas.value.width = bitmap.width
  canvas.value.height = bitmap.height
  canvas.value.getContext('bitmaprenderer')!.transferFromImageBitmap(bitmap)
}
watch([moment, at, () => plan.value!.demonstration], () => void show(), { flush: 'post' })
onMounted(() => void show())

/** Lines as wide on the screen at any size of the sheet. */
const hair = computed(() => Math.max(sheet.value.width, sheet.value.height) / 700)
const shownBands = computed(() =>
  (seen.value?.bands ?? []).flatMap((bands, i) => {
    const id = step.value!.lookFors[i]?.id
    const isPointed = pointedAt.value === id || drawingAreaOf.value === id
    return isPointed ? bands : []
  }),
)
const pathOf = (points: readonly number[], isClosed: boolean) =>
  `M${Array.from({ length: points.length / 2 }, (_, i) => `${points[2 * i]} ${points[2 * i + 1]}`).join('L')}${isClosed ? 'Z' : ''}`

// --- drawing an area by hand

const loop = ref<{ x: number; y: number }[]>([])
/** A corner may be so far off the hand's way, share of the sheet. */
const OFF = 0.004
const MOST_CORNERS = 60
function placeOf(event: PointerEvent): { x: number; y: number } {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect()
  return {
    x: ((event.clientX - box.left) / box.width) * sheet.value.width,
    y: ((event.clientY - box.top) / box.height) * sheet.value.height,
  }
}
function begin(event: PointerEvent): void {
  if (!drawingAreaOf.value) return
  ;(event.currentTarget as SVGElement).setPointerCapture(event.pointerId)
  loop.value = [placeOf(event)]
}
function extend(event: PointerEvent): void {
  if (loop.value.length) loop.value = [...loop.value, placeOf(event)]
}
function end(): void {
  const id = drawingAreaOf.value
  const side = Math.max(sheet.value.width, sheet.value.height)
  let corners = simplify(loop.value, OFF * side, true)
  for (let by = 2; corners.length > MOST_CORNERS; by *= 2) corners = simplify(loop.value, by * OFF * side, true)
  loop.value = []
  if (id && corners.length >= 3)
    lookWithin(
      id,
      corners.flatMap(({ x, y }) => [Math.round(x), Math.round(y)]),
    )
}
/** `target`: x and y of its corners. */
function lookWithin(id: string, target: number[]): void {
  if (!step.value) return
  editor.setStep({
    lookFors: step.value.lookFors.map(each =>
      each.id === id && 'target' in each.settings
        ? { ...each, settings: { ...each.settings, target } as typeof each.settings }
        : each,
    ),
  })
  drawingAreaOf.value = null
}
</script>

<template>
  <section class="stage" aria-label="The step’s sheet">
    <div class="frame">
      <div class="sheet" :style="{ aspectRatio: `${sheet.width} / ${sheet.height}` }">
        <canvas ref="canvas" :aria-label="`What step ${at + 1} comes to`" role="img" data-test="stage" />
        <svg
          :viewBox="`0 0 ${sheet.width} ${sheet.height}`"
          :class="{ drawing: drawingAreaOf }"
          @pointerdown="begin"
          @pointermove="extend"
          @pointerup="end"
          @pointercancel="loop = []"
        >
          <template v-for="(band, i) in shownBands" :key="i">
            <path
              v-if="band.reach > 0"
              :d="pathOf(band.points, band.isClosed)"
              fill="none"
              class="reach"
              :stroke-width="2 * band.reach"
            />
            <path
              :d="pathOf(band.points, band.isClosed)"
              :class="band.reach > 0 ? 'band' : 'border'"
              :stroke-width="(band.reach > 0 ? 1.2 : 2) * hair"
              :stroke-dasharray="band.reach > 0 ? undefined : `${7 * hair} ${4 * hair}`"
            />
          </template>
          <path
            v-if="loop.length > 1"
            :d="
              pathOf(
                loop.flatMap(({ x, y }) => [x, y]),
                true,
              )
            "
            class="border"
            :stroke-width="2 * hair"
          />
        </svg>
        <div v-if="work" class="work card" role="status">
          <v-progress-circular :aria-label="work" indeterminate size="22" width="2.5" color="primary" /> {{ work }} …
        </div>
      </div>
    </div>
    <p v-if="drawingAreaOf" class="hint small" role="status">
      Draw a loop round where to look.
      <BoxByNumbers
        title="Where to look"
        act="Look there"
        :sheet="sheet"
        @choose="({ x0, y0, x1, y1 }) => lookWithin(drawingAreaOf!, [x0, y0, x1, y0, x1, y1, x0, y1])"
      />
      <button class="link" @click="drawingAreaOf = null">Leave it as it is</button>
    </p>
    <p v-else-if="starter && at === 0" class="hint small">
      Everyone begins with a starter sheet.
      <button
        class="link"
        :disabled="work !== null"
        @click="editor.changeSteps({ kind: 'begin-empty' }, 'Making it part of the first step')"
      >
        Begin with an empty one
      </button>
    </p>
    <div v-if="!drawingAreaOf" class="scrub">
      <label for="moment" class="small">Moment</label>
      <!-- Made anew with its range: a value is held to the old one otherwise. -->
      <input
        id="moment"
        :key="`${step?.id} ${moments}`"
        v-model.number="moment"
        type="range"
        min="0"
        :max="moments"
        step="1"
        :aria-valuetext="`${moment} of ${moments}`"
      />
      <span class="small numbers">{{ moment }} of {{ moments }}</span>
      <v-btn
        size="small"
        variant="outlined"
        :prepend-icon="mdiContentCut"
        :disabled="moment <= 0 || moment >= moments || work !== null"
        title="Cuts the step in two at this moment"
        @click="editor.changeSteps({ kind: 'split', at, moment }, 'Cutting the step in two')"
        >Cut here</v-btn
      >
      <v-btn
        size="small"
        variant="outlined"
        :prepend-icon="mdiFileOutline"
        :disabled="work !== null || (at === 0 && moment <= 0)"
        title="Everyone begins with what stands on the sheet at this moment; the steps before it are taken out"
        @click="beginHere"
        >Begin here</v-btn
      >
    </div>
  </section>
</template>

<style scoped>
.stage {
  display: grid;
  grid-template-rows: 1fr;
  grid-auto-rows: auto;
  min-width: 0;
  min-height: 0;
  padding: 16px 18px 12px;
  gap: 10px;
  background: var(--round-sheet);
}
.frame {
  min-height: 0;
  display: grid;
  place-items: center;
  container-type: size;
}
.sheet {
  position: relative;
  max-width: 100cqw;
  max-height: 100cqh;
  width: 100cqw;
  background: #fff;
  box-shadow: 0 2px 10px rgb(0 0 0 / 22%);
}
@container (min-aspect-ratio: 4 / 3) {
  .sheet {
    width: auto;
    height: 100cqh;
  }
}
canvas,
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
svg {
  pointer-events: none;
}
svg.drawing {
  pointer-events: auto;
  cursor: crosshair;
  touch-action: none;
}
.reach {
  stroke: rgb(150 89 10 / 26%);
  stroke-linejoin: round;
  stroke-linecap: butt;
}
.band {
  stroke: #96590a;
  fill: none;
}
.border {
  stroke: #96590a;
  fill: rgb(150 89 10 / 8%);
}
.work {
  position: absolute;
  left: 50%;
  top: 50%;
  transform: translate(-50%, -50%);
  display: flex;
  gap: 12px;
  align-items: center;
  white-space: nowrap;
}
.scrub {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 12px;
}
.scrub input {
  flex: 1;
  min-height: 34px;
}
.hint {
  margin: 0;
  justify-self: center;
  padding: 6px 14px;
  border-radius: 8px;
  background: var(--paper);
  text-align: center;
}
.link {
  color: var(--blue);
  text-decoration: underline;
}
</style>
