<script setup lang="ts">
import { format } from 'date-fns'
import { undoneShare, type LayerMade } from '#core/review'
import { TOOL_WORDS } from '../../sheet/tool-words'
import type { LayerNote, Thumbnail } from '../../workers/view/layer-news'

/** The layers taken apart, lying over one another as slanted sheets, each with how it came to be. */
const props = defineProps<{
  layers: readonly LayerNote[]
  thumbnails: ReadonlyMap<string, Thumbnail>
  made: readonly LayerMade[]
  hidden: readonly string[]
  dimmed: readonly string[]
}>()
const emit = defineEmits<{ only: [id: string]; toggle: [id: string]; dim: [id: string] }>()
/** The top one first, as they lie. */
const rows = computed(() =>
  [...props.layers].reverse().map(layer => ({ layer, made: props.made.find(each => each.id === layer.id) ?? null })),
)
/** Those that are not there any more. */
const gone = computed(() =>
  props.made.filter(each => each.done > 0 && !props.layers.some(layer => layer.id === each.id)),
)

const nameOf = (tool: string) =>
  TOOL_WORDS[tool as keyof typeof TOOL_WORDS]?.name ?? tool.charAt(0).toUpperCase() + tool.slice(1).replaceAll('-', ' ')
const minute = (ms: number) =>
  format(new Date(ms + new Date(ms).getTimezoneOffset() * 60_000), ms >= 3_600_000 ? 'H:mm:ss' : 'm:ss')
</script>

<template>
  <section class="apart" aria-label="The layers taken apart" @pointerdown.stop @wheel.stop>
    <ol>
      <li
        v-for="{ layer, made: own } in rows"
        :key="layer.id"
        :class="{ off: hidden.includes(layer.id), faint: dimmed.includes(layer.id) }"
      >
        <button class="leaf" :aria-label="`Only ${layer.name}`" @click="emit('only', layer.id)">
          <LayerThumbnail :thumbnail="thumbnails.get(layer.id)" />
        </button>
        <div class="words small">
          <strong>{{ layer.name }}</strong>
          <span v-if="!own || own.done === 0" class="soft">nothing was drawn on it</span>
          <template v-else>
            <span>{{
              own.tools.map(each => `${nameOf(each.tool)} ${each.count} ×`).join(', ') || 'all of it was undone'
            }}</span>
            <span class="soft numbers"
              >{{ own.done }} {{ own.done === 1 ? 'act' : 'acts' }} from {{ minute(own.firstAt!) }} to
              {{ minute(own.lastAt!) }} · {{ Math.round(100 * undoneShare(own)) }} % undone ·
              {{ minute(own.drawnMs) }} with the hand down</span
            >
          </template>
          <label
            ><input type="checkbox" :checked="!hidden.includes(layer.id)" @change="emit('toggle', layer.id)" />
            shown<span v-if="!layer.visible" class="soft"> · put away</span
            ><span v-if="layer.opacity < 100" class="soft numbers"> · {{ layer.opacity }} %</span
            ><span v-if="layer.mode !== 'normal'" class="soft"> · {{ layer.mode }}</span></label
          >
          <label
            ><input
              type="checkbox"
              :checked="dimmed.includes(layer.id)"
              :aria-label="`${layer.name} dimmed on the sheet`"
              @change="emit('dim', layer.id)"
            />
            dimmed</label
          >
        </div>
      </li>
    </ol>
    <p v-if="gone.length" class="small soft">
      Deleted since: {{ gone.map(each => `${each.name} (${each.done})`).join(', ') }}
    </p>
  </section>
</template>

<style scoped>
.apart {
  position: absolute;
  inset: 0;
  overflow-y: auto;
  background: var(--round-sheet);
  padding: 26px 30px;
  cursor: default;
}
ol {
  list-style: none;
  margin: 0 auto;
  padding: 0;
  max-width: 760px;
}
li {
  display: grid;
  grid-template-columns: 300px 1fr;
  gap: 34px;
  align-items: center;
  margin-top: -26px;
}
li:first-child {
  margin-top: 0;
}
.leaf {
  background: #fffefb;
  border: 1px solid #b9b2a4;
  line-height: 0;
  transform: perspective(900px) rotateX(52deg) rotateZ(-18deg);
  box-shadow: -5px 9px 14px rgb(0 0 0 / 28%);
  transition: transform 180ms ease;
}
.leaf :deep(canvas) {
  width: 250px;
  max-height: none;
}
.leaf:hover,
.leaf:focus-visible {
  transform: perspective(900px) rotateX(34deg) rotateZ(-9deg) translateY(-6px);
  z-index: 1;
}
.off .leaf {
  opacity: 0.35;
}
.faint .leaf {
  opacity: 0.6;
}
.words {
  background: var(--paper);
  border-radius: 8px;
  padding: 10px 14px;
  display: grid;
  gap: 2px;
}
.words label {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  min-height: 28px;
}
p {
  background: var(--paper);
  border-radius: 8px;
  padding: 6px 14px;
  max-width: 760px;
  margin: 18px auto 0;
}
</style>
