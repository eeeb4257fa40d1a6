<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import type { NoticeAction } from './composables/common/useNotices'
import { useNetwork } from './stores/network'
import { useOutbox } from './stores/outbox'
import { useSession } from './stores/session'

const { notices, dismiss } = useNotices()
const { told } = useSpoken()
/** What was drawn here and has not reached the server is sent from whatever page is open. */
const outbox = useOutbox()
const session = useSession()
const network = useNetwork()
useComforts()
watch(
  () => session.logOwner,
  () => void outbox.send(),
  { immediate: true },
)
useEventListener(window, 'online', () => void outbox.send())

function act(id: number, action: NoticeAction): void {
  dismiss(id)
  action.run()
}
</script>

<template>
  <v-app>
    <NuxtLayout>
      <NuxtPage />
    </NuxtLayout>
    <!-- Not before somebody needs them: the first page is small. -->
    <LazyNewerNote v-if="network.isOutdated" />
    <LazyConfirmPassword v-if="session.person?.kind === 'teacher'" />
    <p class="visually-hidden" role="status" data-test="told">{{ told }}</p>
    <div class="notices" role="status" aria-live="polite">
      <div v-for="notice in notices" :key="notice.id" class="notice" :class="notice.tone">
        <div>
          <strong>{{ notice.message }}</strong>
          <span v-if="notice.fix" class="fix">{{ notice.fix }}</span>
        </div>
        <div class="doings">
          <v-btn
            v-for="action in notice.actions"
            :key="action.label"
            size="small"
            color="primary"
            variant="outlined"
            @click="act(notice.id, action)"
            >{{ action.label }}</v-btn
          >
          <v-btn size="small" variant="text" @click="dismiss(notice.id)">Close</v-btn>
        </div>
      </div>
    </div>
  </v-app>
</template>

<style scoped>
.notices {
  position: fixed;
  top: var(--notices-top, 60px);
  left: 50%;
  transform: translateX(-50%);
  z-index: 3000;
  display: grid;
  gap: 8px;
  width: min(560px, 92vw);
  pointer-events: none;
}
.notice {
  pointer-events: auto;
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 14px;
  background: var(--paper);
  color: var(--ink);
  border: 1px solid var(--line);
  border-left: 5px solid var(--blue);
  border-radius: var(--radius);
  padding: 10px 10px 10px 16px;
  box-shadow: 0 6px 22px rgb(0 0 0 / 18%);
}
.notice.attention {
  border-left-color: var(--ochre);
}
.fix {
  margin-left: 0.4em;
}
.doings {
  display: flex;
  gap: 6px;
  flex: none;
}
</style>
