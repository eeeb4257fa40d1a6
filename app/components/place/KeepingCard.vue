<script setup lang="ts">
import type { KeepingView } from '#shared/place'
import { bytesInWords } from '../../sheet/bytes-words'
import { HAPPENED_WORDS } from '../../sheet/happened-words'

/** How the place is kept: room, backups, certificate, work of the server, and what was done to it. */
const { keeping } = defineProps<{ keeping: KeepingView }>()
/** A backup a day: after two days without one somebody should look. */
const OLD_MS = 2 * 24 * 3600 * 1000
const latest = computed(() => keeping.backups?.[0] ?? null)
const isOld = computed(
  () => keeping.backups !== null && (!latest.value || Date.now() - Date.parse(latest.value.at) > OLD_MS),
)
const isTight = computed(() => keeping.disk !== null && keeping.disk.free < keeping.disk.whole / 10)
const JOBS: Record<string, string> = { waiting: 'waiting', running: 'under way' }
const jobs = computed(() =>
  keeping.jobs
    .filter(each => each.count > 0 && JOBS[each.state])
    .map(each => `${each.count} ${JOBS[each.state]}`)
    .join(', '),
)
</script>

<template>
  <section class="card">
    <h2>How it is kept</h2>
    <dl>
      <dt>Room</dt>
      <dd :class="{ look: isTight }">
        {{ bytesInWords(keeping.bytes) }} in the database<template v-if="keeping.disk"
          >; {{ bytesInWords(keeping.disk.free) }} of {{ bytesInWords(keeping.disk.whole) }} free on the disk</template
        ><template v-if="isTight">: make room before it is full</template>
      </dd>
      <dt>Backups</dt>
      <dd v-if="keeping.backups === null">made by whoever runs the database: <code>docs/deploy.md</code> says how</dd>
      <dd v-else :class="{ look: isOld }">
        <template v-if="latest"
          >the latest {{ timeInWords(latest.at) }}, {{ bytesInWords(latest.bytes) }};
          {{ keeping.backups.length }} kept</template
        ><template v-else>none yet: the first is made by itself some minutes after a start</template>
        <details v-if="keeping.backups.length" class="small">
          <summary>all of them</summary>
          <ul>
            <li v-for="each in keeping.backups" :key="each.name">
              {{ each.name }} · {{ bytesInWords(each.bytes) }} · {{ timeInWords(each.at) }}
            </li>
          </ul>
        </details>
      </dd>
      <template v-if="keeping.certificateUntil">
        <dt>Certificate</dt>
        <dd>good until {{ dayInWords(keeping.certificateUntil) }}; made anew by itself before that</dd>
      </template>
      <dt>The server’s work</dt>
      <dd>{{ jobs || 'nothing waits' }}</dd>
      <dt>Version</dt>
      <dd>{{ keeping.version }}</dd>
    </dl>
    <h3>What was done to the place and its accounts</h3>
    <p v-if="keeping.happened.length === 0" class="soft small">Nothing yet.</p>
    <ul class="happened small">
      <li v-for="each in keeping.happened" :key="each.id">
        <span class="soft when">{{ timeInWords(each.at) }}</span>
        <span
          >{{ each.who || 'somebody' }} {{ HAPPENED_WORDS[each.what]
          }}<template v-if="each.about">: {{ each.about }}</template
          ><span v-if="each.address" class="soft"> · from {{ each.address }}</span></span
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
h2 {
  margin: 0 0 12px;
}
h3 {
  margin: 18px 0 8px;
}
dl {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 8px 18px;
  margin: 0;
}
dt {
  color: var(--ink-soft);
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
.look {
  border-left: 4px solid var(--ochre);
  padding-left: 10px;
}
details ul {
  margin: 4px 0 0;
  padding-left: 1.2em;
}
summary {
  min-height: 28px;
  cursor: pointer;
}
.happened {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 260px;
  overflow: auto;
}
.happened li {
  display: flex;
  gap: 12px;
  padding: 4px 0;
  overflow-wrap: anywhere;
}
.when {
  flex: 0 0 9.5em;
}
@media (max-width: 600px) {
  dl {
    grid-template-columns: minmax(0, 1fr);
    gap: 2px;
  }
  dd {
    margin-bottom: 8px;
  }
}
</style>
