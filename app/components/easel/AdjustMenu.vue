<script setup lang="ts">
import { mdiTuneVariant } from '@mdi/js'
import type { AdjustmentKind } from '#core/adjust'
import { ADJUST_GROUPS, ADJUST_WORDS } from '../../sheet/adjust-words'

/** What can be done to the paint of the live layer as a whole. */
const lighting = useLight()
const bands = useBands()
const stack = useStack()
const { adjusting, shadow, haze, hand, settleAll } = useInHand()
const isOpen = ref(false)
function run(kind: AdjustmentKind): void {
  isOpen.value = false
  void adjusting.choose(kind, kind === 'lines' || kind === 'sketch' ? { colour: [...hand.colour] } : {})
}
function light(act: () => unknown): void {
  isOpen.value = false
  void settleAll()
  act()
}
async function cut(): Promise<void> {
  const layer = await lighting.cutShading()
  if (layer) stack.choose(layer)
}
</script>

<template>
  <v-menu v-model="isOpen" location="top" :offset="12" :close-on-content-click="false">
    <template #activator="{ props: opens }">
      <v-btn
        v-bind="opens"
        aria-haspopup="dialog"
        :icon="mdiTuneVariant"
        variant="text"
        class="opener"
        :color="adjusting.how.value ? 'primary' : undefined"
        aria-label="Adjust the paint of this layer, and light"
        title="Adjust the paint of this layer, and light"
      />
    </template>
    <div class="card choices" role="dialog" aria-label="Adjust">
      <div v-for="(column, i) in ADJUST_GROUPS" :key="i">
        <section v-for="group in column" :key="group.name" :aria-label="group.name">
          <h3>{{ group.name }}</h3>
          <button
            v-for="kind in group.kinds"
            :key="kind"
            class="choice"
            :title="ADJUST_WORDS[kind].does"
            :aria-pressed="adjusting.kind.value === kind"
            @click="run(kind)"
          >
            <strong>{{ ADJUST_WORDS[kind].name }}</strong><span class="small soft">{{ ADJUST_WORDS[kind].does }}</span>
          </button>
        </section>
        <section v-if="i === 1" aria-label="Light">
          <h3>Light</h3>
          <button class="choice" :aria-pressed="lighting.isOpen.value" @click="light(() => lighting.open())">
            <strong>Light pin</strong
            ><span class="small soft">Marks where the light comes from; forms beside it show what that does.</span>
          </button>
          <button class="choice" @click="light(() => shadow.begin())">
            <strong>Cast shadow</strong
            ><span class="small soft">The shadow of what is painted here, on a layer under it.</span>
          </button>
          <button class="choice" :aria-pressed="bands.isOpen.value" @click="light(() => bands.open())">
            <strong>Ladder shading</strong
            ><span class="small soft"
              >Faint borders between shades that follow the form, to draw over, fill and soften.</span
            >
          </button>
          <button class="choice" @click="light(cut)">
            <strong>Cut shading</strong
            ><span class="small soft">A darkening layer over this colour, clipped to it: draw shadow shapes.</span>
          </button>
          <button class="choice" @click="light(() => haze.open())">
            <strong>Haze</strong><span class="small soft">Layers fade toward the sky by their distance.</span>
          </button>
        </section>
      </div>
    </div>
  </v-menu>
</template>

<style scoped>
.opener {
  align-self: center;
  color: var(--on-ledge);
}
.choices {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 18px;
  width: 640px;
  max-width: 94vw;
  max-height: 84vh;
  overflow: auto;
  box-shadow: 0 10px 34px rgb(0 0 0 / 25%);
}
section {
  margin-bottom: 4px;
}
h3 {
  margin: 2px 0;
}
.choice {
  display: grid;
  width: 100%;
  min-height: 44px;
  padding: 3px 10px;
  line-height: 1.3;
  border-radius: 8px;
  border: 1px solid transparent;
  text-align: left;
}
.choice strong {
  font-weight: 560;
}
.choice:hover {
  background: var(--paper-shade);
}
.choice[aria-pressed='true'] {
  border-color: var(--blue);
}
</style>
