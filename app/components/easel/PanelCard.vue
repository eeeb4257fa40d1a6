<script setup lang="ts">
import { mdiChevronDown, mdiChevronUp } from '@mdi/js'

/** How a mural's panel meets its neighbours: one line an edge; what is pointed at is marked on the sheet. */
const at = usePanel()
const isOpen = defineModel<boolean>('open', { required: true })
const pointed = defineModel<string | null>('pointed', { required: true })
const panel = computed(() => at?.panel.value ?? null)
const apart = computed(
  () => at?.findings.value.filter(each => each.verdict === 'nearly' || each.verdict === 'not-yet').length ?? 0,
)
const summary = computed(() => {
  if (!at || at.findings.value.every(each => each.verdict === 'cant-tell')) return 'nothing to meet yet'
  return apart.value === 0
    ? 'the seams meet'
    : apart.value === 1
      ? 'one seam does not meet'
      : `${apart.value} seams do not meet`
})
</script>

<template>
  <div v-if="at && panel" class="panel card small" data-test="panel-card" @pointerdown.stop @wheel.stop>
    <div class="head">
      <strong>{{ panel.name }}</strong> of
      <NuxtLink :to="`/murals/${panel.mural}`" class="mural">{{ panel.title }}</NuxtLink>
      <button class="seams soft" :aria-expanded="isOpen" @click="isOpen = !isOpen">
        · {{ summary }} <v-icon :icon="isOpen ? mdiChevronUp : mdiChevronDown" size="18" />
      </button>
    </div>
    <p v-if="at.isOtherSize.value" class="other" role="alert">
      <strong>This sheet no longer has the size of its panel.</strong> It can’t be put in: undo the cut or the scaling.
    </p>
    <template v-if="isOpen">
      <ul>
        <li
          v-for="finding in at.findings.value"
          :key="finding.side"
          tabindex="0"
          @mouseenter="pointed = finding.lookFor"
          @mouseleave="pointed = null"
          @focus="pointed = finding.lookFor"
          @blur="pointed = null"
        >
          <VerdictSign :verdict="finding.verdict" />
          <span
            >{{ finding.sentence }}
            <span v-if="finding.figure" class="soft numbers"
              >{{ finding.figure.value }} {{ finding.figure.unit }}</span
            ></span
          >
        </li>
      </ul>
      <label class="switch"><input v-model="at.isShown.value" type="checkbox" /> the neighbours’ edges</label>
    </template>
  </div>
</template>

<style scoped>
.panel {
  position: absolute;
  left: 12px;
  top: 12px;
  max-width: min(380px, 70%);
  padding: 8px 12px;
  cursor: default;
  box-shadow: 0 3px 12px rgb(0 0 0 / 14%);
  z-index: 1;
}
.head {
  display: flex;
  gap: 5px;
  align-items: center;
  flex-wrap: wrap;
  min-height: 30px;
  text-align: left;
}
.mural,
.seams {
  display: inline-flex;
  align-items: center;
  min-height: 30px;
}
ul {
  list-style: none;
  margin: 6px 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
li {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 8px;
  align-items: start;
}
.switch {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 30px;
}
.other {
  margin: 4px 0;
  padding-left: 10px;
  border-left: 3px solid var(--ochre);
}
</style>
