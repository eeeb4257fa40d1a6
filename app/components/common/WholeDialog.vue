<script setup lang="ts">
/** Something that is looked at in the whole window: its title and what can be done with it above it. */
defineProps<{ title: string; isPersistent?: boolean }>()
const emit = defineEmits<{ close: [] }>()
const whole = useTemplateRef<HTMLElement>('whole')
const heading = useId()
useDialogFocus(() => true, whole)
</script>

<template>
  <v-dialog
    :model-value="true"
    fullscreen
    :persistent="isPersistent"
    :aria-labelledby="heading"
    @update:model-value="emit('close')"
  >
    <div ref="whole" class="whole">
      <header>
        <h2 :id="heading" tabindex="-1" data-heading>{{ title }}</h2>
        <slot name="header" />
      </header>
      <slot />
    </div>
  </v-dialog>
</template>

<style scoped>
.whole {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  height: 100%;
  background: var(--paper);
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  padding: 4px 10px 4px 18px;
  border-bottom: 1px solid var(--line);
  min-height: 50px;
}
h2 {
  font-size: 1.12rem;
  margin: 0;
}
</style>
