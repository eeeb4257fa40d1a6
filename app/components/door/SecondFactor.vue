<script setup lang="ts">
import type { SecondKeyView } from '#shared/place'
import { savedFile } from '../../sheet/save-file'
import { api } from '../../api/routes'

/** A code besides the password, at one's own wish: set up with an app, kept with recovery codes, switched off. */
const { data: view, trouble, load } = usePageData(() => api.second())
const { busy, trying } = useTrying<string>()
const { say } = useNotices()
const key = shallowRef<SecondKeyView | null>(null)
const code = ref('')
/** Told once. */
const recovery = shallowRef<readonly string[] | null>(null)
const isDropping = ref(false)
const inFours = computed(() => key.value?.key.match(/.{1,4}/g)?.join(' ') ?? '')

const begin = () =>
  trying('begin', async () => {
    key.value = await api.beginSecond()
  })
const confirm = () =>
  trying('confirm', async () => {
    recovery.value = (await api.confirmSecond(code.value.trim())).recovery
    key.value = null
    code.value = ''
    await load()
  })
const drop = () =>
  trying('drop', async () => {
    await api.dropSecond()
    isDropping.value = false
    await load()
    say('You come in with your password alone again.')
  })
const save = () =>
  savedFile(
    new TextEncoder().encode(`Little Easel: recovery codes, each good once\n\n${recovery.value!.join('\n')}\n`),
    'little-easel-recovery-codes.txt',
    'text/plain',
  )
</script>

<template>
  <section class="card">
    <h2>A second factor</h2>
    <LoadingOrTrouble v-if="!view" :trouble="trouble" @again="load" />
    <template v-else-if="view.isOn">
      <p>
        You are asked for a code from your app besides your password.
        <span :class="{ look: view.recoveryLeft < 4 }"
          >{{ view.recoveryLeft }} recovery {{ view.recoveryLeft === 1 ? 'code is' : 'codes are' }} left.</span
        >
      </p>
      <v-btn variant="outlined" @click="isDropping = true">Switch it off</v-btn>
    </template>
    <form v-else-if="key" novalidate @submit.prevent="confirm">
      <p>Let an app for time codes read this, or type the key into it:</p>
      <div class="key">
        <QrPicture :text="key.uri" label="The key for your app" />
        <code>{{ inFours }}</code>
      </div>
      <v-text-field
        v-model="code"
        label="The code that it shows now"
        inputmode="numeric"
        autocomplete="one-time-code"
        maxlength="10"
      />
      <div class="row">
        <v-btn type="submit" color="primary" :disabled="code.trim().length < 6" :loading="busy === 'confirm'"
          >Switch it on</v-btn
        >
        <v-btn variant="text" @click="key = null">Leave it</v-btn>
      </div>
    </form>
    <template v-else>
      <p>
        With it nobody comes in who has only learned your password. You need an app for time codes on your telephone or
        computer.
      </p>
      <v-btn variant="outlined" :loading="busy === 'begin'" @click="begin">Set it up</v-btn>
    </template>
    <CardDialog
      :model-value="recovery !== null"
      title="Recovery codes"
      persistent
      @update:model-value="recovery = null"
    >
      <p>For when your app is not at hand. Each is good once, and they are shown only now: keep them apart from it.</p>
      <ul class="codes">
        <li v-for="each in recovery" :key="each">
          <code>{{ each }}</code>
        </li>
      </ul>
      <template #actions>
        <v-btn color="primary" @click="save">Keep them as a file</v-btn>
      </template>
      <template #leave>I have them</template>
    </CardDialog>
    <CardDialog v-model="isDropping" title="Switch the second factor off">
      <p>You come in with your password alone from then on. Your recovery codes are good for nothing any more.</p>
      <template #actions>
        <v-btn color="primary" :loading="busy === 'drop'" @click="drop">Switch it off</v-btn>
      </template>
      <template #leave>Leave it on</template>
    </CardDialog>
  </section>
</template>

<style scoped>
h2 {
  margin: 0 0 14px;
}
.key {
  display: flex;
  gap: 14px;
  align-items: center;
  margin-bottom: 16px;
}
code {
  overflow-wrap: anywhere;
  letter-spacing: 0.06em;
}
.row {
  display: flex;
  gap: 10px;
}
.look {
  box-shadow: inset 0 -2px 0 var(--ochre);
}
.codes {
  list-style: none;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 6px;
}
</style>
