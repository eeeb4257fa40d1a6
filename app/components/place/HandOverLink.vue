<script setup lang="ts">
import type { LinkView } from '#shared/place'

/** A link to hand over: it is shown once. */
const { link } = defineProps<{ link: LinkView & { name: string; isReset: boolean } }>()
const emit = defineEmits<{ close: [] }>()
const address = computed(() => `${window.location.origin}${link.path}`)
const { say } = useNotices()

async function copy(): Promise<void> {
  try {
    await navigator.clipboard.writeText(address.value)
    say('The link is copied.')
  } catch {
    say('The browser does not let it be copied.', 'Mark the link and copy it yourself.', 'attention')
  }
}
</script>

<template>
  <CardDialog
    :model-value="true"
    title="A link to hand over"
    :width="620"
    persistent
    @update:model-value="emit('close')"
  >
    <p>
      {{
        link.isReset ? `${link.name} takes a new password by it.` : `${link.name} comes in by it, and takes a password.`
      }}
      {{ link.isMailed ? 'It went out by mail as well.' : '' }}
      It is good once, until {{ dayInWords(link.until) }}, and is shown only now.
    </p>
    <div class="link">
      <code data-test="link">{{ address }}</code>
      <QrPicture :text="address" :label="`Link for ${link.name}`" />
    </div>
    <template #actions>
      <v-btn color="primary" @click="copy">Copy it</v-btn>
    </template>
    <template #leave>It is handed over</template>
  </CardDialog>
</template>

<style scoped>
.link {
  display: flex;
  gap: 16px;
  align-items: center;
}
code {
  flex: 1;
  overflow-wrap: anywhere;
  user-select: all;
  padding: 10px 12px;
  border-radius: 6px;
  background: var(--paper-shade);
}
</style>
