<script setup lang="ts">
/**
 * What a page is: its one heading, and its title in the window. Whoever came here from another page begins at it;
 * with a screen reader that tells where they are.
 */
const props = defineProps<{ title: string }>()
useHead({ title: () => `${props.title} · Little Easel` })
const heading = useTemplateRef<HTMLElement>('heading')
onMounted(() => {
  if (takeArrival()) requestAnimationFrame(() => focusUnlessWriting(heading.value))
})
</script>

<template>
  <h1 ref="heading" tabindex="-1">
    <slot>{{ title }}</slot>
  </h1>
</template>
