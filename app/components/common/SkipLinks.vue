<script setup lang="ts">
/** Ways past what comes first, for whoever goes by keys: seen only while they have the focus. */
defineProps<{ to: readonly { readonly id: string; readonly words: string }[] }>()
const FOCUSABLE = 'a[href], button, input, select, textarea, [tabindex]'

/** Places that take no focus take this one, until they lose it. */
function go(id: string): void {
  const place = document.getElementById(id)
  if (!place) return
  if (!place.matches(FOCUSABLE)) {
    place.tabIndex = -1
    place.addEventListener('blur', () => place.removeAttribute('tabindex'), { once: true })
  }
  place.focus()
  place.scrollIntoView({ block: 'nearest' })
}
</script>

<template>
  <nav class="skip" aria-label="Go straight to">
    <a v-for="each in to" :key="each.id" :href="`#${each.id}`" class="small" @click.prevent="go(each.id)">{{
      each.words
    }}</a>
  </nav>
</template>

<style scoped>
.skip a:not(:focus) {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
  white-space: nowrap;
}
.skip a:focus {
  position: absolute;
  z-index: 2000;
  padding: 8px 14px;
  background: var(--paper);
  border-radius: 8px;
  box-shadow: 0 4px 16px rgb(0 0 0 / 18%);
}
</style>
