<script setup lang="ts">
import equal from 'fast-deep-equal'
import { GREATEST_STEADYING, isRubbing, TOOLS, type Tip, type ToolSettings } from '#core/brush'
import { TEXTURES } from '#core/kernels'
import { useHand } from '../../stores/hand'
import { wordsOf } from '../../sheet/tool-words'

/** Everything that can be set at the lifted tool, sorted by what it is about. */
const hand = useHand()
// While it goes away after another kind of tool was lifted there is nothing to show.
const settings = computed(() => hand.settings ?? TOOLS.pencil)
const isChanged = computed(() => !equal(toRaw(hand.lifted?.now), toRaw(hand.lifted?.laid)))

type NumberKey = {
  [K in keyof Required<ToolSettings>]: Required<ToolSettings>[K] extends number ? K : never
}[keyof ToolSettings]
/** A setting as a model for a slider. */
const of = (key: NumberKey) =>
  computed({ get: () => settings.value[key] ?? 0, set: value => hand.set({ [key]: Number(value) }) })
const flow = of('flow')
const hardness = of('hardness')
const spacing = of('spacing')
const scatter = of('scatter')
const rim = of('rim')
const wet = of('wet')
/** Only a tool that is wet runs. */
const isWet = computed(() => TOOLS[settings.value.tool].wet !== undefined)
const taperIn = of('taperIn')
const taperOut = of('taperOut')
const pressureSize = of('pressureSize')
const pressureFlow = of('pressureFlow')
const speedSize = of('speedSize')
const steadying = of('steadying')

const tip = computed(() => settings.value.tip)
const setTip = (set: object) => hand.set({ tip: { ...tip.value, ...set } as Tip })
const setGrain = (set: Partial<ToolSettings['grain']>) => hand.set({ grain: { ...settings.value.grain, ...set } })
const isErasing = computed({
  get: () => settings.value.effect === 'erase',
  set: erases => hand.setErasing(erases),
})
const ownName = ref('')
function keep(): void {
  hand.keepOwn(ownName.value)
  ownName.value = ''
}
const rubs = computed(() => isRubbing(settings.value))
const canTrueUp = computed(() => !rubs.value && tip.value.kind !== 'spray')
const TURNS = [
  ['upright', 'always upright'],
  ['along', 'along the stroke'],
  ['any', 'any way'],
] as const
</script>

<template>
  <div class="card more" role="dialog" aria-label="More of this tool">
    <div class="head">
      <h3>{{ wordsOf(hand.lifted!.laid).name }}, finely set</h3>
      <v-btn variant="outlined" size="small" :disabled="!isChanged" @click="hand.layBack()">As it was laid out</v-btn>
    </div>

    <section v-if="tip.kind !== 'disc'" aria-label="Tip">
      <h4>Tip</h4>
      <template v-if="tip.kind === 'nib'">
        <FineSlider
          :model-value="tip.angle"
          label="Angle"
          unit="°"
          :max="179"
          @update:model-value="setTip({ angle: $event })"
        />
        <FineSlider :model-value="tip.thin" label="Thickness" :min="4" @update:model-value="setTip({ thin: $event })" />
      </template>
      <template v-else-if="tip.kind === 'bristles'">
        <FineSlider :model-value="tip.dryness" label="Dryness" @update:model-value="setTip({ dryness: $event })" />
        <FineSlider
          :model-value="tip.reach"
          label="Paint lasts"
          unit="sizes"
          :max="400"
          @update:model-value="setTip({ reach: $event })"
        />
      </template>
      <template v-else-if="tip.kind === 'spray'">
        <FineSlider
          :model-value="tip.rate"
          label="Drops a second"
          unit=""
          :min="1"
          :max="400"
          @update:model-value="setTip({ rate: $event })"
        />
        <FineSlider
          :model-value="tip.drop"
          label="Drop"
          unit="px"
          :min="1"
          :max="40"
          @update:model-value="setTip({ drop: $event })"
        />
      </template>
      <template v-else>
        <StampShapes :shape="tip.shape" @take="setTip({ shape: $event })" />
        <div class="shapes" role="radiogroup" aria-label="Which way up">
          <button
            v-for="[turn, words] in TURNS"
            :key="turn"
            class="choice"
            role="radio"
            :aria-checked="tip.turn === turn"
            @click="setTip({ turn })"
          >
            {{ words }}
          </button>
        </div>
        <FineSlider
          :model-value="tip.shrinks ?? 0"
          label="Smaller by chance"
          :max="90"
          :step="5"
          @update:model-value="setTip({ shrinks: $event })"
        />
        <FineSlider
          v-if="tip.turn !== 'any'"
          :model-value="tip.sways ?? 0"
          label="Turned by chance"
          unit="°"
          :max="180"
          :step="5"
          @update:model-value="setTip({ sways: $event })"
        />
      </template>
    </section>

    <section aria-label="Hand">
      <h4>Hand</h4>
      <FineSlider v-model="steadying" label="Steadying" unit="of 10" :max="GREATEST_STEADYING" />
      <v-switch
        v-if="canTrueUp"
        v-model="hand.truesUp"
        color="primary"
        density="compact"
        hide-details
        label="Held at its end, a stroke becomes true"
      />
      <v-switch
        v-if="canTrueUp && hand.truesUp"
        v-model="hand.hasEvenWidth"
        color="primary"
        density="compact"
        hide-details
        label="True shapes in an even width"
      />
      <FineSlider v-if="!rubs" v-model="pressureSize" label="Pressure on size" />
      <FineSlider v-model="pressureFlow" :label="rubs ? 'Pressure on strength' : 'Pressure on flow'" />
      <FineSlider v-if="!rubs" v-model="speedSize" label="Speed thins" :min="-100" />
    </section>

    <section aria-label="Mark">
      <h4>Mark</h4>
      <FineSlider v-if="!rubs" v-model="flow" label="Flow" :min="1" />
      <FineSlider v-model="hardness" label="Hard edge" />
      <template v-if="!rubs">
        <FineSlider v-model="spacing" label="Distance" :min="2" :max="400" />
        <FineSlider v-model="scatter" label="Scatter" :max="400" />
        <FineSlider v-model="taperIn" label="Pointed start" :max="2000" :step="10" />
        <FineSlider v-model="taperOut" label="Pointed end" :max="2000" :step="10" />
        <FineSlider v-model="rim" label="Dried edge" />
        <FineSlider v-if="isWet" v-model="wet" label="Runs into paint" />
      </template>
    </section>

    <section v-if="!rubs" aria-label="Paper">
      <h4>Paper</h4>
      <div class="shapes" role="radiogroup" aria-label="Texture">
        <button
          v-for="texture in TEXTURES"
          :key="texture"
          class="choice"
          role="radio"
          :aria-checked="settings.grain.texture === texture"
          @click="setGrain({ texture })"
        >
          {{ texture.replace('-', ' ') }}
        </button>
      </div>
      <FineSlider
        :model-value="settings.grain.depth"
        label="Thin in hollows"
        :max="400"
        @update:model-value="setGrain({ depth: $event })"
      />
      <FineSlider
        :model-value="settings.grain.bite"
        label="Skips hollows"
        :max="800"
        @update:model-value="setGrain({ bite: $event })"
      />
    </section>

    <form class="keep" @submit.prevent="keep">
      <input v-model="ownName" maxlength="30" placeholder="Name of my own tool" aria-label="Name of my own tool" />
      <v-btn type="submit" variant="outlined" size="small" :disabled="!ownName.trim()">Keep in the cupboard</v-btn>
    </form>
    <v-switch
      v-if="!rubs"
      v-model="isErasing"
      color="primary"
      density="compact"
      hide-details
      label="Erase with this tip"
      :disabled="hand.isEraser"
    />
  </div>
</template>

<style scoped>
.more {
  width: 400px;
  max-height: min(66vh, 560px);
  overflow: auto;
  display: grid;
  gap: 12px;
  box-shadow: 0 10px 34px rgb(0 0 0 / 25%);
}
.head {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 10px;
}
section {
  display: grid;
  gap: 2px;
}
h4 {
  font-size: 0.8rem;
  font-weight: 600;
  color: var(--ink-soft);
  border-bottom: 1px solid var(--line);
  padding-bottom: 3px;
  margin-bottom: 3px;
}
.shapes {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 4px 0;
}
.choice {
  padding: 5px 11px;
  min-height: 34px;
  border: 1px solid var(--line);
  border-radius: 8px;
  font-size: 0.88rem;
}
.choice[aria-checked='true'] {
  border-color: var(--blue);
  box-shadow: inset 0 0 0 1px var(--blue);
  font-weight: 560;
}
.keep {
  display: flex;
  gap: 8px;
  align-items: center;
}
.keep input {
  flex: 1;
  min-width: 0;
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 5px 9px;
  background: var(--paper);
  color: var(--ink);
}
</style>
