<script setup lang="ts">
import { mdiDeleteOutline, mdiVectorLine } from '@mdi/js'
import { useFileDialog } from '@vueuse/core'
import { guideTrouble, LEAST_SPACING, type Guide } from '#core/guides'
import { ONE_DRAWN_FILE } from '../../sheet/drawn-lines'
import { guideName, LAID_GUIDES, WAYS_NAME } from '../../sheet/guide-words'

/** The guides over the sheet: add, show, follow, set. */
const { guides, isAdjusting, snaps, add, change, remove, isGiven } = useGuides()
const { sheet } = useDrawing()
const { bringGuides } = useBringIn()

const { open: chooseFile, onChange: onChosen } = useFileDialog(ONE_DRAWN_FILE)
onChosen(files => void (files?.[0] && bringGuides(files[0])))

const isRepeating = (guide: Guide) => guide.kind === 'mirror' || guide.kind === 'spokes'
const side = computed(() => Math.max(sheet.value.width, sheet.value.height))

function setPoints(guide: Extract<Guide, { kind: 'perspective' }>, count: number): void {
  const { width, height } = sheet.value
  const spare = [
    { x: -width * 0.15, y: height * 0.4 },
    { x: width * 1.15, y: height * 0.4 },
    { x: width / 2, y: height * 1.6 },
  ]
  const only =
    count === 1 && guide.points.length > 1 ? [{ x: width / 2, y: guide.points[0]!.y }] : guide.points.slice(0, count)
  change(guide.id, { points: [...only, ...spare.slice(only.length, count)] })
}
const number = (event: Event) => Number((event.target as HTMLInputElement).value)
function setPoint(guide: Extract<Guide, { kind: 'perspective' }>, i: number, set: { x?: number; y?: number }): void {
  change(guide.id, { points: guide.points.map((point, k) => (k === i ? { ...point, ...set } : point)) })
}
</script>

<template>
  <v-menu location="bottom" :close-on-content-click="false">
    <template #activator="{ props: opens }">
      <v-btn
        v-bind="opens"
        aria-haspopup="dialog"
        :icon="mdiVectorLine"
        variant="text"
        size="small"
        :color="guides.length ? 'primary' : undefined"
        aria-label="Guides"
        title="Guides"
      />
    </template>
    <div class="card guides" role="dialog" aria-label="Guides">
      <h3>Guides</h3>
      <p class="small soft">Drawn over the sheet, never on it.</p>
      <section v-for="guide in guides" :key="guide.id" class="guide" :aria-label="guideName(guide.kind)">
        <div class="head">
          <strong
            >{{ guideName(guide.kind) }}<span v-if="isGiven(guide.id)" class="small soft"> of the step</span></strong
          >
          <label class="small"
            ><input type="checkbox" :checked="guide.isShown" @change="change(guide.id, { isShown: !guide.isShown })" />
            shown</label
          >
          <label class="small"
            ><input
              type="checkbox"
              :checked="guide.isFollowed"
              @change="change(guide.id, { isFollowed: !guide.isFollowed })"
            />
            {{ isRepeating(guide) ? 'repeats strokes' : 'strokes follow' }}</label
          >
          <v-btn
            v-if="!isGiven(guide.id)"
            :icon="mdiDeleteOutline"
            size="x-small"
            variant="text"
            :aria-label="`Take ${guideName(guide.kind)} away`"
            @click="remove(guide.id)"
          />
        </div>
        <template v-if="guide.isShown">
          <FineSlider
            v-if="guide.kind === 'grid' || guide.kind === 'isometric'"
            :model-value="guide.spacing"
            label="Spacing"
            unit="px"
            :min="LEAST_SPACING"
            :max="Math.round(side / 2)"
            @update:model-value="change(guide.id, { spacing: $event })"
          />
          <template v-if="guide.kind === 'spokes'">
            <FineSlider
              :model-value="guide.count"
              label="Spokes"
              unit=""
              :min="2"
              :max="24"
              @update:model-value="change(guide.id, { count: $event })"
            />
            <label class="small"
              ><input
                type="checkbox"
                :checked="guide.isMirrored"
                @change="change(guide.id, { isMirrored: !guide.isMirrored })"
              />
              each mirrored as well</label
            >
          </template>
          <FineSlider
            v-if="guide.kind === 'ways'"
            :model-value="guide.scale"
            label="Size"
            :min="5"
            :max="1000"
            @update:model-value="change(guide.id, { scale: $event })"
          />
          <FineSlider
            v-if="'angle' in guide"
            :model-value="Math.round(guide.angle)"
            label="Angle"
            unit="°"
            :min="-180"
            :max="180"
            @update:model-value="change(guide.id, { angle: $event })"
          />
          <template v-if="guide.kind === 'perspective'">
            <FineSlider
              :model-value="guide.points.length"
              label="Points"
              unit=""
              :min="1"
              :max="3"
              @update:model-value="setPoints(guide, $event)"
            />
            <div v-for="(point, i) in guide.points" :key="i" class="point small numbers">
              {{ i + 1 }}
              <label
                >across
                <input type="number" :value="Math.round(point.x)" @change="setPoint(guide, i, { x: number($event) })"
              /></label>
              <label
                >down
                <input type="number" :value="Math.round(point.y)" @change="setPoint(guide, i, { y: number($event) })"
              /></label>
            </div>
          </template>
          <TroubleLine :trouble="guideTrouble(guide)" class="small" />
          <FineSlider
            :model-value="guide.opacity"
            label="Strength"
            :min="5"
            @update:model-value="change(guide.id, { opacity: $event })"
          />
          <FineSlider
            :model-value="guide.weight"
            label="Line"
            unit="px"
            :min="0.5"
            :max="6"
            :step="0.5"
            @update:model-value="change(guide.id, { weight: $event })"
          />
        </template>
      </section>
      <div class="adds">
        <button v-for="[kind, name, use] in LAID_GUIDES" :key="kind" class="add" @click="add(kind, sheet)">
          <strong>{{ name }}</strong><span class="small soft">{{ use }}</span>
        </button>
        <button class="add" @click="chooseFile()">
          <strong>{{ WAYS_NAME }} of a file …</strong><span class="small soft">SVG: strokes run along them</span>
        </button>
      </div>
      <label class="small"
        ><input v-model="snaps" type="checkbox" /> shapes and parts snap to squares, thirds, the middle and the edges
        (Alt: not now)</label
      >
      <v-switch
        v-if="guides.some(guide => guide.kind !== 'thirds')"
        v-model="isAdjusting"
        color="primary"
        density="compact"
        hide-details
        label="Move them on the sheet with handles"
      />
    </div>
  </v-menu>
</template>

<style scoped>
.guides {
  width: 400px;
  max-height: min(76vh, 640px);
  overflow: auto;
  display: grid;
  gap: 10px;
  box-shadow: 0 10px 34px rgb(0 0 0 / 25%);
}
.guide {
  border: 1px solid var(--line);
  border-radius: 8px;
  padding: 8px 12px;
  display: grid;
  gap: 2px;
}
.head {
  display: flex;
  align-items: center;
  gap: 12px;
}
.head strong {
  flex: 1;
}
label {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  min-height: 32px;
}
.point {
  display: flex;
  gap: 14px;
  align-items: center;
}
.point input {
  width: 84px;
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 3px 6px;
}
.adds {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
}
.add {
  display: grid;
  text-align: left;
  padding: 6px 12px;
  border: 1px dashed var(--line);
  border-radius: 8px;
  min-height: 44px;
}
.add:hover {
  background: var(--paper-shade);
}
</style>
