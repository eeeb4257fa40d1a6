<script setup lang="ts">
import { tieError } from '../../sheet/tied-errors'

/** What went wrong and what to do, said at once and tied to the fields of its form. */
const props = defineProps<{ trouble: { message: string; fix: string } | string | null | undefined }>()
const id = useId()
const line = useTemplateRef<HTMLElement>('line')
const parts = computed(() =>
  typeof props.trouble === 'string' ? { message: '', fix: props.trouble } : (props.trouble ?? null),
)
let untie: (() => void) | null = null
function loosen(): void {
  untie?.()
  untie = null
}
function tie(): void {
  loosen()
  if (line.value) untie = tieError(line.value)
}
watch(parts, tie, { flush: 'post' })
onMounted(tie)
onBeforeUnmount(loosen)
</script>

<template>
  <p v-if="parts" :id="id" ref="line" class="trouble" role="alert">
    <strong v-if="parts.message">{{ parts.message }} </strong>{{ parts.fix }}<slot />
  </p>
</template>

<style scoped>
.trouble {
  border-left: 4px solid var(--ochre);
  padding-left: 12px;
  margin: 0 0 14px;
}
</style>
