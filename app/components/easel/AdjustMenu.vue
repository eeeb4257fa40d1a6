<script setup lang="ts">
import { mdiTuneVariant } from '@mdi/js'
import type { AdjustmentKind } from '#core/adjust'
import { ADJUST_GROUPS, ADJUST_WORDS } from '../../sheet/adjust-words'

/** What can be done to the paint of the live layer as a whole. */
const { adjusting, hand, settleAll } = useEasel()
const isOpen = ref(false)
function run(kind: AdjustmentKind): void {
  isOpen.value = false
  settleAll()
  void adjusting.choose(kind, kind === 'lines' || kind === 'sketch' ? { colour: [...hand.colour] } : {})
}
</script>

<template>
  <v-menu v-model="isOpen" location="top" :offset="12" :close-on-content-click="false">
    <template #activator="{ props: opens }">
      <v-btn v-bind="opens" :icon="mdiTuneVariant" variant="text" class="opener" :color="adjusting.how.value ? 'primary' : undefined" aria-label="Adjust the paint of this layer" title="Adjust the paint of this layer" />
    </template>
    <div class="card choices">
      <div v-for="(column, i) in ADJUST_GROUPS" :key="i">
        <section v-for="group in column" :key="group.name" :aria-label="group.name">
          <h3>{{ group.name }}</h3>
          <button v-for="kind in group.kinds" :key="kind" class="choice" :title="ADJUST_WORDS[kind].does" :aria-pressed="adjusting.kind.value === kind" @click="run(kind)">
            <strong>{{ ADJUST_WORDS[kind].name }}</strong><span class="small soft">{{ ADJUST_WORDS[kind].does }}</span>
          </button>
        </section>
      </div>
    </div>
  </v-menu>
</template>

<style scoped>
.opener { align-self: center; color: var(--on-ledge); }
.choices { display: grid; grid-template-columns: 1fr 1fr; gap: 18px; width: 640px; max-width: 94vw; max-height: 84vh; overflow: auto; box-shadow: 0 10px 34px rgb(0 0 0 / 25%); }
section { margin-bottom: 8px; }
.choice { display: grid; width: 100%; min-height: 44px; padding: 3px 10px; line-height: 1.3; border-radius: 8px; border: 1px solid transparent; text-align: left; }
.choice strong { font-weight: 560; }
.choice:hover { background: var(--paper-shade); }
.choice[aria-pressed='true'] { border-color: var(--blue); }
</style>
