<script setup lang="ts">
import { FORMS_IN_LIGHT, HALF_VIEW, lightFrom, zonesOfBall } from '#core/light'

/**
 * What the light pin does to simple forms: where light, half-tone, core shadow, reflected light, highlight and cast
 * shadow fall.
 */
const lighting = useLight()
const { sheet } = useDrawing()
const { light, isOpen } = lighting
const { shadow: casting } = useInHand()
const { shadow } = casting
const SIDE = 190
const SMALL = 64
/** Seen from the middle of the sheet. */
const direction = computed(
  () => light.value && lightFrom(light.value, { x: sheet.value.width / 2, y: sheet.value.height / 2 }),
)
const NAMES = { ball: 'Ball', cylinder: 'Cylinder', cone: 'Cone', box: 'Box' } as const

const zones = computed(() =>
  direction.value
    ? zonesOfBall(direction.value).map(({ zone, x, y }, i) => ({
        zone,
        number: i + 1,
        left: `${((x / HALF_VIEW + 1) / 2) * 100}%`,
        top: `${((1 - y / HALF_VIEW) / 2) * 100}%`,
      }))
    : [],
)
const words = computed(() => {
  const [x, y, z] = direction.value ?? [0, 0, 1]
  if (Math.hypot(x, y) < 0.05) return 'from straight in front'
  const names = [
    'from the right',
    'from the upper right',
    'from above',
    'from the upper left',
    'from the left',
    'from the lower left',
    'from below',
    'from the lower right',
  ]
  return `${names[((Math.round(Math.atan2(y, x) / (Math.PI / 4)) % 8) + 8) % 8]}${z > 0.75 ? ', well in front of the sheet' : z < 0.3 ? ', along the sheet' : ''}`
})
</script>

<template>
  <div
    v-if="isOpen && light && !shadow"
    class="card light lies-beside"
    role="group"
    aria-label="The light"
    @pointerdown.stop
  >
    <header>
      <strong>The light</strong><span class="small soft">{{ words }}</span>
    </header>
    <div class="forms">
      <div class="ball" :style="{ width: `${SIDE}px`, height: `${SIDE}px` }">
        <LitForm form="ball" :direction="direction!" :side="SIDE" />
        <span
          v-for="zone in zones"
          :key="zone.zone"
          class="mark numbers"
          :style="{ left: zone.left, top: zone.top }"
          aria-hidden="true"
          >{{ zone.number }}</span
        >
      </div>
      <div class="others">
        <figure v-for="form in FORMS_IN_LIGHT.slice(1)" :key="form">
          <LitForm :form="form" :direction="direction!" :side="SMALL" />
          <figcaption class="small soft">{{ NAMES[form] }}</figcaption>
        </figure>
      </div>
    </div>
    <ol class="small">
      <li v-for="zone in zones" :key="zone.zone">
        <span class="key numbers">{{ zone.number }}</span>{{ zone.zone }}
      </li>
    </ol>
    <FineSlider
      :model-value="light.height"
      label="In front"
      unit="°"
      :max="90"
      @update:model-value="lighting.put({ ...light, height: $event })"
      @end="lighting.settle()"
    />
    <footer>
      <v-btn size="small" variant="outlined" @click="casting.begin()">Cast a shadow</v-btn>
      <v-btn size="small" variant="text" @click="lighting.remove()">Take it away</v-btn>
      <v-btn size="small" variant="text" @click="isOpen = false">Done</v-btn>
    </footer>
  </div>
  <div v-if="shadow" class="card light lies-beside" role="group" aria-label="The cast shadow" @pointerdown.stop>
    <header>
      <strong>Cast shadow</strong
      ><span class="small soft">{{
        casting.thrown.value
          ? 'away from the light pin'
          : light
            ? 'the pin is on the form: choose the way'
            : 'no light pin: choose the way'
      }}</span>
    </header>
    <FineSlider
      :model-value="shadow.length"
      label="How far"
      unit="px"
      :max="600"
      @update:model-value="casting.set({ length: $event })"
    />
    <FineSlider
      v-if="!casting.thrown.value"
      :model-value="shadow.turn"
      label="Which way"
      unit="°"
      :min="0"
      :max="359"
      @update:model-value="casting.set({ turn: $event })"
    />
    <FineSlider
      :model-value="shadow.soft"
      label="How soft"
      unit="px"
      :max="80"
      @update:model-value="casting.set({ soft: $event })"
    />
    <FineSlider :model-value="shadow.dark" label="How dark" @update:model-value="casting.set({ dark: $event })" />
    <FineSlider :model-value="shadow.opacity" label="Strength" @update:model-value="casting.set({ opacity: $event })" />
    <p class="small soft">It gets a layer of its own under the form, so it can still be changed.</p>
    <footer>
      <v-btn size="small" color="primary" @click="casting.settle()">Keep it</v-btn
      ><v-btn size="small" variant="text" @click="casting.discard()">Leave as it was</v-btn>
    </footer>
  </div>
</template>

<style scoped>
.light {
  gap: 6px;
}
.light :deep(.v-slider__label) {
  width: 80px;
}
.forms {
  display: flex;
  gap: 6px;
  background: #6d6a66;
  border-radius: 8px;
  padding: 4px;
}
.ball {
  position: relative;
  flex: none;
}
.others {
  flex: 1;
  display: grid;
  align-content: space-between;
  justify-items: center;
}
figure {
  margin: 0;
  display: grid;
  justify-items: center;
}
figcaption {
  color: #f4f0e6;
  font-size: 0.7rem;
  line-height: 1;
}
.mark,
.key {
  display: inline-grid;
  place-items: center;
  width: 16px;
  height: 16px;
  border-radius: 50%;
  background: #fffdf6;
  color: #22201d;
  border: 1.5px solid #8a5608;
  font-size: 0.64rem;
  font-weight: 600;
}
.mark {
  position: absolute;
  transform: translate(-50%, -50%);
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  columns: 2;
}
li {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 24px;
}
footer {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
p {
  margin: 0;
}
</style>
