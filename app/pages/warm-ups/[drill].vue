<script setup lang="ts">
import { transfer } from 'comlink'
import { mdiArrowLeft, mdiEraser, mdiUndoVariant } from '@mdi/js'
import { TOOL_WORDS } from '../../sheet/tool-words'
import type { DrillName } from '#core/drill'

definePageMeta({
  layout: 'bare',
  who: 'signed-in',
  key: route => route.fullPath,
  // Asked for only on the way here: what a page's meta imports, every first page loads.
  middleware: async to => {
    const { DRILL_NAMES } = await import('#core/drill')
    return (DRILL_NAMES as readonly string[]).includes(String(to.params.drill)) ? undefined : navigateTo('/warm-ups')
  },
})
const {
  drill,
  seed,
  task,
  answering,
  host,
  planId,
  place,
  set,
  isInSet,
  next,
  tool,
  isPouring,
  mixed,
  rungs,
  result,
  scores,
  isScoring,
  begin,
  undo,
  finish,
  again,
  goOn,
  lift,
  asked,
} = useDrill(String(useRoute().params.drill) as DrillName)
</script>

<template>
  <div class="drill">
    <header>
      <v-btn
        :icon="mdiArrowLeft"
        variant="text"
        size="small"
        :to="planId ? '/folio' : '/warm-ups'"
        :aria-label="planId ? 'Back to the folio' : 'Back to the warm-ups'"
      />
      <PageHeading class="title" :title="drill.title" />
      <span v-if="set.length" class="small soft"
        >{{ place + 1 }} of {{ set.length }} {{ asked ? `of “${asked.title}”` : 'before the lesson' }}</span
      >
      <p class="asks">{{ task.asks }}</p>
      <span class="small soft numbers" title="Who draws the same number gets the same try">No. {{ seed }}</span>
    </header>
    <div class="middle">
      <SheetWindow
        v-if="answering.by === 'strokes'"
        :sheet="task.sheet"
        :can-draw="result === null"
        label="The warm-up’s sheet. Drawing needs a pen, a finger or a mouse."
        @canvas="host.show(transfer($event, [$event]))"
        @resize="(w: number, h: number) => host.resize(w, h)"
        @look="host.look($event)"
        @begin="begin"
        @extend="(samples: number[]) => host.extendStroke(samples)"
        @end="host.endStroke()"
        @drop="host.dropStroke()"
      >
        <template #default="{ view, size }">
          <DrillPrompts :prompts="task.prompts" :view="view" :size="size" />
          <SheetMarks
            v-if="result"
            :marks="result.marks.map(mark => ({ mark, isStrong: false }))"
            :view="view"
            :size="size"
          />
        </template>
      </SheetWindow>
      <DrillMixer
        v-else-if="answering.by === 'mixing'"
        :key="seed"
        v-model="mixed"
        :target="answering.target"
        :is-value="answering.isValue"
      />
      <DrillRungs
        v-else
        :key="seed"
        v-model="rungs"
        :from="answering.from"
        :to="answering.to"
        :count="answering.rungs"
      />
    </div>
    <footer>
      <template v-if="result">
        <div class="score" aria-live="polite">
          <span class="display points" data-test="points">{{ result.score }}</span><span class="small soft"
            >of 100</span
          >
        </div>
        <div class="found">
          <p>{{ result.sentence }}</p>
          <ul class="small">
            <li v-for="each in result.figures" :key="each.name">
              <span class="numbers">{{ each.value }} {{ each.unit }}</span> {{ each.name }}
              <span class="soft numbers">· {{ each.points }} points</span>
            </li>
          </ul>
          <p class="small soft how">{{ drill.measured }}</p>
        </div>
        <TrendChart v-if="scores.length > 1" class="trend" :scores="scores" :title="drill.title" />
        <div class="doings">
          <v-btn v-if="isInSet" color="primary" @click="goOn">{{
            next ? 'Next warm-up' : planId ? 'To the lesson' : 'That was the last'
          }}</v-btn>
          <v-btn :color="isInSet ? undefined : 'primary'" :variant="isInSet ? 'outlined' : 'flat'" @click="again(false)"
            >A new one</v-btn
          >
          <v-btn variant="text" @click="again(true)">The same again</v-btn>
        </div>
      </template>
      <template v-else>
        <div v-if="answering.by === 'strokes'" class="tools" role="radiogroup" aria-label="Tools">
          <button
            v-for="(each, i) in answering.tools"
            :key="each.tool"
            class="tool small"
            role="radio"
            :aria-checked="!isPouring && tool === i"
            @click="lift(i)"
          >
            <v-icon v-if="each.effect === 'erase'" :icon="mdiEraser" size="18" /> {{ TOOL_WORDS[each.tool].name }}
            {{ each.size }}
          </button>
          <button
            v-if="answering.hasPour"
            class="tool small"
            role="radio"
            :aria-checked="isPouring"
            @click="isPouring = true"
          >
            Pour
          </button>
          <v-btn :icon="mdiUndoVariant" size="small" variant="text" aria-label="Undo (Ctrl Z)" @click="undo" />
        </div>
        <span class="grow" />
        <v-btn v-if="isInSet" variant="text" @click="goOn">Leave it out</v-btn>
        <v-btn color="primary" :loading="isScoring" @click="finish">How did it go?</v-btn>
      </template>
    </footer>
  </div>
</template>

<style scoped>
.drill {
  display: grid;
  grid-template-rows: auto 1fr auto;
  height: 100vh;
  height: 100dvh;
}
header {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 6px 16px 6px 8px;
  border-bottom: 1px solid var(--line);
  background: var(--paper);
}
.title {
  font-size: 1.15rem;
  white-space: nowrap;
}
.asks {
  margin: 0;
  flex: 1;
  text-align: center;
}
.middle {
  display: flex;
  min-height: 0;
  background: var(--round-sheet);
}
.middle > :deep(.mixer),
.middle > :deep(.ladder) {
  background: var(--paper);
  border-radius: var(--radius);
}
footer {
  display: flex;
  gap: 20px;
  align-items: center;
  padding: 12px 20px;
  border-top: 1px solid var(--line);
  background: var(--paper);
  min-height: 76px;
}
.grow {
  flex: 1;
}
.tools {
  display: flex;
  gap: 8px;
  align-items: center;
}
.tool {
  border: 1.5px solid var(--line);
  border-radius: 8px;
  padding: 6px 14px;
  min-height: 40px;
}
.tool[aria-checked='true'] {
  border-color: var(--blue);
  box-shadow: 0 0 0 1px var(--blue);
  font-weight: 520;
}
.score {
  display: grid;
  justify-items: center;
  min-width: 92px;
}
.points {
  font-size: 3rem;
  line-height: 1;
}
.found {
  flex: 1;
  min-width: 0;
}
.found p {
  margin: 0 0 4px;
}
.found ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  gap: 4px 18px;
  flex-wrap: wrap;
}
.how {
  max-width: 640px;
}
.trend {
  width: 240px;
}
.doings {
  display: grid;
  gap: 6px;
}
</style>
