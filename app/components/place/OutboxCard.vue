<script setup lang="ts">
import type { MailRow } from '#shared/place'
import { api } from '../../api/routes'

/** Mails that were not sent: whoever keeps the place reads them, and hands over what they hold. */
defineProps<{ mails: readonly MailRow[]; isMailing: boolean }>()
const emit = defineEmits<{ changed: [] }>()
const { busy, trying } = useTrying<number>()
const { say } = useNotices()
/** A link without the place's address in it is of this very page's. */
const whole = (words: string) => words.replace(/^\//m, `${window.location.origin}/`)
const drop = (id: number) =>
  trying(id, async () => {
    await api.dropMail(id)
    emit('changed')
  })
const copy = ({ id, words }: MailRow) =>
  trying(id, async () => {
    await navigator.clipboard.writeText(whole(words))
    say('It is copied.')
  })
</script>

<template>
  <section class="card" aria-labelledby="outbox">
    <h2 id="outbox">Outbox</h2>
    <p class="small soft">
      {{
        isMailing
          ? 'These have not been sent yet; they are tried again by themselves.'
          : 'No mail server is set, so nothing leaves by itself: hand over what is in these, and take them out.'
      }}
    </p>
    <details v-for="mail in mails" :key="mail.id" data-test="mail">
      <summary>
        <strong>{{ mail.subject }}</strong>
        <span class="small soft">{{ mail.recipient }} · {{ timeInWords(mail.madeAt) }}</span>
        <span v-if="mail.trouble" class="small trouble">{{ mail.trouble }}</span>
      </summary>
      <pre>{{ whole(mail.words) }}</pre>
      <v-btn size="small" variant="outlined" :loading="busy === mail.id" @click="copy(mail)">Copy</v-btn>
      <v-btn size="small" variant="text" :aria-label="`Take the mail for ${mail.recipient} out`" @click="drop(mail.id)"
        >Take out</v-btn
      >
    </details>
  </section>
</template>

<style scoped>
h2 {
  margin: 0 0 12px;
}
summary .small {
  margin-left: 8px;
}
details {
  border-top: 1px solid var(--line);
  padding: 8px 0;
}
pre {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  font: inherit;
  margin: 8px 0;
}
.trouble {
  display: block;
  color: var(--ochre);
}
</style>
