<script setup lang="ts">
import type { GoOn } from '#core/plan'

/** How a learner goes on from a step, and how free the step is. */
const editor = usePlanEditor()
const { step, at, plan } = editor
const CHOICES: [GoOn, string, string][] = [
  ['freely', 'Freely', 'Whenever they like.'],
  ['met', 'When the look-fors are met', 'Until then the button says “Go on anyway”.'],
  ['opened', 'When you open the next step', 'Everyone waits for you. You open it for a class under “Classes”.'],
]
</script>

<template>
  <div v-if="step && plan" class="going">
    <fieldset>
      <legend>Going on from here</legend>
      <label v-for="[value, words, why] in CHOICES" :key="value" class="choice">
        <input
          type="radio"
          name="go-on"
          :value="value"
          :checked="(step.goOn ?? 'freely') === value"
          @change="editor.setStep({ goOn: value === 'freely' ? undefined : value })"
        />
        <span
          >{{ words }}<br /><span class="small soft">{{ why }}</span></span
        >
      </label>
    </fieldset>
    <fieldset>
      <legend>How free</legend>
      <label class="choice"
        ><input
          type="radio"
          name="exact"
          :checked="!step.isExact"
          @change="editor.setStep({ isExact: undefined })"
        /><span
          >Variation is welcome<br /><span class="small soft">“Follow along, or make it your own.”</span></span
        ></label
      >
      <label class="choice"
        ><input
          type="radio"
          name="exact"
          :checked="step.isExact ?? false"
          @change="editor.setStep({ isExact: true })"
        /><span
          >Copy it exactly<br /><span class="small soft">Where and how large it lies counts too.</span></span
        ></label
      >
    </fieldset>
    <label v-if="at > 0" class="choice"
      ><input
        type="checkbox"
        :checked="step.isRicher ?? false"
        @change="editor.setStep({ isRicher: step.isRicher ? undefined : true })"
      /><span
        >Only on the richer way<br /><span class="small soft"
          >Those who take the simple way finish without this step.</span
        ></span
      ></label
    >
  </div>
</template>

<style scoped>
.going {
  display: grid;
  gap: 18px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
}
legend {
  font-family: var(--font-display);
  font-weight: 560;
  margin-bottom: 6px;
}
.choice {
  display: grid;
  grid-template-columns: 24px 1fr;
  gap: 6px;
  align-items: start;
  padding: 5px 0;
}
.choice input {
  margin-top: 5px;
}
</style>
